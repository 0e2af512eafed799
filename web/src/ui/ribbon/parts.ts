import type { SegmentView, ShiftView } from '@heath/contract';
import {
  classLabel,
  type EffectivePunch,
  type Exception,
  type Instant,
  instant,
  isMissingPunch,
  type Plan,
  punchBeside,
  type Workday,
  type ZoneOffsets,
} from '@heath/core';
import { classBand, clockTime, exceptionText, hoursAndMinutes, punchWord, shortDay } from '../text/format.ts';
import { clockChange, originOf, type Scale } from './scale.ts';

/** What a ribbon draws: which lane a part lies in decides how it looks. */
export type Lane =
  | 'clock change'
  | 'plan'
  | 'clocked'
  | 'band'
  | 'unpaid'
  | 'premium'
  | 'not worked'
  | 'hole'
  | 'noticed'
  | 'past punch'
  | 'punch'
  | 'on the clock';

/** One thing on a ribbon: where it lies, what it is drawn as, and what it says when it is looked at. */
export interface RibbonPart {
  readonly id: string;
  readonly lane: Lane;
  readonly from: Instant;
  /** The same as `from` for what has no length. */
  readonly to: Instant;
  readonly says: string;
  /** The mark of a band; for a punch, that it was corrected; for a hole, on which side it is open. */
  readonly look?: string;
  /** What it is of, where somebody can do something about it. */
  readonly punch?: EffectivePunch;
  readonly exception?: Exception;
}

/** A day, a night or a week of somebody: what is known of it. */
export interface RibbonDay {
  readonly day: Workday;
  readonly scale: Scale;
  readonly offsets: ZoneOffsets;
  readonly plans: readonly Plan[];
  readonly shifts: readonly ShiftView[];
  readonly segments: readonly SegmentView[];
  readonly exceptions: readonly Exception[];
  /** Paid without being worked: after the work, or where the plan lies. */
  readonly notWorked: readonly { readonly name: string; readonly seconds: number }[];
}

/** How far the hole of a missing punch reaches where nothing is proposed. */
const HOLE_SECONDS = 6 * 3600;

/** All that is drawn of a day, from the back to the front, each once: a change of job ends one spell and begins the next. */
export function ribbonParts(of: RibbonDay): RibbonPart[] {
  const time = (at: Instant) => clockTime(at, of.offsets, true);
  const parts = [
    ...changes(of),
    ...of.plans.map((plan) => planned(plan, of.offsets)),
    ...of.shifts.flatMap((shift) => clocked(shift, time)),
    ...of.segments.flatMap((segment) => payable(segment, time)),
    ...notWorked(of),
    ...of.exceptions.map((exception) =>
      isMissingPunch(exception) ? hole(exception, of) : noticed(exception),
    ),
    ...of.exceptions.flatMap(({ punch }) => (punch === null ? [] : ticks(punch, time))),
  ];
  return [...new Map(parts.map((part) => [`${part.lane} ${part.id}`, part])).values()];
}

type Time = (at: Instant) => string;

function changes({ day, scale, offsets }: RibbonDay): RibbonPart[] {
  const change = clockChange(originOf(day, scale, offsets), scale, offsets);
  if (change === null) return [];
  const [way, much] = change.bySeconds < 0 ? ['back', 'more'] : ['forward', 'less'];
  const says = `Clocks go ${way}: one hour ${much}`;
  return [{ id: `change ${change.at}`, lane: 'clock change', from: change.at, to: change.at, says }];
}

const planned = ({ startsAt, endsAt }: Plan, offsets: ZoneOffsets): RibbonPart => ({
  id: `plan ${startsAt}`,
  lane: 'plan',
  from: startsAt,
  to: endsAt,
  says: `Planned ${clockTime(startsAt, offsets)} to ${clockTime(endsAt, offsets)}`,
});

