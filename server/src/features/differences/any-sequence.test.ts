import { CorrectRequest, cardRows, differenceRows, read } from '@heath/contract';
import { instant, instantToIso, type Rulebook, type Workday, workday, workdayFromIso } from '@heath/core';
import { eq } from 'drizzle-orm';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Problem } from '../../base/problem.ts';
import { readCard } from '../../cards/read-card.ts';
import { sendAlone } from '../../database/round-trip.ts';
import { badge, rulebookEdition } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { CORRECTIONS_NEAR, correctionNear } from '../../testing/corrections.ts';
import { approveAll, settleAll } from '../../testing/settle.ts';
import { splitWeeks } from '../../testing/split-weeks.ts';
import { addAll, amounts, takeAmountBack } from '../amounts/service.ts';
import { giveBadge } from '../badges/service.ts';
import { listCards, openCard } from '../cards/service.ts';
import { correct, undo } from '../corrections/service.ts';
import { handOff } from '../handoff/sealing.ts';
import { handoffOf } from '../handoff/service.ts';
import { takeBack } from '../handoff/taking-back.ts';
import { keepMapping, mappingNow } from '../mapping/service.ts';
import { listPeriods } from '../periods/service.ts';
import { addEdition, rulebooks } from '../rulebooks/service.ts';
import { decide, differences, sentAndNow } from './service.ts';

/** For others: HEATH_SEED; how many things happen: HEATH_STEPS. */
const SEED = Number(process.env.HEATH_SEED ?? 13);
const STEPS = Number(process.env.HEATH_STEPS ?? 110);
const PEOPLE = 9;
/** Whose cards change. */
const numbers = ['MF-0101', 'MF-0102', 'MF-0103'] as const;
const CHANGED = numbers.length;
/** Nobody clocked them in: what their cards say came after that. */
const IDLE = 'MF-0103';
let company: Company;
let people: readonly number[];
/** The oldest first. */
let periods: readonly { readonly id: number; readonly firstDay: Workday; readonly lastDay: Workday }[];
beforeAll(async () => {
  company = await freshCompany('any_handoff', PEOPLE);
  await splitWeeks(company);
  const lines = generatedLines(PEOPLE).filter((line) => !line.startsWith(IDLE));
  await importFile(company, 'clocks.csv', bytes(lines.join('\n')));
  await company.work();
  periods = (await listPeriods(company)).periods.toReversed();
  const rows = cardRows(await listCards(company, company.who, periods[0]!.id));
  people = numbers.map((number) => rows.find((row) => row.number === number)!.personId);
});
afterAll(() => company.close());

const FIRST = workdayFromIso('2026-10-19');
const who = fc.integer({ min: 0, max: CHANGED - 1 });
const day = fc.integer({ min: 0, max: 13 }).map((i) => workday(FIRST + i));
const nth = fc.nat(9);
/** Which period, by its place. */
const at = fc.nat(2);
const operation = fc.oneof(
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('leave' as const),
      who,
      day,
      hours: fc.integer({ min: 1, max: 4 }),
    }),
  },
  {
    weight: 8,
    arbitrary: fc.record({
      do: fc.constant('correct' as const),
      who,
      at,
      kind: fc.nat(CORRECTIONS_NEAR - 1),
      place: fc.nat(60),
      minutes: fc.integer({ min: -180, max: 180 }),
    }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('undo' as const), who, at, nth }) },
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('late file' as const),
      who,
      day,
      hour: fc.integer({ min: 0, max: 20 }),
      hours: fc.integer({ min: 1, max: 9 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('badge' as const),
      who,
      day,
      hour: fc.integer({ min: 0, max: 20 }),
      hours: fc.integer({ min: 1, max: 9 }),
      /** From this day on it is theirs: so many days around the punches. */
      from: fc.integer({ min: -2, max: 2 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({ do: fc.constant('edition' as const), day, above: fc.integer({ min: 5, max: 9 }) }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('amount' as const),
      who,
      day,
      of: fc.integer({ min: -900, max: 2000 }).filter((n) => n !== 0),
    }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('amount back' as const), at, nth }) },
  {
    weight: 2,
    arbitrary: fc.record({ do: fc.constant('mapping' as const), code: fc.constantFrom('510', '410', '110') }),
  },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('hand off' as const), at }) },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('carry' as const), at }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('waive' as const) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('reopen' as const), at, nth: fc.nat(3) }) },
);
type Operation = typeof operation extends fc.Arbitrary<infer O> ? O : never;

