import { describe, expect, it } from 'vitest';
import type { CorrectionSays } from '../corrections/kinds.ts';
import type { SiteId } from '../model/ids.ts';
import { correctionId } from '../model/ids.ts';
import type { Rulebook } from '../rulebook/schema.ts';
import { at, computeFor, plan, punch, rulebook } from '../testing/fixtures.ts';
import { workdayToIso } from '../time/units.ts';
import { waysOf } from './settled-by.ts';
import { punchBeside } from './ways.ts';

const night = plan('2026-10-27', '2026-10-27 22:00', '2026-10-28 06:00');
const late = plan('2026-10-27', '2026-10-27 13:00', '2026-10-27 21:30');

describe('exceptions', () => {
  it('an in without an out pays nothing and proposes the end of the plan', () => {
    const start = punch('in', '2026-10-27 22:06');
    const { exceptions, lines } = computeFor([start], rulebook(), { plans: [night] });
    expect(lines).toEqual([]);
    expect(exceptions).toMatchObject([
      {
        key: `missing-out:punch-${start.id}`,
        severity: 'holds up',
        proposals: [{ at: night.endsAt, from: 'plan' }],
      },
    ]);
  });

  it('stands on the day of its shift, also where the punch lies after midnight', () => {
    const { exceptions, shifts } = computeFor(
      [
        punch('in', '2026-10-27 22:00'),
        punch('meal-out', '2026-10-28 02:00'),
        punch('meal-in', '2026-10-28 02:30'),
      ],
      rulebook(),
      { plans: [night] },
    );
    expect(exceptions.map((e) => workdayToIso(e.workday))).toEqual(['2026-10-27']);
    expect(shifts.map((s) => s.payableSeconds)).toEqual([4 * 3600]);
  });

  it('what is paid after a missing out still belongs to the day on which the shift started', () => {
    const { lines } = computeFor(
      [
        punch('in', '2026-10-27 22:00'),
        punch('meal-in', '2026-10-28 02:30'),
        punch('out', '2026-10-28 06:00'),
      ],
      rulebook(),
    );
    expect(lines.map((line) => [workdayToIso(line.workday), line.hours / 90_000])).toEqual([
      ['2026-10-27', 3.5],
    ]);
  });

  it('a lone undirected punch near the end of a plan misses its in, near the start its out', () => {
    const kinds = (when: string) =>
      computeFor([punch('undirected', when)], rulebook(), { plans: [late] }).exceptions.map((e) => [
        e.kind,
        e.proposals[0]?.at,
      ]);
    expect(kinds('2026-10-27 21:34')).toEqual([['missing-in', late.startsAt]]);
    expect(kinds('2026-10-27 12:58')).toEqual([['missing-out', late.endsAt]]);
  });

  it('proposes nothing where no plan is near', () => {
    expect(
      computeFor([punch('out', '2026-10-30 12:00')], rulebook(), { plans: [night] }).exceptions,
    ).toMatchObject([{ kind: 'missing-in', proposals: [] }]);
  });
});

const day = plan('2026-10-20', '2026-10-20 08:00', '2026-10-20 16:00');
const onTime = () => [punch('in', '2026-10-20 08:00'), punch('out', '2026-10-20 16:00')];
type Looked = NonNullable<Rulebook['exceptions']>;
const look = 'to look at' as const;

/** Kinds found in one day, each with what was measured. */
const found = (
  looked: Looked,
  punches: ReturnType<typeof onTime>,
  more: Parameters<typeof computeFor>[2] = {},
  rules: Partial<Rulebook> = {},
) =>
  computeFor(punches, rulebook({ exceptions: looked, ...rules }), more).exceptions.map(
    ({ kind, measured }) => [kind, measured],
  );