function clocked(shift: ShiftView, time: Time): RibbonPart[] {
  const { onTheClock } = shift;
  return [
    ...shift.spells.flatMap((spell): RibbonPart[] => [
      {
        id: `spell ${spell.in.at}`,
        lane: 'clocked',
        from: spell.in.at,
        to: spell.out.at,
        says: `Clocked ${time(spell.in.at)} to ${time(spell.out.at)}`,
      },
      ...ticks(spell.in, time),
      ...ticks(spell.out, time),
    ]),
    ...shift.unpaid.map(
      ({ start, end }): RibbonPart => ({
        id: `unpaid ${start}`,
        lane: 'unpaid',
        from: start,
        to: end,
        says: `Not paid: ${time(start)} to ${time(end)}`,
      }),
    ),
    ...(onTheClock === null
      ? []
      : [
          {
            id: `on the clock ${onTheClock}`,
            lane: 'on the clock',
            from: onTheClock,
            to: onTheClock,
            says: `At work since ${time(onTheClock)}`,
          } as const,
        ]),
  ];
}

/** A punch; where one was corrected, the time it was clocked at too. */
function ticks(punch: EffectivePunch, time: Time): RibbonPart[] {
  const { at, clockedAt } = punch;
  const isCorrected = punch.correction !== undefined;
  const tick: RibbonPart = {
    id: `punch ${punch.kind} ${at}`,
    lane: 'punch',
    from: at,
    to: at,
    says: `${punchWord(punch.kind)} ${time(at)}${isCorrected ? ', corrected' : ''}`,
    look: isCorrected ? 'corrected' : '',
    punch,
  };
  if (clockedAt === undefined) return [tick];
  const past = {
    id: `clocked ${clockedAt}`,
    from: clockedAt,
    to: clockedAt,
    says: `Clocked ${time(clockedAt)}`,
  };
  return [{ ...past, lane: 'past punch' }, tick];
}

function payable({ start, end, classId, premiums }: SegmentView, time: Time): RibbonPart[] {
  const band: RibbonPart = {
    id: `band ${classId} ${start}`,
    lane: 'band',
    from: start,
    to: end,
    says: `${classLabel(classId)}, ${time(start)} to ${time(end)}: ${hoursAndMinutes(end - start)}`,
    look: classBand(classId),
  };
  if (premiums.length === 0) return [band];
  return [band, { id: `premium ${start}`, lane: 'premium', from: start, to: end, says: premiums.join(', ') }];
}

function notWorked({ day, scale, offsets, segments, plans, notWorked: paid }: RibbonDay): RibbonPart[] {
  const last = segments[segments.length - 1];
  const from = last?.end ?? plans[0]?.startsAt ?? instant(originOf(day, scale, offsets) + scale.from);
  return paid.map(({ name, seconds }) => ({
    id: `not worked ${name}`,
    lane: 'not worked',
    from,
    to: instant(from + seconds),
    says: `${name}, paid and not worked: ${hoursAndMinutes(seconds)}`,
    look: name,
  }));
}

/** Where the missing punch may lie: no further than the punch beside it. */
function hole(exception: Exception, of: RibbonDay): RibbonPart {
  const { key, at, kind, proposals } = exception;
  const isAfter = kind === 'missing-out';
  const beside =
    punchBeside(exception, of)?.at ?? (isAfter ? Number.POSITIVE_INFINITY : Number.NEGATIVE_INFINITY);
  const end = isAfter ? Math.min(at + HOLE_SECONDS, beside) : Math.max(at - HOLE_SECONDS, beside);
  const other = proposals[0]?.at ?? instant(end);
  return {
    id: key,
    lane: 'hole',
    from: instant(Math.min(at, other)),
    to: instant(Math.max(at, other)),
    says: exceptionText(exception),
    look: isAfter ? 'open before' : 'open after',
    exception,
  };
}

const noticed = (exception: Exception): RibbonPart => ({
  id: exception.key,
  lane: 'noticed',
  from: exception.at,
  to: exception.at,
  says: exceptionText(exception),
  exception,
});

/** In which order a sentence tells of a day, whatever lies in front. */
const TOLD: readonly Lane[] = [
  'plan',
  'clocked',
  'unpaid',
  'band',
  'premium',
  'not worked',
  'on the clock',
  'hole',
  'noticed',
  'clock change',
];

/** A ribbon as a sentence, for those who do not see it. */
export function ribbonSentence(day: Workday, parts: readonly RibbonPart[]): string {
  const told = TOLD.flatMap((lane) => parts.filter((part) => part.lane === lane).map(({ says }) => says));
  return `${shortDay(day)}: ${told.length === 0 ? 'nothing' : told.join('; ')}.`;
}