const holding = (on: Workday) => periods.find(({ firstDay, lastDay }) => firstDay <= on && lastDay >= on)!.id;
const all = async () => differenceRows(await differences(company, company.who));
const decideAll = async (what: 'carry' | 'approve' | 'waive') => {
  const found = (await all()).map(({ periodId, personId, version }) => ({ periodId, personId, version }));
  if (found.length > 0)
    await decide(company, company.who, null, { what, differences: found, reason: 'It is tried' });
  return found.length;
};
const sendNow = (...statements: Parameters<typeof sendAlone> extends [unknown, ...infer S] ? S : never) =>
  sendAlone(company.database, ...statements);
let files = 0;

/** Some hours of a badge that come in a file of their own. */
async function lateFile(
  code: string,
  { day: on, hour, hours }: { day: Workday; hour: number; hours: number },
) {
  const from = on * 86_400 + hour * 3600;
  const row = (seconds: number, kind: string) =>
    `${code},${instantToIso(instant(seconds))},${kind},,Northquay`;
  const rows = [row(from, 'in'), row(from + hours * 3600, 'out')];
  const text = ['Person no,Punched at,Type,Job,Site', ...rows].join('\n');
  await importFile(company, `late-${++files}.csv`, bytes(text));
}

/** Does one thing; true where it was done. */
async function done(one: Operation): Promise<boolean> {
  switch (one.do) {
    case 'leave':
      await correct(
        company,
        null,
        company.who,
        { periodId: holding(one.day), personId: people[one.who]! },
        {
          says: {
            kind: 'flat-hours',
            workday: one.day,
            as: 'leave',
            code: 'Annual leave',
            length: `PT${one.hours}H`,
            job: null,
            department: null,
          },
          note: 'It is tried',
        },
      );
      return true;
    case 'correct': {
      const of = { periodId: periods[one.at]!.id, personId: people[one.who]! };
      const card = (await readCard(company.database, of, company.clock.now(), sendNow, false))!;
      if (card.input.punches.length === 0) return false;
      const says = correctionNear(card.input, one);
      await correct(company, null, company.who, of, read(CorrectRequest, { says, note: 'It is tried' }));
      return true;
    }
    case 'undo': {
      const of = { periodId: periods[one.at]!.id, personId: people[one.who]! };
      const { corrections } = await openCard(company, company.who, of);
      const standing = corrections.filter(({ kind, undone }) => kind !== 'undo' && !undone);
      const chosen = standing[one.nth % Math.max(standing.length, 1)];
      if (chosen === undefined) return false;
      await undo(company, null, company.who, of, chosen.id);
      return true;
    }
    case 'late file':
      await lateFile(numbers[one.who]!, one);
      return true;
    case 'badge': {
      // One of a few, so that some change hands.
      const code = `LOST-${files % 3}`;
      await lateFile(code, one);
      const [found] = await company.database.select().from(badge).where(eq(badge.code, code));
      const firstDay = workday(one.day + one.from);
      await giveBadge(company, company.who, null, found!.id, { personId: people[one.who]!, firstDay });
      return true;
    }
    case 'edition': {
      const [of] = (await rulebooks(company)).rulebooks;
      const [first] = await company.database
        .select({ rules: rulebookEdition.rules })
        .from(rulebookEdition)
        .where(eq(rulebookEdition.rulebookId, of!.id))
        .limit(1);
      const { proofDays: _, ...rules } = first!.rules as Rulebook;
      const overtime = rules.overtime.map((rule) =>
        rule.basis === 'workday' && rule.on === undefined
          ? { ...rule, tiers: [{ above: `PT${one.above}H`, multiplier: 1.5 }] }
          : rule,
      );
      await addEdition(company, company.who, null, of!.id, {
        firstDay: one.day,
        rules: { ...rules, overtime },
      });
      return true;
    }
    case 'amount':
      await addAll(company, company.who, null, holding(one.day), {
        amounts: [
          {
            personId: people[one.who]!,
            day: one.day,
            what: 'Mileage',
            amount: (one.of / 100).toFixed(2),
            job: null,
            note: '',
          },
        ],
      });
      return true;
    case 'amount back': {
      const standing = (await amounts(company, company.who, periods[one.at]!.id)).amounts.filter(
        ({ takenBack }) => !takenBack,
      );
      const chosen = standing[one.nth % Math.max(standing.length, 1)];
      if (chosen === undefined) return false;
      await takeAmountBack(company, company.who, null, chosen.id);
      return true;
    }
    case 'mapping': {
      const { id, rules } = await mappingNow(company, company.who);
      const changed = rules.map((rule) =>
        rule.name === 'Annual leave' ? { ...rule, code: one.code } : rule,
      );
      await keepMapping(company, company.who, null, id, changed);
      return true;
    }
    case 'hand off': {
      const { id } = periods[one.at]!;
      await settleAll(company, id);
      await company.work();
      await approveAll(company, id);
      await handOff(company, company.who, null, id, {
        overrides: ['known people', 'new codes', 'no hours', 'many hours', 'unusual hours'].map((check) => ({
          check,
          reason: 'It is tried',
        })),
      });
      return true;
    }
    case 'carry':
      if ((await decideAll('carry')) === 0) return false;
      await decideAll('approve');
      await handOff(company, company.who, null, periods[one.at]!.id, {
        differencesAlone: true,
        overrides: [],
      });
      return true;
    case 'waive':
      return (await decideAll('waive')) > 0;
    case 'reopen': {
      const { batches } = await handoffOf(company, company.who, periods[one.at]!.id);
      const standing = batches.filter(({ ended }) => ended === null);
      const chosen = standing[one.nth % Math.max(standing.length, 1)];
      if (chosen === undefined) return false;
      await takeBack(company, company.who, null, chosen.id, 'reopened', 'It is tried');
      return true;
    }
  }
}

