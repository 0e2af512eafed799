import type { ComputedShift } from '../card/shift.ts';
import type { EffectivePunch } from '../record/punch.ts';
import { lastPunch } from '../steps/pair/types.ts';
import { punchesOf } from './of-shifts.ts';
import { raise } from './raise.ts';
import type { ExceptionFinder, ExceptionInput, ExceptionKind, ExceptionRule } from './types.ts';

/** A finder that looks at punches one by one, also those that found no partner. */
const ofPunches =
  (
    kind: ExceptionKind,
    which: (shift: ComputedShift) => readonly EffectivePunch[],
    isFound: (punch: EffectivePunch, rule: ExceptionRule, input: ExceptionInput) => boolean | number,
  ): ExceptionFinder =>
  (input, ruleOn) =>
    input.shifts.flatMap((shift) => {
      const rule = ruleOn(shift.workday);
      if (rule === undefined) return [];
      return which(shift).flatMap((punch) => {
        const found = isFound(punch, rule, input);
        if (found === false) return [];
        const measured = found === true ? {} : { measured: found, limit: rule.limitMeters };
        return [raise(kind, rule, { workday: shift.workday, at: punch.at, punch, ...measured })];
      });
    });

/** Punches that start work in a job. */
const starts = (shift: ComputedShift): EffectivePunch[] =>
  [...shift.spells.map((spell) => spell.in), ...shift.missingOut].filter(
    ({ kind }) => kind === 'in' || kind === 'job-change' || kind === 'undirected',
  );

/** A punch that repeats the one before it; it counts as one with it. */
export const repeatedPunch = ofPunches(
  'repeated-punch',
  (shift) => shift.repeats,
  () => true,
);

/** A punch later than when the input was taken: a clock that goes wrong. */
export const futurePunch: ExceptionFinder = (input, ruleOn) => {
  const { asOf, shifts } = input;
  // Shifts go in order of time, so all but the last few are passed over by one look at the last.
  if (asOf === null || shifts.length === 0 || lastPunch(shifts[shifts.length - 1]!).at <= asOf) return [];
  return ofPunches('future-punch', punchesOf, (punch) => punch.at > asOf)(input, ruleOn);
};

/** A job that is none of those the rulebook knows. */
export const unknownJob = ofPunches(
  'unknown-job',
  starts,
  (punch, { jobs }) => jobs !== null && punch.job !== null && !jobs.has(punch.job),
);

/** Work that nobody can be charged for. */
export const jobRequired = ofPunches('job-required', starts, (punch) => punch.job === null);

/** Work in a job, or any where none is named, that needs a word about it. */
export const noteRequired = ofPunches(
  'note-required',
  starts,
  (punch, { jobs }) =>
    (jobs === null || (punch.job !== null && jobs.has(punch.job))) && (punch.note ?? '').trim() === '',
);

const EARTH_RADIUS_METERS = 6_371_008.8;

/** Meters between two points along a great circle. */
function metersBetween(
  a: { readonly latitude: number; readonly longitude: number },
  b: { readonly latitude: number; readonly longitude: number },
): number {
  const radians = Math.PI / 180;
  const up = Math.sin(((b.latitude - a.latitude) * radians) / 2) ** 2;
  const across = Math.sin(((b.longitude - a.longitude) * radians) / 2) ** 2;
  const h = up + Math.cos(a.latitude * radians) * Math.cos(b.latitude * radians) * across;
  return 2 * EARTH_RADIUS_METERS * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** A punch too far from the site it names. */
export const awayFromSite = ofPunches('away-from-site', punchesOf, (punch, { limitMeters }, { sites }) => {
  const site = punch.site === null ? undefined : sites.get(punch.site);
  if (site === undefined || punch.position == null) return false;
  const meters = metersBetween(site, punch.position);
  return meters > limitMeters ? Math.round(meters) : false;
});
