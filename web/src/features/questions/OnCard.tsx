import type { Workday } from '@heath/core';
import { memo } from 'react';
import type { CardId } from '../../api/cards.ts';
import { useMayCorrect } from '../../api/useMay.ts';
import { Asked } from './Asked.tsx';
import { useQuestionsOf } from './useQuestionsOf.ts';

/** What was asked about a day of a card, with the answers; nothing where nothing was. */
export const QuestionsOnCard = memo(function QuestionsOnCard({ id, day }: { id: CardId; day: Workday }) {
  const questions = useQuestionsOf(id).filter(({ workday }) => workday === day);
  const may = useMayCorrect(id.personId);
  if (questions.length === 0) return null;
  return (
    <section aria-label="Questions" className="mb-3 border-b border-rule pb-2 text-note">
      {questions.map((question) => (
        <Asked key={question.id} periodId={id.periodId} question={question} mayFollow={may} />
      ))}
    </section>
  );
});
