/** Cases worked by hand, each to the last second: what the meanings of the steps come to where several of them meet. */
import { describe, expect, it } from 'vitest';
import { compute } from './compute.ts';
import type { Correction } from './corrections/kinds.ts';
import { correctionFrom } from './corrections/read.ts';
import { inputSpan } from './input/reach.ts';
import { punchesAround, shiftsOverOf } from './input/unbroken.ts';
import { correctionId, type JobId } from './model/ids.ts';
import type { Plan } from './model/plan.ts';
import type { Punch } from './model/punch.ts';
import type { CompiledRulebook } from './rulebook/compiled.ts';
import { Editions } from './rulebook/editions.ts';
import type { Rulebook } from './rulebook/schema.ts';
import { at, computeFor, hoursByClass, inputFor, plan, punch, rulebook, shifts } from './testing/fixtures.ts';
import { seconds, workdayFromIso } from './time/units.ts';

const PAIRING: Rulebook['pairing'] = { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' };
type Guarantee = NonNullable<Rulebook['guarantees']>[number];

const ON_CALL = 7 as JobId;
const STORM = 8 as JobId;
const names = {
  job: (name: string) => ({ 'On call': ON_CALL, Storm: STORM })[name],
  department: () => undefined,
  site: () => undefined,
};
const rules = (changes: Partial<Rulebook>): CompiledRulebook => rulebook(changes, names);
const day = (start: string, end: string) => shifts([`2026-10-20 ${start}`, `2026-10-20 ${end}`]);
/** Hours by class on 20 October, where nothing else is said. */
const hours = (
  punches: readonly Punch[],
  changes: Partial<Rulebook>,
  more: Parameters<typeof computeFor>[2] = {},
) => hoursByClass(computeFor(punches, rules(changes), more));
let corrections = 0;
const correction = (kind: string, says: object): Correction => {
  const read = correctionFrom(correctionId(++corrections), { kind, ...says });
  if (!read.ok) throw new Error(`${kind}: ${read.fault.field}: ${read.fault.reason}`);
  return read.correction;
};

describe('standby: planned time in which one is free to be elsewhere', () => {
  const standby: Guarantee = { kind: 'standby', name: 'On call', share: 0.25, jobs: ['On call'] };
  const onCall: Plan = { ...plan('2026-10-20', '2026-10-20 18:00', '2026-10-21 04:00'), job: ON_CALL };
  const called = (changes: Partial<Rulebook>, punches = day('17:50', '18:10'), more: object = {}) =>
    hours(punches, { guarantees: [standby], ...changes }, { plans: [onCall], ...more });

  it('holds nothing: work from 17:50 to 18:10 is twenty minutes', () => {
    expect(called({ plan: { earlyIn: 'PT15M' } }).ordinary).toBeCloseTo(0.33, 2);
  });
  it('is no plan of a call-out: an hour of work is topped up to three', () => {
    const callOut: Guarantee = { kind: 'call-out', name: 'Called', least: 'PT3H' };
    const found = called({ guarantees: [standby, callOut] }, day('19:00', '20:00'));
    expect(found).toEqual({ ordinary: 1, 'guarantee:Called': 2, 'guarantee:On call': 2.25 });
  });
  it('is no plan of which a share is owed', () => {
    const share: Guarantee = { kind: 'share of plan', name: 'Share', share: 0.5 };
    const found = called({ guarantees: [standby, share] }, day('19:00', '20:00'));
    expect(found).toEqual({ ordinary: 1, 'guarantee:On call': 2.25 });
  });
  it('is nothing to be absent from', () => {
    const computed = computeFor(
      [],
      rules({ guarantees: [standby], exceptions: { absent: { severity: 'to look at' } } }),
      { plans: [onCall] },
    );
    expect(computed.exceptions).toEqual([]);
    expect(hoursByClass(computed)).toEqual({ 'guarantee:On call': 2.5 });
  });
  it('is replaced by leave', () => {
    const leave = correction('absence-leave', { planStartsAt: onCall.startsAt, code: 'Annual' });
    expect(called({}, [], { corrections: [leave] })).toEqual({ 'leave:Annual': 10 });
  });
  it('pays an exact share: 0.29 of seven hours is 2.03', () => {
    const plans = [{ ...onCall, endsAt: at('2026-10-21 01:00') }];
    const found = called(
      { guarantees: [{ ...standby, share: 0.29 } as Guarantee], hours: { decimals: 4 } },
      [],
      {
        plans,
      },
    );
    expect(found).toEqual({ 'guarantee:On call': 2.03 });
  });
});

describe('a share of the plan', () => {
  const planned = (start: string, end: string) => [
    plan('2026-10-20', `2026-10-20 ${start}`, `2026-10-20 ${end}`),
  ];
  const share = (changes: object) =>
    [{ kind: 'share of plan', name: 'Share', share: 1, ...changes }] as const;

  it('has its least only below the share: an hour planned and worked in full is an hour', () => {
    const guarantees = [...share({ share: 0.5, least: 'PT2H' })];
    expect(hours(day('08:00', '09:00'), { guarantees }, { plans: planned('08:00', '09:00') })).toEqual({
      ordinary: 1,
    });
  });
  it('is measured without the unpaid meal, punched or automatic', () => {
    const guarantees = [...share({})];
    const punched = [
      punch('in', '2026-10-20 08:00'),
      punch('meal-out', '2026-10-20 12:00'),
      punch('meal-in', '2026-10-20 12:30'),
      punch('out', '2026-10-20 16:00'),
    ];
    const plans = planned('08:00', '16:00');
    expect(hours(punched, { guarantees }, { plans })).toEqual({ ordinary: 7.5 });
    const breaks: Rulebook['breaks'] = {
      paidUpTo: 'PT20M',
      automaticMeal: {
        tiers: [{ after: 'PT6H', compare: 'more than', take: 'PT30M' }],
        besidePunched: 'skip',
        placed: { at: 'end' },
      },
    };
    expect(hours(day('08:00', '16:00'), { guarantees, breaks }, { plans })).toEqual({ ordinary: 7.5 });
  });
});

describe('a total is rounded once, its paid time as a whole', () => {
  const rounded = (
    of: 'spell' | 'shift' | 'day',
    minutes: number,
    toward: 'up' | 'down',
  ): Partial<Rulebook> => ({
    rounding: [{ of, minutes, toward }],
  });
  it('of a day over all of its shifts: 25 minutes and one, down to the half hour, are none', () => {
    const apart = { ...rounded('day', 30, 'down'), pairing: { ...PAIRING, shiftGap: 'PT1H' } };
    expect(hours([...day('08:00', '08:25'), ...day('13:00', '13:01')], apart)).toEqual({});
  });
  it('of the day that a shift counts for: two nights and days of 4:30 are nine hours', () => {
    const ends: Partial<Rulebook> = {
      ...rounded('day', 60, 'down'),
      workday: { startsAt: '00:00', shiftBelongsTo: 'day it ends' },
    };
    const punches = shifts(
      ['2026-10-19 22:00', '2026-10-20 02:30'],
      ['2026-10-20 08:00', '2026-10-20 12:30'],
    );
    expect(hours(punches, ends)).toEqual({ ordinary: 9 });
  });
  it('of a shift with its paid break: 08:00 to 16:30, down to the hour, is eight hours', () => {
    const punches = [
      punch('in', '2026-10-20 08:00'),
      punch('break-out', '2026-10-20 12:00'),
      punch('break-in', '2026-10-20 12:20'),
      punch('out', '2026-10-20 16:30'),
    ];
    expect(hours(punches, rounded('shift', 60, 'down'))).toEqual({ ordinary: 8 });
  });
  it('of each spell, which ends at a gap that is not paid; what is added overlaps nothing', () => {
    const punches = [
      punch('in', '2026-10-20 08:00'),
      punch('break-out', '2026-10-20 10:02'),
      punch('break-in', '2026-10-20 10:12'),
      punch('out', '2026-10-20 12:00'),
    ];
    const changes = { ...rounded('spell', 15, 'up'), breaks: { paidUpTo: 'PT0S' } };
    expect(hours(punches, changes)).toEqual({ ordinary: 4.25 });
    const paid = { ...rounded('spell', 15, 'up'), breaks: { paidUpTo: 'PT20M' } };
    expect(hours(punches, paid)).toEqual({ ordinary: 4 });
  });
  it('a spell that changes its job is one spell, and what is added is of the last second', () => {
    const punches = [
      punch('in', '2026-10-20 08:00', { job: STORM }),
      punch('job-change', '2026-10-20 09:02', { job: ON_CALL }),
      punch('out', '2026-10-20 09:55'),
    ];
    const { lines } = computeFor(punches, rules(rounded('spell', 60, 'up')));
    expect(lines.map(({ job, seconds: length }) => [job, length / 60])).toEqual([
      [ON_CALL, 58],
      [STORM, 62],
    ]);
  });
});

describe('punches at one instant', () => {
  it('an in and an out in one minute are a spell of no length, not two missing punches', () => {
    const { shifts: found, exceptions } = computeFor(day('08:00', '08:00'), rules({}));
    expect(found.map(({ spells }) => spells.length)).toEqual([1]);
    expect(exceptions).toEqual([]);
  });
  it('a second job change within the repeat window counts where it names another job', () => {
    const punches = [
      punch('in', '2026-10-20 08:00'),
      punch('job-change', '2026-10-20 10:00', { job: STORM }),
      punch('job-change', '2026-10-20 10:01', { job: ON_CALL }),
      punch('out', '2026-10-20 12:00'),
    ];
    const { lines } = computeFor(punches, rules({ hours: { whole: 'minutes' } }));
    expect(lines.map(({ job, seconds: length }) => [job, length / 60])).toEqual([
      [null, 120],
      [ON_CALL, 119],
      [STORM, 1],
    ]);
  });
});

describe('leave that counts stands at its own day, before the work of that day', () => {
  const tiers: Rulebook['overtime'][number]['tiers'] = [
    { above: 'PT8H', forNext: 'PT2H', multiplier: 1.5 },
    { multiplier: 2 },
  ];
  const weekly = (more: object = {}): Rulebook['overtime'] => [
    { name: 'Weekly', basis: 'workweek', tiers, countsLeave: ['Annual'], ...more },
  ];
  const leaveOn = (date: string, hoursOff: number) => [
    {
      workday: workdayFromIso(date),
      kind: 'leave' as const,
      code: 'Annual',
      seconds: seconds(hoursOff * 3600),
      reason: '',
      job: null,
      department: null,
    },
  ];
  const worked = day('08:00', '09:00');

  it('as worked, it fills threshold and tiers: after twelve hours of it, an hour pays twice', () => {
    const leave = leaveOn('2026-10-19', 12);
    expect(hours(worked, { overtime: weekly() }, { leave })).toEqual({ 'overtime-2': 1, 'leave:Annual': 12 });
  });
  it('toward the threshold only, the tiers begin with the work', () => {
    const leave = leaveOn('2026-10-19', 12);
    const overtime = weekly({ leaveCounts: 'toward the threshold' });
    expect(hours(worked, { overtime }, { leave })).toEqual({ 'overtime-1.5': 1, 'leave:Annual': 12 });
  });
  it('on a later day it counts for nothing that was worked before', () => {
    const leave = leaveOn('2026-10-21', 12);
    expect(hours(worked, { overtime: weekly() }, { leave })).toEqual({ ordinary: 1, 'leave:Annual': 12 });
  });
  it('a limit of hours that count in a workday limits leave and work together, leave first', () => {
    const leave = leaveOn('2026-10-20', 6);
    const overtime = weekly({ countsAtMostPerWorkday: 'PT9H' });
    expect(hours(day('08:00', '14:00'), { overtime }, { leave })).toEqual({
      ordinary: 5,
      'overtime-1.5': 1,
      'leave:Annual': 6,
    });
  });
});

describe('what must be read', () => {
  const weekly: Rulebook['overtime'][number] = {
    name: 'Weekly',
    basis: 'workweek',
    tiers: [{ above: 'PT8H', multiplier: 1.5 }],
  };
  /** Hours by class on 19 October, read from a day on and no further back than `inputSpan` says. */
  const readFrom = (punches: readonly Punch[], changes: Partial<Rulebook>) => {
    const editions = Editions.always(rules(changes));
    const record = { ...inputFor(punches, rules(changes)), editions };
    return ['2026-10-12', '2026-10-19'].map((from) => {
      const first = workdayFromIso(from);
      const needed = inputSpan(first, record.last, editions, [], shiftsOverOf(record));
      const computed = compute({ ...record, first, punches: punchesAround(record, needed) });
      const lines = computed.lines.filter(({ workday }) => workday === workdayFromIso('2026-10-19'));
      return hoursByClass({ ...computed, lines });
    });
  };
  const eight = (date: string): [string, string] => [`${date} 08:00`, `${date} 16:00`];

  it('a cycle needs what the weeks before it gave', () => {
    const cycle: Rulebook['overtime'][number] = {
      name: 'Cycle',
      basis: { of: 'cycle', days: 2, anchor: '2026-10-18' },
      tiers: [{ above: 'PT10H', multiplier: 2 }],
    };
    const punches = shifts(eight('2026-10-15'), eight('2026-10-18'), eight('2026-10-19'));
    expect(readFrom(punches, { overtime: [weekly, cycle] })).toEqual([{ ordinary: 8 }, { ordinary: 8 }]);
  });
  it('a shift across the line needs what the week before it gave', () => {
    const shift: Rulebook['overtime'][number] = {
      name: 'Shift',
      basis: 'shift',
      tiers: [{ above: 'PT8H', multiplier: 2 }],
    };
    const workday: Rulebook['workday'] = { startsAt: '00:00', shiftBelongsTo: 'split at the line' };
    const punches = shifts(eight('2026-10-15'), ['2026-10-18 20:00', '2026-10-19 06:00']);
    expect(readFrom(punches, { workday, overtime: [weekly, shift] })).toEqual([
      { ordinary: 6 },
      { ordinary: 6 },
    ]);
  });
});

describe('a rule of the same code in two editions is one rule', () => {
  const daily: Rulebook['overtime'][number] = {
    name: 'Daily',
    basis: 'workday',
    tiers: [{ above: 'PT8H', multiplier: 1.5 }],
  };
  const weekly: Rulebook['overtime'][number] = {
    name: 'Weekly',
    basis: 'workweek',
    tiers: [{ above: 'PT24H', multiplier: 1.5 }],
  };
  const holiday: Rulebook['overtime'][number] = {
    name: 'Holiday',
    basis: 'holiday',
    tiers: [{ multiplier: 2 }],
  };
  const threeTens = shifts(
    ...[19, 20, 21].map((date): [string, string] => [`2026-10-${date} 08:00`, `2026-10-${date} 18:00`]),
  );
  const over = (before: Partial<Rulebook>, after: Partial<Rulebook>) => {
    const editions = new Editions([
      { from: workdayFromIso('2026-01-01'), rulebook: rules(before) },
      { from: workdayFromIso('2026-10-20'), rulebook: rules(after) },
    ]);
    return hoursByClass(computeFor(threeTens, rules(before), { editions }));
  };

  it('wherever it stands in the list', () => {
    const found = over({ overtime: [daily, weekly] }, { overtime: [holiday, daily, weekly] });
    expect(found).toEqual({ ordinary: 24, 'overtime-1.5': 6 });
  });
  it('also where its name changes', () => {
    const renamed = { ...weekly, name: 'Week', code: 'Weekly' };
    const found = over({ overtime: [weekly] }, { overtime: [renamed] });
    expect(found).toEqual({ ordinary: 24, 'overtime-1.5': 6 });
    expect(over({ overtime: [] }, { overtime: [renamed] })).toEqual({ ordinary: 24, 'overtime-1.5': 6 });
  });
  it('the greater of two ways is followed through the whole week, and compared once', () => {
    const says: Partial<Rulebook> = {
      overtime: [daily, weekly],
      overtimeMeets: { mode: 'greater of', groups: [['Daily'], ['Weekly']] },
    };
    expect(over(says, says)).toEqual({ ordinary: 24, 'overtime-1.5': 6 });
  });
});

describe('a stretch said not to be worked', () => {
  const notWorked = (from: string, to: string) =>
    correction('not-worked', { from: at(`2026-10-20 ${from}`), to: at(`2026-10-20 ${to}`) });

  it('leaves punches that are rounded as if so clocked: outs up to the quarter, from 15:30 on not worked', () => {
    const rounding: Rulebook['rounding'] = [{ kinds: ['out'], minutes: 15, toward: 'up' }];
    const corrections = [notWorked('15:30', '16:20')];
    expect(hours(day('08:00', '16:20'), { rounding }, { corrections })).toEqual({ ordinary: 7.5 });
  });
  it('leaves the spell before it, where a change of job at its edge ended that', () => {
    const punches = [
      punch('in', '2026-10-20 08:00'),
      punch('job-change', '2026-10-20 10:00', { job: STORM }),
    ];
    expect(hours(punches, {}, { corrections: [notWorked('10:00', '12:00')] })).toEqual({ ordinary: 2 });
  });
  it('ends the shift before it: eleven hours of rest are counted from 20:00', () => {
    const overtime: Rulebook['overtime'] = [
      { name: 'Short rest', basis: { of: 'short rest', rest: 'PT11H' }, tiers: [{ multiplier: 2 }] },
    ];
    const punches = [...day('14:00', '22:00'), ...shifts(['2026-10-21 08:00', '2026-10-21 12:00'])];
    const corrections = [notWorked('20:00', '22:00')];
    expect(hours(punches, { overtime }, { corrections })).toEqual({ ordinary: 10 });
  });
  it('stays to be seen, unpaid, and is no paid break, no meal and no split shift', () => {
    const changes: Partial<Rulebook> = {
      breaks: { paidUpTo: 'PT20M', automaticMeal: undefined },
      guarantees: [{ kind: 'split shift', name: 'Split', gapOver: 'PT10M', pays: 'PT1H' }],
    };
    for (const [from, to] of [
      ['10:00', '10:15'],
      ['10:00', '11:30'],
    ] as const) {
      const computed = computeFor(day('08:00', '16:00'), rules(changes), {
        corrections: [notWorked(from, to)],
      });
      const [shift] = computed.shifts;
      const seen = { start: at(`2026-10-20 ${from}`), end: at(`2026-10-20 ${to}`), kind: 'not-worked' };
      expect(shift?.breaks.unpaid).toEqual([seen]);
      expect(shift?.clockedSeconds).toBe(8 * 3600);
      expect(Object.keys(hoursByClass(computed))).toEqual(['ordinary']);
    }
  });
});

describe('a job set over a stretch is as if it had been clocked on it', () => {
  it('a call-out for the job is owed for it', () => {
    const guarantees: Guarantee[] = [{ kind: 'call-out', name: 'Called', least: 'PT3H', jobs: ['Storm'] }];
    const set = correction('set-job', {
      from: at('2026-10-20 14:00'),
      to: at('2026-10-20 14:30'),
      job: STORM,
    });
    expect(hours(day('14:00', '14:30'), { guarantees }, { corrections: [set] })).toEqual({
      ordinary: 0.5,
      'guarantee:Called': 2.5,
    });
  });
});

describe('a split shift is an unpaid gap of the day that is no meal', () => {
  const guarantees = [{ kind: 'split shift', name: 'Split', gapOver: 'PT1H', pays: 'PT1H' }] as const;
  const withGap = (out: 'out' | 'break-out', back: 'in' | 'break-in') => [
    punch('in', '2026-10-20 08:00'),
    punch(out, '2026-10-20 10:00'),
    punch(back, '2026-10-20 12:00'),
    punch('out', '2026-10-20 14:00'),
  ];
  it('whether punched as a break or as out and in', () => {
    expect(hours(withGap('break-out', 'break-in'), { guarantees: [...guarantees] })).toEqual({
      ordinary: 4,
      'guarantee:Split': 1,
    });
    expect(hours(withGap('out', 'in'), { guarantees: [...guarantees] })).toEqual({
      ordinary: 4,
      'guarantee:Split': 1,
    });
  });
  it('and none where the gap is paid', () => {
    const paid = correction('cancel-meal', { at: at('2026-10-20 11:00') });
    expect(hours(withGap('out', 'in'), { guarantees: [...guarantees] }, { corrections: [paid] })).toEqual({
      ordinary: 6,
    });
  });
});