describe('each kind of exception', () => {
  it('a punch twice within two minutes counts once, and is noted', () => {
    const twice = [...onTime(), punch('in', '2026-10-20 08:01')];
    expect(found({ 'repeated-punch': { severity: 'note' } }, twice)).toEqual([['repeated-punch', null]]);
  });
  it('too long and too short, by more than the limit', () => {
    expect(found({ 'too-long': { severity: look, over: 'PT8H' } }, onTime())).toEqual([]);
    expect(found({ 'too-long': { severity: look, over: 'PT7H' } }, onTime())).toEqual([['too-long', 28_800]]);
    expect(found({ 'too-short': { severity: look, under: 'PT9H' } }, onTime())).toEqual([
      ['too-short', 28_800],
    ]);
  });
  it('in, in, out, out is an overlap of two stretches, beside the two punches without a partner', () => {
    const punches = [
      punch('in', '2026-10-20 08:00'),
      punch('in', '2026-10-20 10:00'),
      punch('out', '2026-10-20 12:00'),
      punch('out', '2026-10-20 16:00'),
    ];
    expect(found({}, punches)).toEqual([
      ['missing-out', null],
      ['overlap', 28_800],
      ['missing-in', null],
    ]);
    const settled = { ...punches[0]!, id: 9001 as never, at: at('2026-10-20 09:00'), kind: 'out' as const };
    const back = { ...punches[0]!, id: 9002 as never, at: at('2026-10-20 13:00') };
    expect(found({}, [...punches, settled, back])).toEqual([]);
  });
  it('a punch later than now', () => {
    expect(found({}, onTime(), { asOf: at('2026-10-20 15:00') })).toEqual([['future-punch', null]]);
    expect(found({}, onTime(), { asOf: at('2026-10-20 17:00') })).toEqual([]);
  });
  it('a job that the rulebook does not know, no job, no note', () => {
    const inJob = (job: number | null, note: string | null) => [
      punch('in', '2026-10-20 08:00', { job: job as never, note }),
      punch('out', '2026-10-20 16:00'),
    ];
    const names = {
      job: (name: string) => (name === 'Mooring' ? 1 : undefined) as never,
      department: () => undefined,
      site: () => undefined,
    };
    const kinds = (looked: Looked, punches: ReturnType<typeof inJob>) =>
      computeFor(punches, rulebook({ exceptions: looked }, names)).exceptions.map(({ kind }) => kind);
    const unknown: Looked = { 'unknown-job': { severity: look, jobs: ['Mooring'] } };
    expect(kinds(unknown, inJob(2, null))).toEqual(['unknown-job']);
    expect(kinds(unknown, inJob(1, null))).toEqual([]);
    expect(kinds({ 'job-required': { severity: look } }, inJob(null, null))).toEqual(['job-required']);
    expect(kinds({ 'job-required': { severity: look } }, inJob(1, null))).toEqual([]);
    const note: Looked = { 'note-required': { severity: look, jobs: ['Mooring'] } };
    expect(kinds(note, inJob(1, ' '))).toEqual(['note-required']);
    expect(kinds(note, inJob(1, 'rope broke'))).toEqual([]);
    expect(kinds(note, inJob(2, null))).toEqual([]);
  });
  it('worked without a plan, planned without anybody, unless on leave or not over yet', () => {
    const looked: Looked = { 'not-planned': { severity: look }, absent: { severity: look } };
    const other = plan('2026-10-22', '2026-10-22 08:00', '2026-10-22 16:00');
    expect(found(looked, onTime(), { plans: [day] })).toEqual([]);
    expect(found(looked, onTime(), { plans: [other] })).toEqual([
      ['not-planned', null],
      ['absent', 28_800],
    ]);
    const leave = [
      {
        workday: other.workday,
        kind: 'leave' as const,
        code: 'Annual',
        seconds: 28_800 as never,
        reason: '',
        job: null,
        department: null,
      },
    ];
    expect(found(looked, [], { plans: [other], leave })).toEqual([]);
    expect(found(looked, [], { plans: [other], asOf: at('2026-10-22 15:00') })).toEqual([]);
  });
  it('in late and out early by more than is allowed', () => {
    const looked: Looked = {
      'late-in': { severity: look, over: 'PT5M' },
      'early-out': { severity: look, over: 'PT5M' },
    };
    const between = (start: string, end: string) => [
      punch('in', `2026-10-20 ${start}`),
      punch('out', `2026-10-20 ${end}`),
    ];
    expect(found(looked, between('08:05', '15:55'), { plans: [day] })).toEqual([]);
    expect(found(looked, between('08:06', '15:40'), { plans: [day] })).toEqual([
      ['late-in', 360],
      ['early-out', 1200],
    ]);
  });
  it('breaks over what is paid', () => {
    const punches = [
      ...onTime(),
      punch('break-out', '2026-10-20 10:00'),
      punch('break-in', '2026-10-20 10:35'),
    ];
    const looked: Looked = { 'break-over': { severity: look, over: 'PT0S' } };
    expect(found(looked, punches)).toEqual([['break-over', 2100]]);
    expect(found(looked, punches, {}, { breaks: { paidUpTo: 'PT20M', allowance: 'PT30M' } })).toEqual([
      ['break-over', 300],
    ]);
  });
  it('a long day', () => {
    expect(found({ 'daily-over': { severity: look, over: 'PT7H30M' } }, onTime())).toEqual([
      ['daily-over', 28_800],
    ]);
  });
  it('overtime that waits for approval holds up the handoff until it is approved', () => {
    const overtime: Rulebook['overtime'] = [
      {
        name: 'Daily',
        basis: 'workday',
        tiers: [{ above: 'PT6H', multiplier: 1.5 }],
        waitsForApproval: true,
      },
    ];
    const waiting = computeFor(onTime(), rulebook({ overtime }));
    expect(waiting.exceptions).toMatchObject([
      { kind: 'overtime-approval', severity: 'holds up', measured: 7200 },
    ]);
    const approve = {
      id: correctionId(1),
      kind: 'approve-overtime' as const,
      workday: day.workday,
      rule: 'Daily',
    };
    const approved = computeFor(onTime(), rulebook({ overtime }), { corrections: [approve] });
    expect(approved.exceptions).toEqual([]);
    expect(approved.lines).toEqual(waiting.lines);
  });

  it('overtime that waits cannot be looked at alone, or not at all: it would be paid without anybody agreeing', () => {
    for (const severity of ['to look at', 'note', 'off'] as const)
      expect(() => rulebook({ exceptions: { 'overtime-approval': { severity } } })).toThrow(
        'holds up the handoff until somebody approves it',
      );
    rulebook({ exceptions: { 'overtime-approval': { severity: 'asks why' } } });
  });

  it('a punch away from its site, by the great circle', () => {
    const site = 1 as SiteId;
    // A hundredth of a degree of latitude is 1,112 m on a sphere with the earth's mean radius.
    const sites = new Map([[site, { latitude: 55, longitude: -3 }]]);
    const punches = onTime().map((one) => ({ ...one, site, position: { latitude: 55.01, longitude: -3 } }));
    expect(found({ 'away-from-site': { severity: look, overMeters: 1500 } }, punches, { sites })).toEqual([]);
    expect(found({ 'away-from-site': { severity: look, overMeters: 1000 } }, punches, { sites })).toEqual([
      ['away-from-site', 1112],
      ['away-from-site', 1112],
    ]);
  });
  it('a kind that is off is not looked for', () => {
    expect(found({ 'missing-out': { severity: 'off' } }, [punch('in', '2026-10-20 08:00')])).toEqual([]);
  });
});

