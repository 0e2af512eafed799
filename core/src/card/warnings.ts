import { type Correction, correctionKind } from '../corrections/kinds.ts';
import type { PersonInput } from '../input/person.ts';
import { isOvertime } from '../model/classes.ts';
import type { EffectivePunch } from '../model/punch.ts';
import { workweekOf } from '../steps/workday/workday.ts';
import { type Hours, hours } from '../time/hours.ts';
import type { DaySpan } from '../time/spans.ts';
import { type Instant, SECONDS_PER_DAY, type Workday } from '../time/units.ts';
import { instantsOf, wallOf, type ZoneOffsets } from '../time/zone.ts';
import type { Computed } from './card.ts';

/** What somebody should know before a correction is kept. `stops`: it cannot be meant; the others only tell. */
export type CorrectionWarning =
  /** An out would come before its in, or an in after its out. */
  | { readonly what: 'turned around'; readonly stops: true; readonly partner: Instant }
  /** A punch would have no partner that has one now. */
  | { readonly what: 'left alone'; readonly stops: false; readonly at: Instant }
  /** It lies on another date than what it belongs to. */
  | { readonly what: 'other date'; readonly stops: false; readonly day: Workday }
  /** The wall clock shows that time twice; the other one is given. */
  | { readonly what: 'twice'; readonly stops: false; readonly at: Instant; readonly other: Instant }
  | { readonly what: 'to come'; readonly stops: false; readonly at: Instant }
  | { readonly what: 'not employed'; readonly stops: false; readonly day: Workday }
  /** The week would hold more overtime than before. */
  | { readonly what: 'more overtime'; readonly stops: false; readonly week: Workday; readonly by: Hours }
  | { readonly what: 'nothing changes'; readonly stops: true };

/** What is known around a correction that is not kept yet. */
export interface Considered {
  readonly input: PersonInput;
  readonly before: Computed;
  readonly after: Computed;
  /** From the first day of employment to the last; null: no end. */
  readonly employed: { readonly first: Workday; readonly last: Workday | null };
  /** The wall clock of the site. */
  readonly offsets: ZoneOffsets;
}

/** What somebody should know before a correction is kept, what stops it first. */
export function warningsOf(correction: Correction, considered: Considered): CorrectionWarning[] {
  const { instants = [], days = [] } = correctionKind(correction.kind).touched(correction);
  const all = [
    ...turnedAround(correction, considered),
    ...nothingChanges(considered),
    ...instants.flatMap((at) => ofInstant(at, considered)),
    ...days.flatMap((day) => notEmployed(day, considered)),
    ...otherDate(correction, considered),
    ...leftAlone(considered),
    ...moreOvertime(considered),
  ];
  return all.sort((a, b) => Number(b.stops) - Number(a.stops));
}

const dateOf = (at: Instant, offsets: ZoneOffsets): number =>
  Math.floor(wallOf(offsets, at) / SECONDS_PER_DAY);

/** The punch that one is paired with before anything is corrected; null where there is none. */
function partnerOf(
  { shifts }: Computed,
  isMeant: (punch: EffectivePunch) => boolean,
): { readonly partner: EffectivePunch; readonly isIn: boolean } | null {
  for (const { spells } of shifts)
    for (const spell of spells) {
      if (isMeant(spell.in)) return { partner: spell.out, isIn: true };
      if (isMeant(spell.out)) return { partner: spell.in, isIn: false };
    }
  return null;
}

/** Of a moved punch: its partner as it stands. */
function movedFrom(correction: Correction, { before }: Considered) {
  if (correction.kind !== 'move') return null;
  const { punch, at } = correction;
  const found = partnerOf(before, ({ id }) => id === punch);
  return found === null ? null : { ...found, at };
}

