import { asksWhy, isSettledByTime, type ZoneOffsets } from '@heath/core';
import { memo, useMemo, useState } from 'react';
import { useCardQuery } from '../../api/cards.ts';
import type { OpenException } from '../../api/exceptions.ts';
import { useEvidenceQuery } from '../../api/exceptions.ts';
import { useMayCorrect } from '../../api/useMay.ts';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { shortDay } from '../../ui/text/format.ts';
import { WithdrawsApproval } from '../approvals/index.ts';
import type { Conflict } from '../corrections/settle/index.ts';
import { QuestionThread } from '../questions/index.ts';
import { Evidence, evidenceShown } from './Evidence.tsx';
import { SettleByWay } from './SettleByWay.tsx';
import { SettleWithTime } from './SettleWithTime.tsx';
import type { SettleProps, Shown } from './shown.ts';
import { lineOf } from './words.ts';

interface OpenedExceptionProps {
  readonly periodId: number;
  readonly exception: OpenException;
  /** Which of how many it is. */
  readonly of: string;
  readonly onConflict: (conflict: Conflict, offsets: ZoneOffsets) => void;
}

/** One exception with what speaks for what, and what can be done about it. */
export const OpenedException = memo(function OpenedException({
  periodId,
  exception: listed,
  of,
  onConflict,
}: OpenedExceptionProps) {
  const { who, workday, key } = listed;
  const id = useMemo(() => ({ periodId, personId: who.personId }), [periodId, who.personId]);
  const { currentData: card, error, refetch } = useCardQuery(id);
  const exception = card?.exceptions.find((one) => one.key === key);
  return (
    <section
      aria-label="Open exception"
      className="my-1 rounded-control border border-heather bg-sheet px-3.5 py-3"
    >
      <header className="flex items-baseline gap-3">
        <h2 className="text-lead">{who.name}</h2>
        <span className="min-w-0 flex-1 truncate text-note text-soft">
          {shortDay(workday)} · {who.department} · {lineOf(listed)}
          {asksWhy(listed) && ' · approval waits for a reason'}
        </span>
        <span className="text-note text-soft">{of}</span>
      </header>
      {card === undefined && (
        <NotYet what="this card" error={error} again={() => void refetch()} place="part" />
      )}
      {card !== undefined && exception !== undefined && (
        <Settle id={id} card={card} exception={exception} onConflict={onConflict} />
      )}
      {card !== undefined && exception === undefined && (
        <p className="mt-2 text-note text-soft">This is settled by now.</p>
      )}
    </section>
  );
});

const NOTHING: Shown = { chosen: null, preview: null };

/** What speaks for what, and below it what can be done. */
function Settle(settle: SettleProps) {
  const { id, card, exception } = settle;
  const { currentData: evidence } = useEvidenceQuery({ ...id, exception: exception.key });
  const [shown, show] = useState(NOTHING);
  const mayCorrect = useMayCorrect(id.personId);
  const evidenceIs = useMemo(() => evidenceShown(card, exception, evidence), [card, exception, evidence]);
  return (
    <>
      <Evidence card={card} exception={exception} evidence={evidenceIs} {...shown} />
      {mayCorrect &&
        (isSettledByTime(exception) ? (
          <SettleWithTime {...settle} evidence={evidence === undefined ? null : evidenceIs} onShow={show} />
        ) : (
          <SettleByWay {...settle} onShow={show} />
        ))}
      {mayCorrect && <WithdrawsApproval card={card} />}
      <QuestionThread id={id} exception={exception.key} />
    </>
  );
}