describe('proposals come with their evidence', () => {
  const start = punch('in', '2026-10-22 08:04');
  const usual = (date: string, out: string) => [
    punch('in', `2026-10-${date} 08:00`),
    punch('out', `2026-10-${date} ${out}`),
  ];
  it('the plan, what the crew did, and what this person usually does', () => {
    const crew = ['15:50', '16:10', '16:20'].map((end) => ({
      startsAt: at('2026-10-22 08:00'),
      endsAt: at(`2026-10-22 ${end}`),
    }));
    const plans = [plan('2026-10-22', '2026-10-22 08:00', '2026-10-22 16:00')];
    const punches = [...usual('19', '16:30'), ...usual('20', '16:32'), ...usual('21', '17:00'), start];
    expect(computeFor(punches, rulebook(), { plans, crew }).exceptions[0]!.proposals).toEqual([
      { at: at('2026-10-22 16:00'), from: 'plan' },
      { at: at('2026-10-22 16:10'), from: 'crew', people: 3 },
      { at: at('2026-10-22 16:32'), from: 'habit', days: 3 },
    ]);
  });
  it('the habit is one of the wall clock, also after the clocks changed', () => {
    const punches = [
      ...usual('21', '16:30'),
      ...usual('22', '16:30'),
      ...usual('23', '16:30'),
      punch('in', '2026-10-26 08:04'),
    ];
    expect(computeFor(punches, rulebook()).exceptions[0]!.proposals).toEqual([
      { at: at('2026-10-26 16:30'), from: 'habit', days: 3 },
    ]);
  });
  it('two days are no habit, one colleague is no crew, and far away is neither', () => {
    const crew = [{ startsAt: at('2026-10-22 08:00'), endsAt: at('2026-10-22 16:10') }];
    const punches = [...usual('19', '16:30'), ...usual('20', '16:32'), start];
    expect(computeFor(punches, rulebook(), { crew }).exceptions[0]!.proposals).toEqual([]);
  });
});

