import { isWaiting } from '@heath/contract';
import { workdayToIso } from '@heath/core';
import { Link } from 'react-router';
import { shortDay } from '../../ui/text/format.ts';
import { Asked } from './Asked.tsx';
import { useWaiting } from './useQuestionsOf.ts';

/** What others wait for an answer to, of whoever looks; and what they themselves wait for. */
export function QuestionsOnTheDesk({ periodId, mayFollow }: { periodId: number; mayFollow: boolean }) {
  const { mine, others } = useWaiting(periodId);
  const waiting = others.filter(isWaiting);
  const shown = [...mine, ...waiting];
  if (shown.length === 0) return null;
  return (
    <section aria-label="Questions" className="pt-7">
      <h2 className="border-b-2 border-ink pb-1 text-lead">
        {mine.length > 0 ? 'Asked of you' : 'Waiting for an answer'}
      </h2>
      <ul>
        {shown.map((question) => (
          <li
            key={question.id}
            className="grid grid-cols-[calc(var(--spacing)*52)_1fr] gap-3 border-b border-faint py-1 text-note"
          >
            <Link
              to={`/cards?period=${periodId}&person=${question.personId}&day=${workdayToIso(question.workday)}`}
              className="py-1 hover:underline"
            >
              <b className="font-semibold">{question.name}</b>{' '}
              <span className="text-soft">{shortDay(question.workday)}</span>
            </Link>
            <Asked periodId={periodId} question={question} mayFollow={mayFollow} />
          </li>
        ))}
      </ul>
    </section>
  );
}
