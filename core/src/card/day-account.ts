import type { PersonInput } from '../input/person.ts';
import { type ClassId, isOvertime, isPremium } from '../model/classes.ts';
import type { ComputedShift } from '../model/computed-shift.ts';
import { holdsUp } from '../model/exception.ts';
import type { Line } from '../model/line.ts';
import type { EffectivePunch } from '../model/punch.ts';
import { firstPunch, lastPunch } from '../model/shift.ts';
import { plansToWork } from '../steps/guarantees/standby-plans.ts';
import { type Hours, hours } from '../time/hours.ts';
import { type Instant, type Workday, workday } from '../time/units.ts';
import type { Computed } from './card.ts';

/** How a workday went, seen from what was planned. Stored by their places: new ones go to the end. */
export const DAY_STATES = [
  /** Nothing planned, nothing clocked, nothing paid. */
  'off',
  /** Paid without being worked: leave, or hours that somebody stated. */
  'leave',
  /** Planned, and the plan is not over. */
  'to come',
  /** An in without an out that is not too old. */
  'at work',
  /** An in or an out is missing. */
  'missing',
  /** Planned, and nobody came. */
  'absent',
  /** Worked, and nothing was planned. */
  'not planned',
  /** Worked otherwise than planned, or with something to look at. */
  'differs',
  /** Worked as planned: nobody needs to look at it. */
  'matches',
] as const;
export type DayState = (typeof DAY_STATES)[number];

/** So far from the plan a shift may begin and end and still be as planned. Common practice, no source. */
const AS_PLANNED_SECONDS = 10 * 60;

/** One workday of a card in short. */
export interface DayAccount {
  readonly workday: Workday;
  readonly state: DayState;
  /** From the first punch to the last; null where there is none. */
  readonly from: Instant | null;
  readonly to: Instant | null;
  /** Without premiums, which lie beside it. */
  readonly payableHours: Hours;
  readonly overtimeHours: Hours;
  /** How much of it holds up the handoff. */
  readonly toSettle: number;
  /** A number below 2³¹ that is another one when what was clocked or is paid on the day is other: who approved a day approved this. */
  readonly fingerprint: number;
}

/** Every workday of a card in short, in order. */
export function dayAccounts(
  input: Pick<PersonInput, 'first' | 'last' | 'plans' | 'asOf' | 'editions'>,
  computed: Pick<Computed, 'shifts' | 'lines' | 'exceptions'>,
): DayAccount[] {
  const days = Array.from({ length: input.last - input.first + 1 }, gathered);
  const of = (day: Workday) => days[day - input.first];
  for (const plan of plansToWork(input.plans, input.editions)) of(plan.workday)?.plans.push(plan);
  for (const shift of computed.shifts) of(shift.workday)?.shifts.push(shift);
  for (const line of computed.lines) of(line.workday)?.lines.push(line);
  for (const { workday: day, kind, severity } of computed.exceptions) {
    const own = severity === 'note' ? undefined : of(day);
    if (own === undefined) continue;
    own.isOpen = true;
    if (holdsUp({ severity })) own.toSettle++;
    own.isMissing ||= kind === 'missing-in' || kind === 'missing-out';
  }
  return days.map((day, i) => {
    const [first, last] = [day.shifts[0], day.shifts[day.shifts.length - 1]];
    return {
      workday: workday(input.first + i),
      state: stateOf(day, input.asOf),
      from: first === undefined ? null : firstPunch(first).at,
      to: last === undefined ? null : lastPunch(last).at,
      payableHours: sumOf(day.lines, (classId) => !isPremium(classId)),
      overtimeHours: sumOf(day.lines, isOvertime),
      toSettle: day.toSettle,
      fingerprint: fingerprintOf(day),
    };
  });
}

/** What a workday is made of. */
const gathered = () => ({
  plans: [] as PersonInput['plans'][number][],
  shifts: [] as ComputedShift[],
  lines: [] as Line[],
  toSettle: 0,
  isOpen: false,
  isMissing: false,
});
type Gathered = ReturnType<typeof gathered>;

