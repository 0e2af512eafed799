import type { CardReply } from '@heath/contract';
import {
  type ClassSums,
  classesOf,
  classLabel,
  type Exception,
  type Proposal,
  payableHours,
  type ZoneOffsets,
} from '@heath/core';
import { type Ref, useEffect, useRef } from 'react';
import type { CardId } from '../../../api/cards.ts';
import { Button } from '../../../ui/controls/Button.tsx';
import { TimeField } from '../../../ui/controls/TimeField.tsx';
import { Field } from '../../../ui/form/Field.tsx';
import { Notice } from '../../../ui/notices/Notice.tsx';
import { useKey } from '../../../ui/screen/keys.ts';
import { clockTime, dayAndTime, decimalHours, shortDay } from '../../../ui/text/format.ts';
import { Hours } from '../../../ui/text/Hours.tsx';
import { Kbd } from '../../../ui/text/Kbd.tsx';
import { WithdrawsApproval } from '../../approvals/index.ts';
import { SETTLE_KEYS } from './keys.ts';
import { type Conflict, useSettling } from './useSettling.ts';

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
  const { proposal, chosen, effect, isBusy, take } = settling;
  const field = useRef<HTMLInputElement>(null);
  useKey(SETTLE_KEYS.take, () => void take(proposal?.at ?? null));
  useKey(SETTLE_KEYS.type, () => field.current?.focus());
  useEffect(() => {
    if (typing > 0) field.current?.focus();
  }, [typing]);
  return (
    <section className="mb-4 border-b border-rule pb-4" aria-label="Settle">
      <Missing exception={exception} card={card} />
      {proposal !== undefined && (
        <Button
          look="primary"
          disabled={isBusy}
          onClick={() => void take(proposal.at)}
          className="mt-3 w-full justify-center"
        >
          Take {TAKE[proposal.from]} {clockTime(proposal.at, offsets)}
          <Kbd>{SETTLE_KEYS.take.press}</Kbd>
        </Button>
      )}
      <Typed settling={settling} exception={exception} offsets={offsets} field={field} />
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

/** A time of one's own, and why: what is wrong with either stands below it. */
function Typed({
  settling,
  exception,
  offsets,
  field,
}: {
  settling: ReturnType<typeof useSettling>;
  exception: Exception;
  offsets: ZoneOffsets;
  field: Ref<HTMLInputElement>;
}) {
  const { draft, type, direction, proposal, typed, chosen, isBusy, isRefused, take, at } = settling;
  return (
    <>
      <div className="mt-3">
        <TimeField
          ref={field}
          label={`${proposal === undefined ? 'Type' : 'Or type'} the time of the ${direction === 'after' ? 'out' : 'in'}  (${SETTLE_KEYS.type.press})`}
          text={draft.time}
          beside={exception.at}
          direction={direction}
          offsets={offsets}
          error={at('at')}
          onType={(time) => type({ time })}
          onEnter={() => void take(typed)}
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
            if (event.key === 'Enter') void take(chosen);
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          placeholder="confirmed with the watch log"
        />
      </div>
      {typed !== null && (
        <Button
          disabled={isBusy || isRefused}
          onClick={() => void take(typed)}
          className="mt-2 w-full justify-center"
        >
          Settle with {dayAndTime(typed, offsets)}
          <Kbd>Enter</Kbd>
        </Button>
      )}
    </>
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
          ? `No plan on ${shortDay(exception.workday)}.`
          : exception.proposals.map(evidenceOf).join(' ')}
      </p>
    </>
  );
}

const TAKE: Readonly<Record<Proposal['from'], string>> = {
  plan: 'the planned',
  crew: "the crew's",
  habit: 'the usual',
};

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
            {decimalHours(by)}
          </dd>
        </div>
      ))}
    </dl>
  );
}
