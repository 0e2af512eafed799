import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compute } from '../compute.ts';
import type { PersonInput } from '../input/person.ts';
import type { Leave } from '../model/leave.ts';
import type { EffectivePunch, Punch } from '../model/punch.ts';
import { at, type computeFor, inputFor, plan, punch, rulebook, shifts } from '../testing/fixtures.ts';
import { anyEditions, anyPerson } from '../testing/random.ts';
import { editionsOf, inputOf, STRETCHES } from '../testing/random-input.ts';
import { seconds, type Workday, workdayFromIso } from '../time/units.ts';
import type { Computed } from './card.ts';
import { cardFingerprint, type DayState, dayAccounts } from './day-account.ts';

const rules = rulebook({ exceptions: { 'late-in': { severity: 'to look at', over: 'PT5M' } } });
const DAY = '2026-10-20';
const planned = [plan(DAY, `${DAY} 08:00`, `${DAY} 16:00`)];

type More = Parameters<typeof computeFor>[2];
function accountOf(punches: readonly Punch[], more: More = { plans: planned }) {
  const input = inputFor(punches, rules, more);
  return dayAccounts(input, compute(input))[1]!;
}
const stateOf = (punches: readonly Punch[], more?: More): DayState => accountOf(punches, more).state;
const asOf = (when: string) => ({ plans: planned, asOf: at(when) });

describe('the state of a workday', () => {
  it('matches where it begins and ends within ten minutes of the plan, and with nothing to look at', () => {
    expect(stateOf(shifts([`${DAY} 07:55`, `${DAY} 16:09`]))).toBe('matches');
    expect(stateOf(shifts([`${DAY} 08:10`, `${DAY} 16:00`]))).toBe('differs');
    expect(stateOf(shifts([`${DAY} 08:00`, `${DAY} 16:11`]))).toBe('differs');
    expect(stateOf(shifts([`${DAY} 07:49`, `${DAY} 16:00`]))).toBe('differs');
    // A meal between does not part a shift from its plan.
    expect(stateOf(shifts([`${DAY} 08:00`, `${DAY} 12:00`], [`${DAY} 12:30`, `${DAY} 16:00`]))).toBe(
      'matches',
    );
  });

  it('two shifts of which one alone was planned differ', () => {
    expect(stateOf(shifts([`${DAY} 08:00`, `${DAY} 16:00`], [`${DAY} 22:00`, `${DAY} 23:00`]))).toBe(
      'differs',
    );
  });

  it('says what is missing, who did not come, and who came without a plan', () => {
    expect(stateOf([punch('in', `${DAY} 08:00`)])).toBe('missing');
    expect(stateOf([punch('out', `${DAY} 16:00`)])).toBe('missing');
    expect(stateOf([])).toBe('absent');
    expect(stateOf([], {})).toBe('off');
    expect(stateOf(shifts([`${DAY} 08:00`, `${DAY} 16:00`]), {})).toBe('not planned');
  });

  it('is at work with an in that is not too old, and to come before its plan is over', () => {
    const came = [punch('in', `${DAY} 08:00`)];
    expect(stateOf(came, asOf(`${DAY} 12:00`))).toBe('at work');
    expect(stateOf([], asOf(`${DAY} 07:00`))).toBe('to come');
    expect(stateOf([], asOf(`${DAY} 15:59`))).toBe('to come');
    expect(stateOf([], asOf(`${DAY} 16:00`))).toBe('absent');
  });

  it('is leave where leave is paid, planned or not', () => {
    const workday = workdayFromIso(DAY);
    const leave: Leave[] = [
      {
        workday,
        kind: 'leave',
        code: 'annual',
        seconds: seconds(8 * 3600),
        reason: '',
        job: null,
        department: null,
      },
    ];
    expect(stateOf([], { plans: planned, leave })).toBe('leave');
    expect(stateOf([], { leave })).toBe('leave');
  });
});

