import { cardRows } from '@heath/contract';
import { type Workday, workday, workdayFromIso } from '@heath/core';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../../demo/acting.ts';
import { Problem } from '../../http/problem.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approveAll, settleAll } from '../../testing/settle.ts';
import { addAll, amounts, takeAmountBack } from '../amounts/service.ts';
import { listCards, openCard } from '../cards/service.ts';
import { correct, undo } from '../corrections/service.ts';
import { handOff } from '../handoff/sealing.ts';
import { handoffOf } from '../handoff/service.ts';
import { takeBack } from '../handoff/taking-back.ts';
import { keepMapping, mappingNow } from '../mapping/service.ts';
import { decide, differences, sentAndNow } from './service.ts';

/** For others: HEATH_SEED. */
const SEED = Number(process.env.HEATH_SEED ?? 20261102);
const PEOPLE = 9;
const CHANGED = 3;
let company: Company;
let people: readonly number[];
beforeAll(async () => {
  company = await freshCompany('any_handoff', PEOPLE);
  await importFile(company, 'clocks.csv', bytes(generatedLines(PEOPLE).join('\n')));
  await company.work();
  const rows = cardRows(await listCards(company, company.who, company.periodId));
  people = rows.slice(0, CHANGED).map(({ personId }) => personId);
});
afterAll(() => company.close());

const FIRST = workdayFromIso('2026-10-19');
const who = fc.integer({ min: 0, max: CHANGED - 1 });
const day = fc.integer({ min: 0, max: 13 }).map((i) => workday(FIRST + i));
const operation = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constant('leave' as const),
      who,
      day,
      hours: fc.integer({ min: 1, max: 4 }),
    }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('undo' as const), who, nth: fc.nat(9) }) },
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('amount' as const),
      who,
      day,
      of: fc.integer({ min: -900, max: 2000 }).filter((n) => n !== 0),
    }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('amount back' as const), nth: fc.nat(9) }) },
  {
    weight: 2,
    arbitrary: fc.record({ do: fc.constant('mapping' as const), code: fc.constantFrom('510', '410', '110') }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('hand off' as const) }) },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('carry' as const) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('waive' as const) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('reopen' as const), nth: fc.nat(3) }) },
);
type Operation = typeof operation extends fc.Arbitrary<infer O> ? O : never;

const key = (personId: number) => ({ periodId: company.periodId, personId });
const all = async () => (await differences(company, company.who)).differences;
const decideAll = async (what: 'carry' | 'approve' | 'waive') => {
  const found = (await all()).map(({ periodId, personId, version }) => ({ periodId, personId, version }));
  if (found.length > 0)
    await decide(company, company.who, null, { what, differences: found, reason: 'It is tried' });
  return found.length;
};

/** Does one thing; true where it was done. */
async function done(one: Operation): Promise<boolean> {
  switch (one.do) {
    case 'leave':
      await correct(company, null, company.who, key(people[one.who]!), {
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
      });
      return true;
    case 'undo': {
      const of = key(people[one.who]!);
      const { corrections } = await openCard(company, company.who, of);
      const standing = corrections.filter(({ kind, undone }) => kind === 'flat-hours' && !undone);
      const chosen = standing[one.nth % Math.max(standing.length, 1)];
      if (chosen === undefined) return false;
      await undo(company, null, company.who, of, chosen.id);
      return true;
    }
    case 'amount':
      await addAll(company, company.who, null, company.periodId, {
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
      const standing = (await amounts(company, company.periodId)).amounts.filter(
        ({ takenBack }) => !takenBack,
      );
      const chosen = standing[one.nth % Math.max(standing.length, 1)];
      if (chosen === undefined) return false;
      await takeAmountBack(company, company.who, null, chosen.id);
      return true;
    }
    case 'mapping': {
      const { id, rules } = await mappingNow(company);
      const changed = rules.map((rule) =>
        rule.name === 'Annual leave' ? { ...rule, code: one.code } : rule,
      );
      await keepMapping(company, company.who, null, id, changed);
      return true;
    }
    case 'hand off':
      await settleAll(company);
      await company.work();
      await approveAll(company);
      await handOff(company, company.who, null, company.periodId, {
        overrides: ['known people', 'new codes'].map((check) => ({ check, reason: 'It is tried' })),
      });
      return true;
    case 'carry':
      if ((await decideAll('carry')) === 0) return false;
      await decideAll('approve');
      await handOff(company, company.who, null, company.periodId, { differencesAlone: true, overrides: [] });
      return true;
    case 'waive':
      return (await decideAll('waive')) > 0;
    case 'reopen': {
      const { batches } = await handoffOf(company, company.periodId);
      const standing = batches.filter(({ ended }) => ended === null);
      const chosen = standing[one.nth % Math.max(standing.length, 1)];
      if (chosen === undefined) return false;
      await takeBack(company, company.who, null, chosen.id, 'reopened', 'It is tried');
      return true;
    }
  }
}

/** What was sent and what differs is the card as it is now, with its amounts; of a card that is open, nothing is sent. */
async function check(personId: number): Promise<'sealed' | 'open'> {
  const { sent, differs } = await sentAndNow(company, company.who, company.periodId, personId);
  const card = await openCard(company, company.who, key(personId));
  if (!card.sealed) {
    expect(sent).toEqual([]);
    return 'open';
  }
  const sums = new Map<string, number>();
  const add = (on: Workday, classId: string, hours: number) =>
    sums.set(`${on} ${classId}`, (sums.get(`${on} ${classId}`) ?? 0) + hours);
  for (const { workday: on, classId, hours } of [...sent, ...differs]) add(on, classId, hours);
  for (const { workday: on, classId, hours } of card.lines) add(on, classId, -hours);
  for (const { day: on, what, amount, takenBack, personId: of } of (await amounts(company, company.periodId))
    .amounts)
    if (of === personId && !takenBack) add(on, `amount:${what}`, -amount);
  expect([...sums].filter(([, hours]) => hours !== 0)).toEqual([]);
  return 'sealed';
}

describe('any sequence of corrections, amounts, mappings, handoffs and batches taken back', () => {
  it('leaves what was sent plus what differs the card, to the unit', async () => {
    const operations = fc.sample(operation, { numRuns: 110, seed: SEED });
    const tried = { done: 0, refused: 0, sealed: 0, open: 0 };
    for (const one of operations) {
      try {
        if (await done(one)) tried.done++;
      } catch (error) {
        if (!(error instanceof Problem) || error.status >= 500) throw error;
        tried.refused++;
      }
      await company.work();
      for (const personId of people) tried[await check(personId)]++;
    }
    // Every kind of it happened, else little was shown.
    expect(Math.min(...Object.values(tried))).toBeGreaterThan(5);
  });
});