/** What was sent and what differs is the card as it is now, with its amounts; of a card that is open, nothing is sent. */
async function check(periodId: number, personId: number, after: Operation): Promise<'sealed' | 'open'> {
  const { sent, differs } = await sentAndNow(company, company.who, periodId, personId);
  const card = await openCard(company, company.who, { periodId, personId });
  if (!card.sealed) {
    expect(sent).toEqual([]);
    const listed = (await all()).filter((one) => one.periodId === periodId && one.personId === personId);
    expect(listed, `open, after ${JSON.stringify(after)}`).toEqual([]);
    return 'open';
  }
  const sums = new Map<string, number>();
  const add = (on: Workday, classId: string, hours: number) =>
    sums.set(`${on} ${classId}`, (sums.get(`${on} ${classId}`) ?? 0) + hours);
  for (const { workday: on, classId, hours } of [...sent, ...differs]) add(on, classId, hours);
  for (const { workday: on, classId, hours } of card.lines) add(on, classId, -hours);
  for (const { day: on, what, amount, takenBack, personId: of } of (
    await amounts(company, company.who, periodId)
  ).amounts)
    if (of === personId && !takenBack) add(on, `amount:${what}`, -amount);
  expect(
    [...sums].filter(([, hours]) => hours !== 0),
    `period ${periodId}, person ${personId}, after ${JSON.stringify(after)}`,
  ).toEqual([]);
  return 'sealed';
}

describe('any sequence of corrections, late punches, editions, amounts, mappings, handoffs and batches taken back', () => {
  it(
    'leaves what was sent plus what differs the card, to the unit, in periods that share workweeks',
    async () => {
      const operations = fc.sample(operation, { numRuns: STEPS, seed: SEED });
      // Early on each period goes out once, so that most of what happens happens afterwards.
      for (const place of [2, 1, 0]) operations.splice(8 * (place + 1), 0, { do: 'hand off', at: place });
      const tried = new Map<string, number>();
      const count = (what: string) => tried.set(what, (tried.get(what) ?? 0) + 1);
      for (const one of operations) {
        try {
          count(`${one.do}: ${(await done(one)) ? 'done' : 'nothing to do'}`);
        } catch (error) {
          if (!(error instanceof Problem) || error.status >= 500) throw error;
          count(`${one.do}: refused`);
        }
        await company.work();
        for (const { id } of periods) for (const personId of people) count(await check(id, personId, one));
      }
      // Other seeds may leave some kind out, and tell what they did.
      if (process.env.HEATH_SEED !== undefined) return console.log(Object.fromEntries([...tried].sort()));
      // Every kind of it happened, else little was shown.
      for (const what of ['sealed', 'open']) expect(tried.get(what), what).toBeGreaterThan(50);
      const kinds = [
        'leave',
        'correct',
        'undo',
        'late file',
        'badge',
        'edition',
        'amount',
        'amount back',
        'mapping',
      ];
      for (const kind of [...kinds, 'hand off', 'carry', 'waive', 'reopen'])
        expect(tried.get(`${kind}: done`) ?? 0, kind).toBeGreaterThan(0);
    },
    120_000 + STEPS * 3_000,
  );
});
