import type { CardReply } from '@heath/contract';
import {
  type ClassSums,
  classesOf,
  classLabel,
  type Exception,
  type Proposal,
  payableHours,
  punchBeside,
} from '@heath/core';
import { useEffect, useRef } from 'react';
import type { CardId } from '../../../api/cards.ts';
import { Field } from '../../../ui/form/Field.tsx';
import { Notice } from '../../../ui/notices/Notice.tsx';
import { useKey } from '../../../ui/screen/keys.ts';
import { clockTime, dayAndTime, hoursText } from '../../../ui/text/format.ts';
import { Hours } from '../../../ui/text/Hours.tsx';
import { WithdrawsApproval } from '../../approvals/index.ts';
import { SETTLE_KEYS } from './keys.ts';
import { TakeTime, TypeTime } from './SettleTime.tsx';
import { type Conflict, useSettling } from './useSettling.ts';
import { whyNoTime } from './why-no-time.ts';

interface SettlePanelProps {
  readonly id: CardId;
  readonly card: CardReply;
  readonly exception: Exception;
  /** Grows when the time field is to be opened. */
  readonly typing: number;
  readonly onConflict: (conflict: Conflict) => void;
  readonly onSettled: (correctionId: number) => void;
}

/** Settles a missing punch: the time proposed or one that is typed, with the payable hours before and after. */
export function SettlePanel({ id, card, exception, typing, onConflict, onSettled }: SettlePanelProps) {
  const { offsets } = card;
  const settling = useSettling({ id, exception, offsets, onConflict, onSettled });
  const { draft, type, chosen, effect, take, at } = settling;
  const field = useRef<HTMLInputElement>(null);
  useKey(SETTLE_KEYS.take, () => void take());
  useKey(SETTLE_KEYS.type, () => field.current?.focus());
  useEffect(() => {
    if (typing > 0) field.current?.focus();
  }, [typing]);
  return (
    <section className="mb-4 border-b border-rule pb-4" aria-label="Settle">
      <Missing exception={exception} card={card} />
      <TakeTime
        settling={settling}
        offsets={offsets}
        press={SETTLE_KEYS.take.press}
        className="mt-3 w-full justify-center"
      />
      <div className="mt-3">
        <TypeTime
          ref={field}
          settling={settling}
          exception={exception}
          offsets={offsets}
          press={SETTLE_KEYS.type.press}
        />
      </div>
      <div className="-mt-2">
        <Field
          label="Why, for the record"
          value={draft.note}
          maxLength={500}
          error={at('note')}
          onChange={(event) => type({ note: event.target.value })}
          onKeyDown={(event) => {
            if (event.key === 'Enter') void take();
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          placeholder="confirmed with the watch log"
        />
      </div>
      {chosen !== null && effect !== null && (
        <Effect at={clockTime(chosen, offsets)} before={effect.before} after={effect.after} />
      )}
      <WithdrawsApproval card={card} />
      {settling.elsewhere.map(({ title }) => (
        <div key={title} className="mt-2">
          <Notice>{title}</Notice>
        </div>
      ))}
    </section>
  );
}

/** What is missing, and what speaks for when it was. */
function Missing({ exception, card }: Pick<SettlePanelProps, 'exception' | 'card'>) {
  const [missing, there, where] =
    exception.kind === 'missing-out' ? ['out', 'In', 'after'] : ['in', 'Out', 'before'];
  const evidenceOf = (one: Proposal) => `${evidence(one)} ${clockTime(one.at, card.offsets)}.`;
  return (
    <>
      <h2 className="text-lead">No {missing} punch</h2>
      <p className="text-note text-soft">
        {there} {dayAndTime(exception.at, card.offsets)}, nothing {where}.{' '}
        {exception.proposals.length === 0
          ? whyNoTime(
              exception,
              punchBeside(exception, card)?.at ?? null,
              {
                plans: card.plans.filter(({ workday }) => workday === exception.workday),
                crew: null,
                usual: null,
              },
              card.offsets,
            )
          : exception.proposals.map(evidenceOf).join(' ')}
      </p>
    </>
  );
}

/** What speaks for a proposed time. */
function evidence(proposal: Proposal): string {
  if (proposal.from === 'plan') return 'Planned';
  if (proposal.from === 'crew') return `${proposal.people} others on this job:`;
  return `Usually, on ${proposal.days} other days:`;
}

/** What would change on the card, before it is changed. */
function Effect({ at, before, after }: { at: string; before: ClassSums; after: ClassSums }) {
  const changed = classesOf({ ...before, ...after })
    .map((classId) => ({
      classId,
      by: (after[classId]?.hours ?? 0) - (before[classId]?.hours ?? 0),
    }))
    .filter(({ by }) => by !== 0);
  return (
    <dl className="mt-3 text-note" aria-label="Effect" aria-live="polite">
      <div className="flex justify-between font-semibold">
        <dt>Payable with {at}</dt>
        <dd>
          <Hours hours={payableHours(before)} className="font-normal text-soft" /> →{' '}
          <Hours hours={payableHours(after)} />
        </dd>
      </div>
      {changed.map(({ classId, by }) => (
        <div key={classId} className="flex justify-between text-soft">
          <dt>{classLabel(classId)}</dt>
          <dd>
            {by > 0 ? '+' : ''}
            {hoursText(by)}
          </dd>
        </div>
      ))}
    </dl>
  );
}
