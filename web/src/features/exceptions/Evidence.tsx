import type { CardReply, EvidenceReply, SettlePreview } from '@heath/contract';
import {
  type Exception,
  firstInstantOf,
  type Instant,
  isMissingPunch,
  type Plan,
  SECONDS_PER_DAY,
  type ShiftTimes,
  wallClock,
  wallOf,
} from '@heath/core';
import { useMemo } from 'react';
import { Dot, Lane, Lanes, Stretch } from '../../ui/ribbon/Lanes.tsx';
import { dayOfCard } from '../../ui/ribbon/of-card.ts';
import { Ribbon } from '../../ui/ribbon/Ribbon.tsx';
import { originOf, type Scale, scaleFor } from '../../ui/ribbon/scale.ts';
import { clockTime, weekday } from '../../ui/text/format.ts';

interface EvidenceProps {
  readonly card: CardReply;
  readonly exception: Exception;
  readonly evidence: EvidenceShown;
  /** What would be taken, and what the day would then be. */
  readonly chosen: Instant | null;
  readonly preview: SettlePreview | null;
}

/** More of a crew would say no more. */
const MOST_CREW = 3;

/** What speaks for a time and is shown of it, each on the exception's day. */
export interface EvidenceShown {
  readonly plans: readonly Plan[];
  readonly crew: readonly (ShiftTimes & { readonly name: string })[];
  readonly usual: readonly ShiftTimes[];
}

/**
 * What is shown of the evidence for an exception: its lanes and what is said of them are made from this.
 *
 * @param evidence undefined until it is known
 */
export const evidenceShown = (
  card: CardReply,
  exception: Exception,
  evidence: EvidenceReply | undefined,
): EvidenceShown => ({
  plans: dayOfCard(card, exception.workday).plans,
  crew: (evidence?.crew ?? []).slice(0, MOST_CREW),
  usual: (evidence?.usual ?? []).map((times) => onDay(times, exception, card)),
});

/** What somebody would look up to settle an exception, on one axis: clocked, plan, crew, what is usual, and what would be paid. */
export function Evidence({ card, exception, evidence, chosen, preview }: EvidenceProps) {
  const { offsets } = card;
  const { workday: day } = exception;
  const of = useMemo(() => dayOfCard(card, day), [card, day]);
  const { plans, crew, usual } = evidence;
  const scale = useMemo(
    () => axisOf(card, exception, [...plans, ...crew, ...usual]),
    [card, exception, plans, crew, usual],
  );
  const axis = { day, scale, offsets };
  const span = (from: Instant, to: Instant) => `${clockTime(from, offsets)} to ${clockTime(to, offsets)}`;
  const then = preview?.day.workday === day ? preview.day : null;
  return (
    <Lanes {...axis} mark={chosen}>
      <Lane name="Clocked" high>
        <Ribbon
          {...axis}
          {...of}
          plans={NONE}
          segments={NONE}
          notWorked={NONE}
          inHole={(part) => (part.exception?.key === exception.key ? holeOf(exception, card) : '')}
        />
      </Lane>
      {plans.map(({ startsAt, endsAt }) => (
        <Lane key={startsAt} name="Plan" detail={span(startsAt, endsAt)}>
          <Stretch look="plan" from={startsAt} to={endsAt} text={`Planned ${span(startsAt, endsAt)}`} />
        </Lane>
      ))}
      {crew.map(({ name, startsAt, endsAt }, i) => (
        <Lane key={`${name} ${startsAt}`} name={i === 0 ? 'Crew' : ''} detail={name}>
          <Stretch look="clocked" from={startsAt} to={endsAt} text={`${name}, ${span(startsAt, endsAt)}`} />
        </Lane>
      ))}
      {usual.length > 0 && (
        <Lane name="Usual" detail={`last ${usual.length} ${weekday(day)}`}>
          {usual.map((times) => (
            <UsualTimes key={times.startsAt} {...times} exception={exception} span={span} />
          ))}
        </Lane>
      )}
      <Lane name={then === null ? 'Payable' : 'Payable if taken'} high>
        <Ribbon {...axis} {...of} {...(then ?? {})} plans={NONE} exceptions={NONE} />
      </Lane>
    </Lanes>
  );
}

const NONE: readonly never[] = [];

/** Of a day before, the end that is missing on this one; both ends where none is. */
function UsualTimes({
  startsAt,
  endsAt,
  exception: { kind },
  span,
}: ShiftTimes & {
  exception: Pick<Exception, 'kind'>;
  span: (from: Instant, to: Instant) => string;
}) {
  const text = `A week or more before: ${span(startsAt, endsAt)}`;
  return (
    <>
      {kind !== 'missing-out' && <Dot time={startsAt} text={text} />}
      {kind !== 'missing-in' && <Dot time={endsAt} text={text} />}
    </>
  );
}

const holeOf = ({ kind, at }: Exception, { offsets }: CardReply): string =>
  isMissingPunch({ kind })
    ? `nothing ${kind === 'missing-out' ? 'after' : 'before'} ${clockTime(at, offsets)}`
    : '';

/** Times of a day before as the wall clock would show them on the exception's day. */
function onDay({ startsAt, endsAt }: ShiftTimes, { workday }: Exception, { offsets }: CardReply): ShiftTimes {
  const days = workday - Math.floor(wallOf(offsets, startsAt) / SECONDS_PER_DAY);
  const moved = (at: Instant) =>
    firstInstantOf(offsets, wallClock(wallOf(offsets, at) + days * SECONDS_PER_DAY));
  return { startsAt: moved(startsAt), endsAt: moved(endsAt) };
}

/** An axis on which all that speaks for a time has its place. */
function axisOf(
  { shifts, offsets }: CardReply,
  { workday, at, proposals }: Exception,
  around: readonly ShiftTimes[],
): Scale {
  const midnight = originOf(workday, { from: 0, to: 0 }, offsets);
  const clocked = shifts.flatMap((shift) => (shift.workday === workday ? shift.spells : []));
  const all: readonly (readonly [number, number])[] = [
    [at, at],
    ...proposals.map((one) => [one.at, one.at] as const),
    ...around.map(({ startsAt, endsAt }) => [startsAt, endsAt] as const),
    ...clocked.map((spell) => [spell.in.at, spell.out.at] as const),
  ];
  return scaleFor(all.map(([from, to]) => ({ from: from - midnight, to: to - midnight })));
}
