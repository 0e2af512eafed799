import type { CardReply, CorrectRequest, ShiftView } from '@heath/contract';
import { type EffectivePunch, type Instant, instant, type Workday } from '@heath/core';
import { originOf } from '../../../ui/ribbon/scale.ts';

/** What a correction by hand says. */
export type Says = CorrectRequest['says'];
export type SaysOf<Kind extends Says['kind']> = Extract<Says, { kind: Kind }>;

const NOON_SECONDS = 12 * 3600;
const MEAL_SECONDS = 30 * 60;

/** The card and the day that something is corrected on. */
export interface OnDay {
  readonly card: CardReply;
  readonly day: Workday;
}

const shiftsOf = ({ card, day }: OnDay): readonly ShiftView[] =>
  card.shifts.filter((shift) => shift.workday === day);

/** The punches of the day, in order of time, each once. */
export function punchesOf(of: OnDay): EffectivePunch[] {
  const paired = shiftsOf(of).flatMap(({ spells }) => spells.flatMap((spell) => [spell.in, spell.out]));
  const alone = of.card.exceptions.flatMap(({ workday, punch }) =>
    workday === of.day && punch !== null ? [punch] : [],
  );
  const all = new Map([...paired, ...alone].map((punch) => [`${punch.id} ${punch.at}`, punch]));
  return [...all.values()].sort((a, b) => a.at - b.at);
}

/** What is taken off the day. */
export const unpaidOf = (of: OnDay) => shiftsOf(of).flatMap(({ unpaid }) => unpaid);

/** From when to when the day was worked; around noon where it was not. */
function around(of: OnDay): { readonly from: Instant; readonly to: Instant } {
  const punches = punchesOf(of);
  const plan = of.card.plans.find(({ workday }) => workday === of.day);
  const noon = instant(originOf(of.day, { from: 0, to: 0 }, of.card.offsets) + NOON_SECONDS);
  return {
    from: punches[0]?.at ?? plan?.startsAt ?? noon,
    to: punches[punches.length - 1]?.at ?? plan?.endsAt ?? noon,
  };
}

const middleOf = (of: OnDay): Instant => {
  const { from, to } = around(of);
  return instant(Math.round((from + to) / 2 / 60) * 60);
};

/** The zone of a new punch: that of the others of its day, or of the site. */
const zoneOf = (of: OnDay): string => punchesOf(of)[0]?.zone ?? of.card.offsets.zone;

/**
 * A punch at another time: one that was clocked is moved, one that a correction added gives its place to another. Null for what a split
 * made: it is no punch.
 */
export function moving(punch: EffectivePunch, to: Instant = punch.at): Says | null {
  const { id, correction, kind, zone, job, department, site, note = null } = punch;
  if (id !== null) return { kind: 'move', punch: id, at: to };
  if (correction === undefined || kind === 'job-change') return null;
  return { kind: 'add', at: to, punchKind: kind, zone, job, department, site, note, instead: correction };
}

/** By which a punch is told from the others of a day. */
export const nameOf = ({ id, correction }: Pick<EffectivePunch, 'id' | 'correction'>): string =>
  id === null ? `added ${correction}` : `punch ${id}`;

/** The name of the punch that a correction takes elsewhere; null where it takes none. */
export function punchNamedIn(says: Says | null): string | null {
  if (says === null) return null;
  if ('punch' in says) return `punch ${says.punch}`;
  return says.kind === 'add' && says.instead !== undefined ? `added ${says.instead}` : null;
}

/** What is said of a stretch of the day. */
export type Stretch = SaysOf<'set-job'> | SaysOf<'set-class'> | SaysOf<'not-worked'>;
export const isStretch = (says: Says): says is Stretch =>
  says.kind === 'set-job' || says.kind === 'set-class' || says.kind === 'not-worked';

/** The kind that the tool begins with by which a correction was made; null where that is a punch. */
export function toolOf(says: Says | null): string | null {
  if (says === null || punchNamedIn(says) !== null) return null;
  return isStretch(says) ? 'set-job' : says.kind;
}

/** A punch that is missing: the in where the day begins, the out where it ends. */
export function adding(of: OnDay): Says {
  const isEmpty = punchesOf(of).length === 0;
  const { from, to } = around(of);
  return {
    kind: 'add',
    at: isEmpty ? from : to,
    punchKind: isEmpty ? 'in' : 'out',
    zone: zoneOf(of),
    job: null,
    department: null,
    site: null,
    note: null,
  };
}

export const splitting = (of: OnDay, at: Instant = middleOf(of)): Says => ({ kind: 'split', at });

/** The middle of the longest spell of the day, where a meal takes off something. */
function middleOfWork(of: OnDay): Instant {
  const spells = shiftsOf(of).flatMap(({ spells: own }) => own);
  const [longest] = spells.toSorted((a, b) => b.out.at - b.in.at - (a.out.at - a.in.at));
  if (longest === undefined) return middleOf(of);
  return instant(Math.round((longest.in.at + longest.out.at) / 2 / 60) * 60);
}

/** A meal of half an hour amid the longest spell, where none is drawn. */
export function mealtime(of: OnDay, from?: Instant, to?: Instant): Says {
  const start = from ?? instant(middleOfWork(of) - MEAL_SECONDS / 2);
  return { kind: 'set-meal', from: start, to: to ?? instant(start + MEAL_SECONDS) };
}

/** All of the day in another job, where no stretch is drawn. */
export const painting = (of: OnDay, from = around(of).from, to = around(of).to): Says => ({
  kind: 'set-job',
  from,
  to,
});

/** The shift at a time, or the day's first one, for another workday. */
export const counting = (of: OnDay, day: Workday, at: Instant = around(of).from): Says => ({
  kind: 'set-workday',
  at,
  workday: day,
});

/** Hours without punches on the day. */
export const stating = ({ day }: OnDay): SaysOf<'flat-hours'> => ({
  kind: 'flat-hours',
  workday: day,
  as: 'adjustment',
  code: '',
  length: 'PT0H',
  job: null,
  department: null,
});

/** True where a correction still lacks what nobody has typed yet: hours to put in, or the name of an adjustment. */
export const isUnfinished = (says: Says): boolean =>
  says.kind === 'flat-hours' &&
  (/^PT0[HS]$/.test(says.length) || (says.as === 'adjustment' && says.code.trim() === ''));

/** Times of a correction, by the names of its settings. */
export const timesOf = (says: Says): readonly ('at' | 'from' | 'to')[] =>
  (['at', 'from', 'to'] as const).filter((name) => name in says && says.kind !== 'set-workday');
