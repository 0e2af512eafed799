import type { CorrectionSays } from '../corrections/kinds.ts';
import type { Exception } from '../model/exception.ts';
import type { Plan } from '../model/plan.ts';
import { type EffectivePunch, isPunchedTwice } from '../model/punch.ts';
import type { Spell } from '../model/shift.ts';
import { asDuration } from '../time/lengths.ts';
import { type Instant, instant, type Workday } from '../time/units.ts';

/** Values that the sentences of a way name: an instant, a length of time, a rule. */
export interface WayValues {
  readonly at?: Instant;
  /** Another instant of the same sentence. */
  readonly other?: Instant;
  readonly lengthSeconds?: number;
  readonly rule?: string;
}

/** Roles of ways, the likeliest first: the proposal, one of several choices, and the ways that many kinds have. */
export const WAY_ROLES = ['take', 'pick', 'accept', 'not worked', 'leave'] as const;
export type WayRole = (typeof WAY_ROLES)[number];

/** One way to settle an exception other than by a time: by a correction. Its sentences name values in braces. */
export interface Way {
  readonly role: WayRole;
  /** On the button: `Approve {length}`. */
  readonly name: string;
  /** For the history, once it is done: `Approved {length} of {rule}`. */
  readonly did: string;
  readonly values?: WayValues;
  readonly says: CorrectionSays;
  /** The same for only so much of what was measured, where it can be taken in part. */
  readonly inPart?: (lengthSeconds: number) => Way;
}

/** A way that asks first which kind of leave it is. */
export interface LeaveWay {
  readonly role: 'leave';
  saysOf(code: string): CorrectionSays;
}

/** Time that somebody came late or left early is charged to leave, as long as it was measured. */
export const latenessAsLeave = ({ key, workday, measured }: Exception): LeaveWay | null =>
  measured === null
    ? null
    : {
        role: 'leave',
        saysOf: (code) => ({
          kind: 'lateness-leave',
          exception: key,
          workday,
          code,
          length: asDuration(measured),
        }),
      };

/** How those of a kind are settled many at once. */
export interface Together {
  /** As they are; by what is proposed of each; or by the planned time, where nothing that is known says otherwise. */
  readonly by: 'accept' | 'take' | 'planned time';
  /** On the button, with how many they are: `Accept all {count}`. */
  readonly name: string;
  readonly did: string;
}

/** Plans, shifts and exceptions that the ways of an exception look at. */
export interface DayOfWays {
  readonly plans: readonly Plan[];
  readonly shifts: readonly { readonly workday: Workday; readonly spells: readonly Spell[] }[];
  readonly exceptions: readonly Exception[];
}

/** What every exception can be, whatever its kind. */
export const acceptAsItIs = ({ key, workday }: Exception): Way => ({
  role: 'accept',
  name: 'Accept as it is',
  did: 'Accepted as it is',
  says: { kind: 'accept', exception: key, workday },
});
export const ACCEPT_TOGETHER: Together = {
  by: 'accept',
  name: 'Accept all {count}',
  did: 'Accepted as it is',
};

export const PLANNED_TIME_TOGETHER: Together = {
  by: 'planned time',
  name: 'Take all {count} that match the plan',
  did: 'Took the planned time',
};

/** Nothing was worked from one instant to another. */
const notWorked = (from: Instant, to: Instant): Way => ({
  role: 'not worked',
  name: 'Not worked',
  did: 'Not worked',
  says: { kind: 'not-worked', from, to },
});

/** The one punch that an exception hangs on was no work. */
export const punchNotWorked = ({ at }: Exception): Way[] => [notWorked(at, instant(at + 1))];

/** The punch next to a missing one: the first after an in that lacks its out, the last before an out that lacks its in. */
export function punchBeside(
  { at, kind }: Exception,
  { shifts, exceptions }: DayOfWays,
): EffectivePunch | null {
  const direction = kind === 'missing-out' ? 1 : -1;
  const away = (one: EffectivePunch) => (one.at - at) * direction;
  const all = [
    ...shifts.flatMap(({ spells }) => spells.flatMap((spell) => [spell.in, spell.out])),
    ...exceptions.flatMap((one) => one.punch ?? []),
  ].filter((one) => away(one) > 0);
  return all.reduce<EffectivePunch | null>(
    (nearest, one) => (nearest === null || away(one) < away(nearest) ? one : nearest),
    null,
  );
}

/** The way for a person who clocked in twice, or out twice, within three hours: the second in, or the first out, is no punch, and the shift has its end there. */
export function neighborNoPunch(exception: Exception, day: DayOfWays): Way[] {
  const { at, punch } = exception;
  const beside = punchBeside(exception, day);
  if (punch === null || beside === null || beside.id === null) return [];
  if (!isPunchedTwice({ kind: punch.kind, at }, beside)) return [];
  const end = punch.kind === 'in' ? 'In' : 'Out';
  return [
    {
      role: 'pick',
      name: `${end} at {at}, {other} is no punch`,
      did: `${end} at {at}, {other} taken out`,
      values: { at, other: beside.at },
      says: { kind: 'drop', punch: beside.id },
    },
  ];
}

/** The plan that begins where an exception lies was not worked. */
export const planNotWorked = ({ at }: Exception, { plans }: DayOfWays): Way[] =>
  plans.flatMap(({ startsAt, endsAt }) => (startsAt === at ? [notWorked(startsAt, endsAt)] : []));

/** What was clocked around an exception was no work. */
export function spellsNotWorked({ at, workday }: Exception, { shifts }: DayOfWays): Way[] {
  const spells = shifts.flatMap((shift) => (shift.workday === workday ? shift.spells : []));
  const around = spells.filter((spell) => spell.in.at <= at && at <= spell.out.at);
  const [first, last] = [around[0], around[around.length - 1]];
  return first === undefined || last === undefined ? [] : [notWorked(first.in.at, last.out.at)];
}
