import type { CardReply, CorrectionView } from '@heath/contract';
import { memo, useState } from 'react';
import { Link } from 'react-router';
import { correctionWords } from '../../ui/text/correction-words.ts';
import { hoursText, moment, shortDay } from '../../ui/text/format.ts';

/** So many are drawn before somebody asks for all. */
const NEWEST = 10;

interface Made {
  readonly card: CardReply;
  /** Takes one back; null where nobody may. */
  readonly onUndo: ((correctionId: number) => void) | null;
}

/** The corrections on this card, the newest first; each can be taken back. */
export const History = memo(function History({ card, onUndo }: Made) {
  const [isWhole, setWhole] = useState(false);
  const made = card.corrections.filter(({ kind }) => kind !== 'undo').reverse();
  if (made.length === 0) return null;
  const shown = isWhole ? made : made.slice(0, NEWEST);
  return (
    <section className="mt-4 border-t border-rule pt-3 text-fine" aria-label="History">
      <h3 className="flex justify-between font-semibold text-soft">
        Corrections in this period
        <Link
          to={`/history?find=${encodeURIComponent(card.row.number)}`}
          className="font-normal text-heather hover:underline"
        >
          as a table
        </Link>
      </h3>
      {shown.map((correction) => (
        <CorrectionMade key={correction.id} correction={correction} card={card} onUndo={onUndo} />
      ))}
      {shown.length < made.length && (
        <button type="button" className="mt-1 text-heather underline" onClick={() => setWhole(true)}>
          All {made.length.toLocaleString('en')}
        </button>
      )}
    </section>
  );
});

function CorrectionMade({ correction, card, onUndo }: Made & { correction: CorrectionView }) {
  const undo = correction.undone
    ? card.corrections.find(({ undoes }) => undoes === correction.id)
    : undefined;
  return (
    <div className="border-t border-faint py-1.5">
      <div className={correction.undone ? 'line-through opacity-70' : ''}>
        <b className="font-semibold">{shortDay(correction.workday)}</b>{' '}
        {correctionWords(correction, card.offsets)} by {correction.by}
      </div>
      <div className="text-soft">
        {moment(correction.madeAt)} · payable {hoursText(correction.payableBeforeHours)} →{' '}
        {hoursText(correction.payableAfterHours)}
        {correction.note !== '' && <> · “{correction.note}”</>}
      </div>
      {undo !== undefined && <div className="text-soft">Undone by {undo.by}</div>}
      {!correction.undone && onUndo !== null && (
        <button type="button" className="text-heather underline" onClick={() => onUndo(correction.id)}>
          Undo
        </button>
      )}
    </div>
  );
}
