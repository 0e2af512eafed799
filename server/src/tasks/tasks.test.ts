import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { card, task } from '../database/schema/index.ts';
import { openTasks, tryAgain } from '../features/tasks/store.ts';
import { claimTask, failTask, MOST_ATTEMPTS, pauseAfter, releaseClaims } from '../queue/claims.ts';
import { askForStaleCards } from '../recompute/stale-cards.ts';
import { type Company, freshCompany } from '../testing/company.ts';
import { failureOf } from './failures.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('tasks', 8);
});
afterAll(() => company.close());
beforeEach(async () => {
  await company.database.delete(task);
  await company.database.delete(card);
  await company.database
    .insert(task)
    .values({ kind: 'recompute', subjectId: company.periodId, status: 'waiting' });
});

const SERVER = 'harbor:4870';
const lost = Object.assign(new Error('connect'), { code: 'ECONNREFUSED' });
const claim = () => claimTask(company.database, SERVER);
const only = async () => (await company.database.select().from(task))[0]!;
const nowDue = () => company.database.update(task).set({ notBefore: 0 });

describe('a task that fails', () => {
  it('waits longer each time, and is tried again', async () => {
    expect([1, 2, 3, 4, 9, 12].map(pauseAfter)).toEqual([1, 2, 4, 8, 256, 300]);
    await failTask(company.database, (await claim())!, failureOf(lost));
    expect(await only()).toMatchObject({ status: 'waiting', attempts: 1, error: 'The database went away.' });
    expect((await only()).notBefore).toBeGreaterThan(Date.now() / 1000 - 1);
    await nowDue();
    expect((await claim())!.attempt).toBe(2);
  });

  it('is given up after so many attempts, is shown with its reason, and can be tried again', async () => {
    await company.database
      .insert(card)
      .values({ periodId: company.periodId, personId: 1, groupId: 1, departmentId: 1, siteId: 1 });
    for (let i = 0; i < MOST_ATTEMPTS; i++) {
      await failTask(company.database, (await claim())!, failureOf(lost));
      await nowDue();
    }
    expect(await claim()).toBeNull();
    const [shown] = await openTasks(company.database);
    expect(shown).toMatchObject({
      status: 'failed',
      attempts: MOST_ATTEMPTS,
      error: 'The database went away.',
      firstDay: '2026-10-19',
      lastDay: '2026-11-01',
    });
    expect(await tryAgain(company.database, shown!.id)).toBe(true);
    expect(await tryAgain(company.database, shown!.id)).toBe(false);
    expect((await claim())!.attempt).toBe(1);
  });

  it('is no longer shown once its cards are computed', async () => {
    await company.database.update(task).set({ status: 'failed', error: 'x' });
    expect(await openTasks(company.database)).toEqual([]);
  });

  it('for want of memory is given up at once', async () => {
    const failure = failureOf(Object.assign(new Error('heap'), { code: 'ERR_WORKER_OUT_OF_MEMORY' }));
    await failTask(company.database, (await claim())!, failure);
    expect(await only()).toMatchObject({
      status: 'failed',
      error: 'It needed more memory than Heath gives to one task.',
    });
  });

  it('that ends its server every time is given up as well', async () => {
    for (let i = 0; i < MOST_ATTEMPTS; i++) {
      expect(await claim()).not.toBeNull();
      await releaseClaims(company.database, SERVER, false);
    }
    expect(await claim()).toBeNull();
    expect((await only()).error).toContain('the server ended before it each time');
  });

  it('says nothing of what a driver or a worker says', () => {
    const sql = Object.assign(new Error("Unknown column 'x' in 'SELECT'"), { errno: 1054 });
    expect(failureOf(sql).reason).toBe('Something nobody foresaw happened; the log of the server says more.');
  });
});

describe('a server that starts again', () => {
  it('takes up at once what it had claimed, and nothing of another’s', async () => {
    expect(await claim()).not.toBeNull();
    await releaseClaims(company.database, 'other:4870', false);
    expect(await claim()).toBeNull();
    await releaseClaims(company.database, SERVER, false);
    expect(await claim()).toMatchObject({ attempt: 2 });
  });

  it('asks for stale cards that nobody computes any more', async () => {
    await company.database
      .insert(card)
      .values({ periodId: company.periodId, personId: 1, groupId: 1, departmentId: 1, siteId: 1 });
    await company.database.update(task).set({ status: 'failed', error: 'x' });
    await askForStaleCards(company.database);
    await company.work();
    const [row] = await company.database.select().from(card).where(eq(card.personId, 1));
    expect(row!.computedVersion).toBe(row!.inputVersion);
  });
});
