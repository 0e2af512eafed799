import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Problem } from '../../base/problem.ts';
import { batch, person } from '../../database/schema/index.ts';
import { transaction } from '../../database/transaction.ts';
import { importFile } from '../../demo/acting.ts';
import { ensureCards, touchQuery } from '../../recompute/stale-cards.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { handOff } from './sealing.ts';

let company: Company;
let everybody: number[];
beforeAll(async () => {
  company = await freshCompany('at_once');
  everybody = (await company.database.select({ id: person.id }).from(person)).map(({ id }) => id);
  await ensureCards(company.database, company.periodId);
});
afterAll(() => company.close());

const ROUNDS = 25;

describe('handing off, importing and computing at once', () => {
  it('ends with an answer every time: done, or not ready and why, never a deadlock', async () => {
    const [header, ...rows] = generatedLines();
    const share = Math.ceil(rows.length / ROUNDS);
    const refused: unknown[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const file = [header, ...rows.slice(round * share, (round + 1) * share)].join('\n');
      const touched = [...everybody].sort(() => (round % 2 === 0 ? -1 : 1));
      const works = await Promise.allSettled([
        importFile(company, `part-${round}.csv`, bytes(file)),
        ...Array.from({ length: 3 }, () => handOff(company, company.who, null, company.periodId)),
        company.recompute(),
        transaction(company.database, (tx) => tx.execute(touchQuery([company.periodId], touched))),
        company.recompute(),
      ]);
      for (const work of works) if (work.status === 'rejected') refused.push(work.reason);
      if ((await company.database.select().from(batch)).length > 0) break;
    }
    expect(refused.length).toBeGreaterThan(0);
    for (const reason of refused) {
      expect(reason).toBeInstanceOf(Problem);
      expect((reason as Problem).status).toBe(409);
    }
  });
});
