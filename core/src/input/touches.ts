import type { Touched } from '../corrections/define.ts';
import { type Correction, correctionKind } from '../corrections/kinds.ts';
import type { DaySpan } from '../time/spans.ts';
import { type Instant, SECONDS_PER_DAY, SECONDS_PER_HOUR, workday } from '../time/units.ts';
import { type PunchRecord, runAround } from './unbroken.ts';

/**
 * The workdays whose hours a correction can change. Days that count together with them, such as the rest of the week, come from
 * `inputSpan`. Null where the correction names nothing that exists. The record must contain the correction.
 */
export function daysTouched(correction: Correction, record: PunchRecord): DaySpan | null {
  const { instants = [], days = [] } = allTouched(correction, record);
  if (instants.length === 0 && days.length === 0) return null;
  const without = {
    ...record,
    corrections: record.corrections.filter(({ id }) => id !== correction.id),
  };
  // What it divides hung together before, and what it joins hangs together now.
  const runs = instants.flatMap((at) => [runAround(record, at), runAround(without, at)]);
  return {
    first: workday(Math.min(...runs.map(({ from }) => earliestDay(from)), ...days)),
    last: workday(Math.max(...runs.map(({ to }) => latestDay(to)), ...days)),
  };
}

/** Clocks are up to 12 hours behind UTC, and a workday may begin as late as its date ends. */
const earliestDay = (at: Instant): number => Math.floor((at - 36 * SECONDS_PER_HOUR) / SECONDS_PER_DAY);
/** Clocks are up to 14 hours ahead of UTC; what is rounded or held to a plan may lie a little later. */
const latestDay = (at: Instant): number => Math.floor((at + 24 * SECONDS_PER_HOUR) / SECONDS_PER_DAY);

/** All that a correction is about, and what those are about that it takes back. Punches are given by their instants. */
function allTouched(
  correction: Correction,
  record: PunchRecord,
): Required<Pick<Touched, 'instants' | 'days'>> {
  const own = correctionKind(correction.kind).touched(correction);
  const punches = new Set(own.punches);
  const about = new Set(own.corrections);
  const clocked = record.punches.filter(({ id }) => punches.has(id)).map(({ at }) => at);
  const moved = record.corrections.flatMap((other) =>
    other.kind === 'move' && punches.has(other.punch) ? [other.at] : [],
  );
  const others = record.corrections
    .filter(({ id }) => about.has(id) && id !== correction.id)
    .map((other) => allTouched(other, record));
  return {
    instants: [...(own.instants ?? []), ...clocked, ...moved, ...others.flatMap(({ instants }) => instants)],
    days: [...(own.days ?? []), ...others.flatMap(({ days }) => days)],
  };
}