describe('the account of a workday', () => {
  it('tells from when to when, what it pays, and how much holds up', () => {
    const account = accountOf(shifts([`${DAY} 08:00`, `${DAY} 16:00`]));
    expect(account).toMatchObject({
      workday: workdayFromIso(DAY),
      from: at(`${DAY} 08:00`),
      to: at(`${DAY} 16:00`),
      payableHours: 8 * 90_000,
      overtimeHours: 0,
      toSettle: 0,
    });
    expect(accountOf([punch('in', `${DAY} 08:00`)])).toMatchObject({ to: at(`${DAY} 08:00`), toSettle: 1 });
  });

  it('has another fingerprint after any punch of the day moves by a second, and the same after one of another day does', () => {
    const ofDay: readonly [string, string][] = [
      ['08:00', '16:00'],
      ['08:00:01', '16:00'],
      ['08:00', '16:00:01'],
      ['08:00:01', '16:00:01'],
    ];
    const fingerprints = ofDay.map(
      ([start, end]) => accountOf(shifts([`${DAY} ${start}`, `${DAY} ${end}`])).fingerprint,
    );
    expect(new Set(fingerprints).size).toBe(4);
    const other = shifts(['2026-10-21 08:00', '2026-10-21 12:00']);
    expect(accountOf([...shifts([`${DAY} 08:00`, `${DAY} 16:00`]), ...other]).fingerprint).toBe(
      fingerprints[0],
    );
  });

  it('of any card adds up to the card, and does not hang on the order in which its punches come', () => {
    fc.assert(
      fc.property(
        anyEditions(60),
        anyPerson(60),
        fc.constantFrom(...STRETCHES),
        (editions, person, stretch) => {
          const input = inputOf(editionsOf(editions, stretch), person, stretch);
          const computed = compute(input);
          const accounts = dayAccounts(input, computed);
          expect(accounts).toHaveLength(input.last - input.first + 1);
          const paid = computed.lines.filter(({ classId }) => !classId.startsWith('premium:'));
          const sum = (all: readonly number[]) => all.reduce((total, one) => total + one, 0);
          expect(sum(accounts.map(({ payableHours }) => payableHours))).toBe(
            sum(paid.map((line) => line.hours)),
          );
          expect(sum(accounts.map(({ toSettle }) => toSettle))).toBe(
            computed.exceptions.filter(({ severity }) => severity === 'holds up' || severity === 'asks why')
              .length,
          );
          for (const { state, from, fingerprint, payableHours } of accounts) {
            expect(fingerprint).toBeGreaterThanOrEqual(0);
            if (['off', 'absent', 'to come', 'leave'].includes(state)) expect(from).toBeNull();
            else expect(from).not.toBeNull();
            if (state === 'off') expect(payableHours).toBe(0);
          }
          const turned = { ...input, punches: input.punches.toReversed(), plans: input.plans.toReversed() };
          expect(dayAccounts(turned, compute(turned))).toEqual(accounts);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the fingerprint of a card', () => {
  /** What an approval approves of a card: the punches of its days, and what they pay. */
  const approvedOf = ({ first, last }: PersonInput, { shifts: all, lines }: Computed) => {
    const isOfCard = (one: { readonly workday: Workday }) => one.workday >= first && one.workday <= last;
    const clocked = ({ at: when, kind, job }: EffectivePunch) => [when, kind, job];
    return JSON.stringify([
      all
        .filter(isOfCard)
        .map(({ workday, spells, missingIn, missingOut, onTheClock }) => [
          workday,
          spells.map((spell) => [clocked(spell.in), clocked(spell.out)]),
          missingIn.map(clocked),
          missingOut.map(clocked),
          onTheClock === null ? null : clocked(onTheClock),
        ]),
      lines
        .filter(isOfCard)
        .map(({ workday, classId, multiplier, hours, job, department, site, costCenter }) => [
          workday,
          classId,
          multiplier,
          hours,
          job,
          department,
          site,
          costCenter,
        ]),
    ]);
  };
  const told = (input: PersonInput) => {
    const computed = compute(input);
    return {
      approved: approvedOf(input, computed),
      fingerprint: cardFingerprint(dayAccounts(input, computed)),
    };
  };

  it('is another one if and only if a punch or a number of it is, whatever changes around it', () => {
    let alike = 0;
    fc.assert(
      fc.property(
        anyEditions(60),
        anyEditions(60),
        anyPerson(60),
        anyPerson(60),
        fc.constantFrom(...STRETCHES),
        fc.nat(),
        (editions, others, person, another, stretch, nth) => {
          const rules = editionsOf(editions, stretch);
          const before = told(inputOf(rules, person, stretch));
          const { punches } = person;
          const without = punches.filter((_, i) => i !== nth % Math.max(punches.length, 1));
          for (const after of [
            inputOf(editionsOf(others, stretch), person, stretch),
            inputOf(rules, { ...person, punches: without, corrections: [] }, stretch),
            inputOf(
              rules,
              { ...person, punches: [...punches, ...another.punches], corrections: [] },
              stretch,
            ),
            inputOf(rules, { ...person, plans: another.plans }, stretch),
            inputOf(rules, { ...person, leave: another.leave }, stretch),
            inputOf(rules, { ...person, holidays: another.holidays, restDays: another.restDays }, stretch),
            inputOf(rules, { ...person, corrections: [] }, stretch),
          ].map(told)) {
            const isSame = after.approved === before.approved;
            if (isSame) alike++;
            expect(after.fingerprint === before.fingerprint).toBe(isSame);
          }
        },
      ),
      { numRuns: 60 },
    );
    // Both sides of it happened.
    expect(alike).toBeGreaterThan(0);
  });
});
