import type { MakePayPeriodsRequest, PayPeriodsReply } from '@heath/contract';
import { type Scheme, workday, workdayFromIso, workdayToIso } from '@heath/core';
import { and, count, eq } from 'drizzle-orm';
import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Problem } from '../../base/problem.ts';
import {
  card,
  cardException,
  cardResult,
  correction,
  groupSchedule,
  payGroup,
  period,
  schedule,
} from '../../database/schema/index.ts';
import { type Company, emptied, freshCompany } from '../../testing/company.ts';
import { listPeriods, makePayPeriods, payPeriodsOf, previewPayPeriods } from './service.ts';

let company: Company;
let groups: Readonly<Record<string, number>>;
const day = workdayFromIso;
const PAID: Scheme['payDay'] = { daysAfter: 5, weekday: null, moved: 'before' };
const MONTHLY: Scheme = { every: { kind: 'month', startsOn: 1 }, payDay: PAID };

beforeAll(async () => {
  company = await freshCompany('pay_periods');
  groups = Object.fromEntries(
    (await company.database.select().from(payGroup)).map(({ name, id }) => [name, id]),
  );
});
afterAll(() => company.close());

/** As the demo begins: one schedule, one period. */
async function begin(): Promise<void> {
  const { database } = company;
  await emptied(company, [correction, cardException, cardResult, card, groupSchedule, period]);
  const [first] = await database.select().from(schedule).orderBy(schedule.id).limit(1);
  for (const { id } of (await database.select().from(schedule)).slice(1))
    await database.delete(schedule).where(eq(schedule.id, id));
  for (const groupId of Object.values(groups))
    await database
      .insert(groupSchedule)
      .values({ groupId, firstDay: day('2026-07-27'), scheduleId: first!.id });
  await database.insert(period).values({
    scheduleId: first!.id,
    firstDay: day('2026-10-19'),
    lastDay: day('2026-11-01'),
    payDay: day('2026-11-06'),
  });
}
beforeEach(begin);

const make = (asked: MakePayPeriodsRequest) => makePayPeriods(company, company.who, null, asked);
const idsOf = (...names: readonly string[]) => names.map((name) => groups[name]!);
const all = () => idsOf('Afloat', 'Ashore', 'Night');
const spansOf = (reply: PayPeriodsReply, group: string) =>
  reply.periods
    .filter((one) => one.groups.includes(group))
    .map(({ firstDay, lastDay }) => `${workdayToIso(firstDay)}/${workdayToIso(lastDay)}`);

/** Counts, for every day of each group, in how many periods it lies. */
function daysNotInOne({ groups: of, periods }: PayPeriodsReply): string[] {
  return of.flatMap(({ name }) => {
    const own = periods.filter((one) => one.groups.includes(name));
    const wrong: string[] = [];
    const last = Math.max(...own.map(({ lastDay }) => lastDay));
    for (let one: number = day('2026-10-19'); one <= last; one++) {
      const holding = own.filter(({ firstDay, lastDay }) => firstDay <= one && lastDay >= one).length;
      if (holding !== 1) wrong.push(`${name} ${workdayToIso(workday(one))}: ${holding}`);
    }
    return wrong;
  });
}

const refusedWith = (asked: MakePayPeriodsRequest) =>
  make(asked).then(
    () => null,
    (error: unknown) => {
      if (!(error instanceof Problem)) throw error;
      return error;
    },
  );

