import { correctionKind } from '../corrections/kinds.ts';
import type { CorrectionReason } from '../corrections/reason.ts';
import { sentenceWith } from '../kinds/sentence.ts';
import type { UnpaidBreak } from '../model/breaks.ts';
import { classLabel } from '../model/classes.ts';
import type { ShiftReason } from '../model/shift-reason.ts';
import { guaranteeKind } from '../steps/guarantees/kinds.ts';
import type { GuaranteeReason } from '../steps/guarantees/reason.ts';
import type { OvertimeReason } from '../steps/overtime/reason.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { DayReason } from './reasons.ts';

/** How whoever shows a reason writes its values. */
export interface ReasonWriter {
  /** The clock on the wall: `06:05`. */
  time(at: Instant): string;
  day(day: Workday): string;
  /** A length of time, as a clock counts it: `8 h 30 m`, negative too. */
  length(seconds: number): string;
  /** A length of time as it is paid: `8.50 h`. */
  hours(seconds: number): string;
}

/** A reason in words: the step's name, what comes out of it, and what went in. */
export interface ReasonSentence {
  readonly name: string;
  readonly result: string;
  readonly says: string;
}

type Step<S extends ShiftReason['step']> = Extract<ShiftReason, { readonly step: S }>;

/** What a reason says to people; null where there is nothing to say: no rounding changed anything, no break was taken. */
export function reasonSentence(reason: ShiftReason | DayReason, writer: ReasonWriter): ReasonSentence | null {
  switch (reason.step) {
    case 'clocked':
      return clocked(reason, writer);
    case 'hold':
      return held(reason, writer);
    case 'round':
      return rounded(reason, writer);
    case 'breaks':
      return breaks(reason, writer);
    case 'workday':
      return {
        name: 'Workday',
        result: reason.workdays.map((day) => writer.day(day)).join(', '),
        says: reason.rule === null ? 'A correction says so.' : `A shift belongs to the ${reason.rule}.`,
      };
    case 'premium':
      return {
        name: `${reason.name} premium`,
        result: writer.hours(reason.seconds),
        says: `${stretches(reason.time, writer)}. Paid beside the class.`,
      };
    case 'overtime':
      return overtime(reason, writer);
    case 'guarantee':
      return guarantee(reason, writer);
    case 'leave':
      return {
        name: reason.code,
        result: writer.hours(reason.seconds),
        says: `${reason.kind === 'leave' ? 'Leave' : 'Adjustment'}. Paid, not worked.`,
      };
    case 'correction':
      return correction(reason, writer);
  }
}

const signed = (seconds: number, write: (seconds: number) => string): string =>
  `${seconds > 0 ? '+' : ''}${write(seconds)}`;

function clocked({ spells, seconds }: Step<'clocked'>, writer: ReasonWriter): ReasonSentence {
  const times = spells.map((spell) => `In ${writer.time(spell.in.at)}, out ${writer.time(spell.out.at)}.`);
  const isCorrected = spells.some((spell) =>
    [spell.in, spell.out].some((punch) => punch.correction !== undefined),
  );
  if (isCorrected) times.push('A correction added or changed one of these.');
  return { name: 'Clocked', result: writer.length(seconds), says: times.join(' ') };
}

function held({ start, end, seconds }: Step<'hold'>, writer: ReasonWriter): ReasonSentence {
  const says = [
    ...(start === null ? [] : [`In counts from ${writer.time(start)}.`]),
    ...(end === null ? [] : [`Out counts until ${writer.time(end)}.`]),
  ].join(' ');
  return { name: 'Held to plan', result: signed(-seconds, writer.length), says };
}

function rounded({ spells, changedBySeconds }: Step<'round'>, writer: ReasonWriter): ReasonSentence | null {
  if (changedBySeconds === 0) return null;
  const says = spells
    .map(({ start, end }) => `Counted from ${writer.time(start)} to ${writer.time(end)}.`)
    .join(' ');
  return { name: 'Rounding', result: signed(changedBySeconds, writer.length), says };
}