function turnedAround(correction: Correction, considered: Considered): CorrectionWarning[] {
  const moved = movedFrom(correction, considered);
  if (moved === null) return [];
  const { partner, isIn, at } = moved;
  return (isIn ? at < partner.at : at > partner.at)
    ? []
    : [{ what: 'turned around', stops: true, partner: partner.at }];
}

function otherDate(correction: Correction, considered: Considered): CorrectionWarning[] {
  const moved = movedFrom(correction, considered);
  const { offsets } = considered;
  if (moved === null || dateOf(moved.at, offsets) === dateOf(moved.partner.at, offsets)) return [];
  return [{ what: 'other date', stops: false, day: dateOf(moved.at, offsets) as Workday }];
}

function ofInstant(at: Instant, considered: Considered): CorrectionWarning[] {
  const { input, offsets } = considered;
  const other = instantsOf(offsets, wallOf(offsets, at)).find((one) => one !== at);
  return [
    ...(other === undefined ? [] : [{ what: 'twice', stops: false, at, other } as const]),
    ...(input.asOf !== null && at > input.asOf ? [{ what: 'to come', stops: false, at } as const] : []),
    ...notEmployed(dateOf(at, offsets) as Workday, considered),
  ];
}

const notEmployed = (day: Workday, { employed: { first, last } }: Considered): CorrectionWarning[] =>
  day < first || (last !== null && day > last) ? [{ what: 'not employed', stops: false, day }] : [];

/** Punches without a partner that had one before, or were not there. */
function leftAlone({ before, after }: Considered): CorrectionWarning[] {
  const known = new Set(lone(before).map(({ at }) => at));
  return lone(after)
    .filter(({ at }) => !known.has(at))
    .map(({ at }) => ({ what: 'left alone', stops: false, at }) as const);
}
const lone = ({ shifts }: Computed): EffectivePunch[] =>
  shifts.flatMap(({ missingIn, missingOut }) => [...missingIn, ...missingOut]);

/** Nothing that is paid, and nothing that is to settle, is other than before. */
function nothingChanges({ before, after }: Considered): CorrectionWarning[] {
  const said = ({ lines, exceptions, segments }: Computed) =>
    JSON.stringify([
      lines,
      exceptions.map(({ key }) => key),
      segments.map(({ start, end, from }) => [start, end, from.job, from.department, from.site]),
    ]);
  return said(before) === said(after) ? [{ what: 'nothing changes', stops: true }] : [];
}

function moreOvertime({ input, before, after }: Considered): CorrectionWarning[] {
  const { weekStartsOn } = input.editions.on(input.last).workday;
  const overtimeBy = ({ lines }: Computed) => {
    const weeks = new Map<Workday, number>();
    for (const { classId, workday, hours: paid } of lines) {
      if (!isOvertime(classId)) continue;
      const week = workweekOf(workday, weekStartsOn);
      weeks.set(week, (weeks.get(week) ?? 0) + paid);
    }
    return weeks;
  };
  const was = overtimeBy(before);
  return [...overtimeBy(after)].flatMap(([week, paid]) => {
    const by = paid - (was.get(week) ?? 0);
    return by > 0 ? [{ what: 'more overtime', stops: false, week, by: hours(by) } as const] : [];
  });
}

/** The days on which something is paid or drawn other than before. */
export function daysChanged(
  { before, after }: Pick<Considered, 'before' | 'after'>,
  span: DaySpan,
): Workday[] {
  const said = ({ lines, segments, shifts }: Computed, day: Workday) =>
    JSON.stringify([
      lines.filter(({ workday }) => workday === day),
      segments
        .filter(({ workday }) => workday === day)
        .map(({ start, end, pay }) => [start, end, pay.classId]),
      shifts
        .filter(({ workday }) => workday === day)
        .map(({ spells }) => spells.map((one) => [one.in.at, one.out.at])),
    ]);
  const days: Workday[] = [];
  for (let day = span.first; day <= span.last; day = (day + 1) as Workday)
    if (said(before, day) !== said(after, day)) days.push(day);
  return days;
}
