import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { task } from '../database/schema/index.ts';
import { type Company, freshCompany } from '../testing/company.ts';
import { claimTask, endTask } from './claims.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('claims', 8);
});
afterAll(() => company.close());
beforeEach(async () => {
  await company.database.delete(task);
  await company.database.insert(task).values({ kind: 'recompute', subjectId: 1, status: 'waiting' });
});

describe('claiming tasks', () => {
  it('gives a task to one of many that ask at once', async () => {
    const claims = await Promise.all(Array.from({ length: 6 }, () => claimTask(company.database, 'one:1')));
    expect(claims.filter((claim) => claim !== null)).toHaveLength(1);
  });

  it('gives it again when the lease of a server that died has run out, and then no longer heeds that server', async () => {
    const dead = (await claimTask(company.database, 'one:1'))!;
    expect(await claimTask(company.database, 'one:1')).toBeNull();
    await company.database.update(task).set({ leaseUntil: 1 });
    const next = (await claimTask(company.database, 'one:1'))!;
    expect(next.id).toBe(dead.id);
    await endTask(company.database, dead);
    const [row] = await company.database.select().from(task).where(eq(task.id, next.id));
    expect(row!.status).toBe('running');
    await endTask(company.database, next);
    expect(await claimTask(company.database, 'one:1')).toBeNull();
  });

  it.each(['notBefore', 'leaseUntil'] as const)(
    'a clock that was set back an hour lets nothing wait for an hour: %s',
    async (moment) => {
      const ahead = Math.floor(Date.now() / 1000) + 3600;
      const status = moment === 'notBefore' ? 'waiting' : 'running';
      await company.database.update(task).set({ status, [moment]: ahead, claim: 'of-one-that-died' });
      expect(await claimTask(company.database, 'one:1')).not.toBeNull();
      // What may be so far ahead is waited for.
      const soon = Math.floor(Date.now() / 1000) + 100;
      await company.database.update(task).set({ status, [moment]: soon });
      expect(await claimTask(company.database, 'one:1')).toBeNull();
    },
  );
});