function sumOf(lines: readonly Line[], isMeant: (classId: ClassId) => boolean): Hours {
  let sum = 0;
  for (const line of lines) if (isMeant(line.classId)) sum += line.hours;
  return hours(sum);
}

function stateOf({ plans, shifts, lines, isOpen, isMissing }: Gathered, asOf: Instant | null): DayState {
  if (isMissing) return 'missing';
  if (shifts.some(({ onTheClock }) => onTheClock !== null)) return 'at work';
  if (shifts.length === 0) {
    if (lines.some(({ classId }) => isStated(classId))) return 'leave';
    if (plans.length === 0) return lines.length === 0 ? 'off' : 'leave';
    const isOver = asOf === null || plans.every(({ endsAt }) => endsAt <= asOf);
    return isOver ? 'absent' : 'to come';
  }
  if (plans.length === 0) return 'not planned';
  return !isOpen && plans.every((plan) => isAsPlanned(plan, shifts)) && shifts.every(isOfPlan)
    ? 'matches'
    : 'differs';
}

/** Leave, or hours that somebody stated. */
const isStated = (classId: ClassId): boolean =>
  classId.startsWith('leave:') || classId.startsWith('adjustment:');

const isOfPlan = ({ match }: ComputedShift): boolean => match !== null;

/** The first punch of a plan's shifts and the last lie near where it begins and ends. */
function isAsPlanned(plan: PersonInput['plans'][number], shifts: readonly ComputedShift[]): boolean {
  const own = shifts.filter(({ match }) => match?.plan === plan);
  const [first, last] = [own[0], own[own.length - 1]];
  if (first === undefined || last === undefined) return false;
  const isNear = (at: Instant, planned: Instant) => Math.abs(at - planned) <= AS_PLANNED_SECONDS;
  return isNear(firstPunch(first).at, plan.startsAt) && isNear(lastPunch(last).at, plan.endsAt);
}

/** Fingerprint of a whole card: another one when what was clocked or is paid on one of its days is other. Below 2³¹. */
export const cardFingerprint = (days: readonly Pick<DayAccount, 'fingerprint'>[]): number =>
  days.reduce((fingerprint, day) => withNumber(fingerprint, day.fingerprint), OFFSET) & 0x7fffffff;

/** FNV-1a over whole numbers and names, whose offset and prime are as its authors publish them. */
const OFFSET = 0x811c9dc5;
const PRIME = 0x01000193;

const withNumber = (fingerprint: number, value: number): number =>
  Math.imul(fingerprint ^ (value & 0xffff), PRIME) ^ Math.imul(value >>> 16, PRIME);

function withName(fingerprint: number, name: string): number {
  let made = fingerprint;
  for (let i = 0; i < name.length; i++) made = Math.imul(made ^ name.charCodeAt(i), PRIME);
  return made;
}

const withPunch = (fingerprint: number, { at, kind, job }: EffectivePunch): number =>
  withNumber(withNumber(withName(fingerprint, kind), at), job ?? 0);

function fingerprintOf({ shifts, lines }: Gathered): number {
  let fingerprint = OFFSET;
  for (const { spells, missingIn, missingOut, onTheClock } of shifts) {
    for (const spell of spells) fingerprint = withPunch(withPunch(fingerprint, spell.in), spell.out);
    for (const punch of missingIn) fingerprint = withPunch(fingerprint, punch);
    for (const punch of missingOut) fingerprint = withPunch(fingerprint, punch);
    if (onTheClock !== null) fingerprint = withPunch(fingerprint, onTheClock);
  }
  for (const { classId, multiplier, hours, job, department, site, costCenter } of lines) {
    fingerprint = withName(fingerprint, `${classId} ${multiplier ?? ''}`);
    for (const value of [hours, job, department, site, costCenter])
      fingerprint = withNumber(fingerprint, value ?? 0);
  }
  return fingerprint & 0x7fffffff;
}