const GAP: Readonly<Record<UnpaidBreak['kind'], string>> = {
  meal: 'Meal',
  break: 'Break',
  away: 'Away, not clocked,',
  'automatic-meal': 'Automatic meal',
  'not-worked': 'Not worked',
};

function breaks({ unpaid, paid }: Step<'breaks'>, writer: ReasonWriter): ReasonSentence | null {
  if (unpaid.length === 0 && paid.length === 0) return null;
  const off = unpaid.reduce((sum, gap) => (gap.kind === 'away' ? sum : sum + gap.end - gap.start), 0);
  const from = ({ start, end }: { start: Instant; end: Instant }) =>
    `${writer.time(start)} to ${writer.time(end)}`;
  const says = [
    ...unpaid.map((gap) => `${GAP[gap.kind]} ${from(gap)}.`),
    ...paid.map((gap) => `Short break ${from(gap)}, paid.`),
  ].join(' ');
  return { name: 'Breaks', result: off === 0 ? 'none off' : writer.length(-off), says };
}

/** Stretches that touch are told as one: classes and days cut them, premiums do not. */
function stretches(time: Step<'premium'>['time'], writer: ReasonWriter): string {
  const whole: { start: Instant; end: Instant }[] = [];
  for (const { start, end } of time) {
    const last = whole[whole.length - 1];
    if (last?.end === start) last.end = end;
    else whole.push({ start, end });
  }
  return whole.map(({ start, end }) => `${writer.time(start)} to ${writer.time(end)}`).join(', ');
}

function overtime(reason: OvertimeReason, writer: ReasonWriter): ReasonSentence {
  const { name, tiers, countedSeconds, leaveSeconds, paidSeconds, pays } = reason;
  const over = tiers
    .map((tier) => `${writer.hours(tier.fromSeconds)} at ×${tier.multiplier}`)
    .join(', over ');
  const leave = leaveSeconds > 0 ? `, with ${writer.hours(leaveSeconds)} of leave` : '';
  const counted = `${writer.hours(countedSeconds)} count${leave}`;
  return {
    name: 'Overtime',
    result: pays ? writer.hours(paidSeconds) : 'none',
    says: `${name} (over ${over}): ${counted}. ${outcome(reason, writer)}`,
  };
}

function outcome(
  { pays, overSeconds, paidSeconds, leastSeconds, alternative }: OvertimeReason,
  writer: ReasonWriter,
): string {
  if (alternative?.chosen === false) return 'Not taken: another group of rules gives more overtime pay.';
  const over = writer.hours(overSeconds);
  if (pays && paidSeconds !== overSeconds)
    return `${over} are over, ${writer.hours(paidSeconds)} of them pay.`;
  if (pays) return `${over} are over.`;
  return overSeconds > 0
    ? `${over} are over, less than the ${writer.length(leastSeconds)} that pay.`
    : 'None is over.';
}

function guarantee(reason: GuaranteeReason, writer: ReasonWriter): ReasonSentence {
  const { name, seconds, guaranteedSeconds, workedSeconds, times } = reason;
  const says = sentenceWith(guaranteeKind(reason).sentence, {
    guaranteed: writer.length(guaranteedSeconds),
    worked: writer.length(workedSeconds),
    times: String(times),
  });
  return { name, result: writer.hours(seconds), says: `${says}. Paid, not worked.` };
}

function correction({ correction: made, changes }: CorrectionReason, writer: ReasonWriter): ReasonSentence {
  const changed = changes.map(
    ({ workday, classId, seconds }) =>
      `${classLabel(classId)} on ${writer.day(workday)} ${signed(seconds, writer.hours)}`,
  );
  return {
    name: correctionKind(made.kind).label,
    result:
      changes.length === 0
        ? 'no hours'
        : `${changes.length === 1 ? 'one change' : `${changes.length} changes`}`,
    says: changed.length === 0 ? 'It changes no hours beside the others.' : `${changed.join('; ')}.`,
  };
}
