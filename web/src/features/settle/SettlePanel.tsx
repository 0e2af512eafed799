import type { CardReply, ProblemBody, ProblemType } from '@heath/contract';
import {
  type ClassSums,
  classesOf,
  classLabel,
  type Exception,
  type Instant,
  instantFromIso,
  type Proposal,
  payableHours,
} from '@heath/core';
import { useEffect, useRef, useState } from 'react';
import { problemOf } from '../../api/base.ts';
import type { CardId } from '../../api/cards.ts';
import { usePreviewSettleQuery, useSettleMutation } from '../../api/corrections.ts';
import { Button } from '../../ui/Button.tsx';
import { clockTime, dayAndTime, decimalHours, shortDay } from '../../ui/format.ts';
import { Hours } from '../../ui/Hours.tsx';
import { Kbd } from '../../ui/Kbd.tsx';
import { useKey } from '../../ui/keys.ts';
import { Notice } from '../../ui/Notice.tsx';
import { TimeField } from '../../ui/TimeField.tsx';
import { SETTLE_KEYS } from './keys.ts';

/** Somebody else was first: who, with what time, and what of yours was not saved. */
export interface Conflict {
  readonly by: string;
  readonly took: Instant | null;
  readonly yours: Instant;
  readonly note: string;
}

interface SettlePanelProps {
  readonly id: CardId;
  readonly card: CardReply;
  readonly exception: Exception;
  /** Grows when the time field is to be opened. */
  readonly typing: number;
  readonly onConflict: (conflict: Conflict) => void;
  readonly onSettled: (correctionId: number) => void;
}

/** Settles a missing punch: the plan's time or one that is typed, with the payable hours before and after. */
export function SettlePanel({ id, card, exception, typing, onConflict, onSettled }: SettlePanelProps) {
  const [typed, setTyped] = useState<Instant | null>(null);
  const [note, setNote] = useState('');
  const [settle, { error, isLoading }] = useSettleMutation();
  const field = useRef<HTMLInputElement>(null);
  const proposal = exception.proposals[0];
  const chosen = typed ?? proposal?.at ?? null;
  const preview = usePreviewSettleQuery(
    { ...id, body: { exception: exception.key, at: chosen ?? 0, note: '' } },
    { skip: chosen === null },
  );
  const missing = exception.kind === 'missing-out' ? 'out' : 'in';

  const take = async (at: Instant | null) => {
    if (at === null || isLoading) return;
    const result = await settle({ ...id, body: { exception: exception.key, at, note } });
    if (result.data !== undefined) return onSettled(result.data.correctionId);
    const problem = problemOf(result.error);
    if (problem.type === 'already-settled' && problem.settled !== undefined) {
      const took = problem.settled.at === null ? null : instantFromIso(problem.settled.at);
      onConflict({ by: problem.settled.by, took, yours: at, note });
    }
  };
  useKey(SETTLE_KEYS.take, () => void take(proposal?.at ?? null), [proposal, note, isLoading]);
  useKey(SETTLE_KEYS.type, () => field.current?.focus());
  useEffect(() => {
    if (typing > 0) field.current?.focus();
  }, [typing]);

  const refusal = preview.isError ? problemOf(preview.error) : null;
  return (
    <section className="mb-4 border-b border-rule pb-4" aria-label="Settle">
      <Missing exception={exception} card={card} />
      {proposal !== undefined && (
        <Button
          look="primary"
          disabled={isLoading}
          onClick={() => void take(proposal.at)}
          className="mt-3 w-full justify-center"
        >
          Take {TAKE[proposal.from]} {clockTime(proposal.at, card.offsets)}
          <Kbd>{SETTLE_KEYS.take.press}</Kbd>
        </Button>
      )}
      <div className="mt-3">
        <TimeField
          ref={field}
          label={`${proposal === undefined ? 'Type' : 'Or type'} the time of the ${missing}  (${SETTLE_KEYS.type.press})`}
          beside={exception.at}
          direction={missing === 'out' ? 'after' : 'before'}
          offsets={card.offsets}
          onChange={setTyped}
          onEnter={() => void take(typed)}
        />
      </div>
      <label className="mt-2 block">
        <span className="text-note text-soft">Why, for the record</span>
        <input
          value={note}
          maxLength={500}
          onChange={(event) => setNote(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') void take(chosen);
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          placeholder="confirmed with the watch log"
          className="mt-1 w-full rounded-control border border-rule bg-field px-2.5 py-1"
        />
      </label>
      {typed !== null && (
        <Button
          disabled={isLoading || refusal !== null}
          onClick={() => void take(typed)}
          className="mt-2 w-full justify-center"
        >
          Settle with {dayAndTime(typed, card.offsets)}
          <Kbd>Enter</Kbd>
        </Button>
      )}
      {chosen !== null && preview.data !== undefined && refusal === null && (
        <Effect
          at={clockTime(chosen, card.offsets)}
          before={preview.data.before}
          after={preview.data.after}
        />
      )}
      {/* Of a preview, both are said by the card that is read anew. */}
      <Refused problem={refusal} but={['already-settled', 'stale']} />
      {/* That somebody was first is said above, and stays until it is understood. */}
      <Refused problem={error === undefined ? null : problemOf(error)} but={['already-settled']} />
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
          ? `No plan on ${shortDay(exception.workday)}.`
          : exception.proposals.map(evidenceOf).join(' ')}
      </p>
    </>
  );
}

/** A problem, unless it is one that is said elsewhere. */
function Refused({ problem, but }: { problem: ProblemBody | null; but: readonly ProblemType[] }) {
  if (problem === null || but.includes(problem.type)) return null;
  return (
    <div className="mt-2">
      <Notice>{problem.title}</Notice>
    </div>
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