describe('pay periods', () => {
  it('go on as they are until a day, with a card for everybody in each, and are paid on the day that the scheme says', async () => {
    await make({ groups: all(), until: day('2026-12-31'), change: null });
    const reply = await payPeriodsOf(company);
    expect(spansOf(reply, 'Night')).toEqual([
      '2026-10-19/2026-11-01',
      '2026-11-02/2026-11-15',
      '2026-11-16/2026-11-29',
      '2026-11-30/2026-12-13',
      '2026-12-14/2026-12-27',
      '2026-12-28/2027-01-10',
    ]);
    // The Friday after each.
    expect(reply.periods.map(({ payDay }) => workdayToIso(payDay))).toEqual([
      '2026-11-06',
      '2026-11-20',
      '2026-12-04',
      '2026-12-18',
      '2027-01-01',
      '2027-01-15',
    ]);
    const last = reply.periods.at(-1)!;
    const [cards] = await company.database
      .select({ all: count() })
      .from(card)
      .where(eq(card.periodId, last.id));
    // Of the 64 one left in the period before.
    expect(cards).toEqual({ all: 63 });
    expect(reply.periods.map(({ state }) => state)).toEqual(
      ['open', ...Array(5).fill('to come')].map((s, i) => (i === 1 ? 'open' : s)),
    );
  });

  it('that are worked on is the first open one that has begun, however many are to come', async () => {
    await make({ groups: all(), until: day('2027-06-30'), change: null });
    const { current, periods } = await listPeriods(company);
    expect(periods.find(({ id }) => id === current)).toMatchObject({ firstDay: day('2026-10-19') });
    expect(periods.length).toBeGreaterThan(15);
  });

  it('change in mid-year for all who have them: the one that is under way then ends the day before', async () => {
    await make({ groups: all(), until: day('2027-01-31'), change: null });
    const asked = {
      groups: all(),
      until: day('2027-03-31'),
      change: { from: day('2027-01-01'), scheme: MONTHLY },
    };
    const { parts } = await previewPayPeriods(company, asked);
    expect(
      parts.map(({ name, added, cut, removed }) => [name, added.length, cut.length, removed.length]),
    ).toEqual([['Every month from the 1st', 3, 1, 2]]);
    await make(asked);
    const reply = await payPeriodsOf(company);
    expect(spansOf(reply, 'Afloat').slice(-5)).toEqual([
      '2026-12-14/2026-12-27',
      '2026-12-28/2026-12-31',
      '2027-01-01/2027-01-31',
      '2027-02-01/2027-02-28',
      '2027-03-01/2027-03-31',
    ]);
    expect(daysNotInOne(reply)).toEqual([]);
  });

  it('of some groups change where a period begins, and those of the others go on', async () => {
    await make({ groups: all(), until: day('2027-01-31'), change: null });
    const change = (from: string) => ({
      groups: idsOf('Ashore'),
      until: day('2027-03-31'),
      change: { from: day(from), scheme: MONTHLY },
    });
    const refused = await refusedWith(change('2027-01-01'));
    expect(refused?.message).toContain('28 Dec 2026 or 11 Jan 2027');
    await make(change('2026-12-28'));
    const reply = await payPeriodsOf(company);
    expect(spansOf(reply, 'Ashore').slice(-4)).toEqual([
      '2026-12-28/2026-12-31',
      '2027-01-01/2027-01-31',
      '2027-02-01/2027-02-28',
      '2027-03-01/2027-03-31',
    ]);
    expect(spansOf(reply, 'Night').at(-1)).toBe('2027-01-25/2027-02-07');
    expect(daysNotInOne(reply)).toEqual([]);
    const cards = await company.database
      .select({ groupId: card.groupId, all: count() })
      .from(card)
      .innerJoin(period, and(eq(period.id, card.periodId), eq(period.firstDay, day('2026-12-28'))))
      .groupBy(card.periodId, card.groupId);
    // Each group once, Ashore in a period of its own.
    expect(cards.map(({ groupId }) => groupId).sort()).toEqual(all().sort());
  });

  it('that somebody has worked at do not change any more', async () => {
    await make({ groups: all(), until: day('2027-01-31'), change: null });
    const { periods } = await payPeriodsOf(company);
    const [first, , third] = periods;
    const [someone] = await company.database.select().from(card).where(eq(card.periodId, third!.id)).limit(1);
    await company.database.insert(correction).values({
      personId: someone!.personId,
      kind: 'flat-hours',
      says: {},
      workday: third!.firstDay,
      firstDay: third!.firstDay,
      lastDay: third!.firstDay,
      periodId: third!.id,
      note: '',
      payableBefore: 0,
      payableAfter: 0,
      madeBy: company.who.userId!,
      madeAt: company.clock.now(),
    } as never);
    const before = await payPeriodsOf(company);
    const refused = await refusedWith({
      groups: all(),
      until: day('2027-03-31'),
      change: { from: first!.lastDay, scheme: MONTHLY },
    });
    expect(refused?.message).toContain('cards of it were corrected');
    expect(await payPeriodsOf(company)).toEqual(before);
  });

  it.each([
    ['a group that is not there', { groups: [999], until: '2027-01-01', from: null }, 'groups'],
    ['days that have periods already', { groups: null, until: '2026-10-30', from: null }, 'until'],
    ['an end before the change', { groups: null, until: '2026-11-30', from: '2026-12-01' }, 'until'],
    ['more than five years', { groups: null, until: '2040-01-01', from: null }, 'until'],
  ] as const)('are not made for %s, which is said', async (_, { groups: of, until, from }, field) => {
    const refused = await refusedWith({
      groups: of === null ? all() : [...of],
      until: day(until),
      change: from === null ? null : { from: day(from), scheme: MONTHLY },
    });
    expect(refused?.more.field).toBe(field);
  });

  const schemes: fc.Arbitrary<Scheme> = fc.record(
    {
      every: fc.oneof(
        fc.integer({ min: 0, max: 6 }).map((startsOn) => ({ kind: 'week', startsOn }) as const),
        fc
          .integer({ min: 0, max: 13 })
          .map(
            (more) =>
              ({ kind: 'two weeks', anchor: workdayToIso(workday(day('2026-10-19') + more)) }) as const,
          ),
        fc
          .tuple(fc.integer({ min: 1, max: 31 }), fc.integer({ min: 1, max: 31 }))
          .map(([a, b]) => ({ kind: 'half month', startsOn: [a, b] as [number, number] }) as const),
        fc.integer({ min: 1, max: 31 }).map((startsOn) => ({ kind: 'month', startsOn }) as const),
      ),
      payDay: fc.constant(PAID),
    },
    { noNullPrototype: true },
  );
  const steps = fc.record({
    groups: fc.subarray(['Afloat', 'Ashore', 'Night'], { minLength: 1 }),
    /** Counted from the end of what there is. */
    fromEnd: fc.integer({ min: -60, max: 40 }),
    atStart: fc.boolean(),
    days: fc.integer({ min: 0, max: 90 }),
    scheme: fc.option(schemes),
  });

  it('have each day of a group once, whatever is made and changed; what is refused changes nothing', async () => {
    const tried = { made: 0, refused: 0 };
    await fc.assert(
      fc.asyncProperty(fc.array(steps, { minLength: 4, maxLength: 8 }), async (sequence) => {
        await begin();
        for (const { groups: names, fromEnd, atStart, days, scheme } of sequence) {
          const before = await payPeriodsOf(company);
          const own = before.periods.filter((one) => one.groups.includes(names[0]!));
          const meant = workday(own.at(-1)!.lastDay + 1 + fromEnd);
          const from =
            (atStart ? own.findLast(({ firstDay }) => firstDay <= meant)?.firstDay : undefined) ?? meant;
          const refused = await refusedWith({
            groups: idsOf(...names),
            until: workday(from + days),
            change: scheme === null ? null : { from, scheme },
          });
          const after = await payPeriodsOf(company);
          if (refused === null) {
            tried.made++;
            expect(daysNotInOne(after)).toEqual([]);
          } else {
            tried.refused++;
            expect(after).toEqual(before);
          }
        }
      }),
      { numRuns: 25, seed: 20261102 },
    );
    // Both happen, else nothing was shown.
    expect(Math.min(tried.made, tried.refused)).toBeGreaterThan(20);
  });
});