describe('an exception stands in every period that it can change', () => {
  const missing = (computed: ReturnType<typeof computeFor>) =>
    computed.exceptions.map(({ kind, workday, severity }) => [kind, workdayToIso(workday), severity]);
  const split = rulebook({ workday: { startsAt: '00:00', shiftBelongsTo: 'split at the line' } });
  const night = [
    punch('in', '2026-10-20 23:00'),
    punch('in', '2026-10-21 02:00'),
    punch('out', '2026-10-21 05:00'),
  ];

  it('a missing out before midnight holds up both days where shifts are split at the line', () => {
    const before = computeFor(night, split, { first: '2026-10-14', last: '2026-10-20' });
    const after = computeFor(night, split, { first: '2026-10-21', last: '2026-10-27' });
    expect(missing(before)).toEqual([['missing-out', '2026-10-20', 'holds up']]);
    expect(missing(after)).toEqual([['missing-out', '2026-10-21', 'holds up']]);
    expect(before.exceptions[0]!.key).toBe(after.exceptions[0]!.key);
    expect(missing(computeFor(night, split, { first: '2026-10-22', last: '2026-10-28' }))).toEqual([]);
  });

  it('where shifts count for the day they start, only a missing in reaches back, and no further than the punch before it', () => {
    const rules = rulebook();
    const out = [punch('out', '2026-10-21 05:00')];
    const daysOf = (punches: typeof night, first: string) =>
      missing(computeFor(punches, rules, { first, last: first })).map(([kind]) => kind);
    expect(daysOf(night, '2026-10-20')).toEqual(['missing-out']);
    expect(daysOf(night, '2026-10-21')).toEqual([]);
    expect(daysOf(out, '2026-10-20')).toEqual(['missing-in']);
    expect(daysOf(out, '2026-10-21')).toEqual(['missing-in']);
    const late = [punch('in', '2026-10-21 00:10'), punch('out', '2026-10-21 00:20'), ...out];
    expect(daysOf(late, '2026-10-20')).toEqual([]);
  });
});

describe('somebody who clocked in twice', () => {
  const rules = rulebook();
  const waysFor = (punches: ReturnType<typeof punch>[]) => {
    const computed = computeFor(punches, rules);
    const [missed] = computed.exceptions;
    const day = { ...computed, plans: [] };
    return { missed: missed!, ways: waysOf(missed!, day), beside: punchBeside(missed!, day)?.at };
  };
  const after = (punches: ReturnType<typeof punch>[], says: CorrectionSays) =>
    computeFor(punches, rules, { corrections: [{ id: correctionId(1), ...says }] });

  it('is offered that the second in is no punch: the shift begins with the first', () => {
    const punches = [
      punch('in', '2026-10-20 05:21'),
      punch('in', '2026-10-20 05:55'),
      punch('out', '2026-10-20 13:21'),
    ];
    const { missed, ways, beside } = waysFor(punches);
    expect([missed.kind, beside]).toEqual(['missing-out', at('2026-10-20 05:55')]);
    expect(ways[0]).toMatchObject({ role: 'pick', says: { kind: 'drop', punch: punches[1]!.id } });
    const settled = after(punches, ways[0]!.says);
    expect([settled.exceptions, settled.lines[0]?.hours]).toEqual([[], 8 * 90_000]);
  });

  it('or out twice: the first out is none, and the shift ends with the last', () => {
    const punches = [
      punch('in', '2026-10-20 06:00'),
      punch('out', '2026-10-20 13:30'),
      punch('out', '2026-10-20 14:00'),
    ];
    const { missed, ways } = waysFor(punches);
    expect([missed.kind, ways[0]!.says]).toEqual(['missing-in', { kind: 'drop', punch: punches[1]!.id }]);
    const settled = after(punches, ways[0]!.says);
    expect([settled.exceptions, settled.lines[0]?.hours]).toEqual([[], 8 * 90_000]);
  });

  it('is not offered it where nothing, or something else, lies beside', () => {
    const roles = (...punches: ReturnType<typeof punch>[]) => waysFor(punches).ways.map(({ role }) => role);
    expect(roles(punch('in', '2026-10-20 06:00'))).toEqual(['accept', 'not worked']);
    // The next day's in is of another shift.
    const [start, end] = [punch('in', '2026-10-21 06:00'), punch('out', '2026-10-21 14:00')];
    expect(roles(punch('in', '2026-10-20 06:00'), start, end)).toEqual(['accept', 'not worked']);
  });
});
