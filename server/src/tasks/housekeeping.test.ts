import { readFileSync } from 'node:fs';
import { instant } from '@heath/core';
import { count, eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { realSeconds } from '../base/clock.ts';
import {
  answeredWrite,
  auditEvent,
  importChunk,
  importFile,
  session,
  signInAttempt,
  task,
} from '../database/schema/index.ts';
import { importFile as importing } from '../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../testing/company.ts';
import { HOUSEKEEPING, sweep } from './housekeeping.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('housekeeping', 8);
  await importing(company, 'clocks.csv', bytes(generatedLines(8).join('\n')));
  await company.work();
});
afterAll(() => company.close());

const DAY = 86_400;
describe('what is deleted by itself', () => {
  it('is what its rules say, and nothing that is still needed or that tells what somebody did', async () => {
    const now = realSeconds();
    const events = await company.database.select({ rows: count() }).from(auditEvent);
    const answer = (key: string, days: number) => ({
      userId: 1,
      key,
      about: 'x',
      result: 0,
      answeredAt: now - days * DAY,
    });
    await company.database.insert(answeredWrite).values([answer('old', 31), answer('new', 29)]);
    const held = (sid: string, expiresAt: number) => ({ sid, userId: 1, data: {}, expiresAt });
    await company.database.insert(session).values([held('over', now - 1), held('held', now + 60)] as never);
    const failed = (key: string, resetAt: number) => ({ key, hits: 1, resetAt });
    await company.database.insert(signInAttempt).values([failed('a', now - 1), failed('b', now + 60)]);
    const [waiting] = await company.database
      .insert(importFile)
      .values({ name: 'w.csv', status: 'to confirm', madeBy: 1, madeAt: instant(now) })
      .$returningId();
    await company.database
      .insert(importChunk)
      .values({ importId: waiting!.id, seq: 0, bytes: Buffer.from('x') });
    const old = Array.from({ length: 1100 }, () => ({
      kind: 'import' as const,
      subjectId: 1,
      status: 'done' as const,
    }));
    const [failedOnce] = await company.database
      .insert(task)
      .values({ kind: 'import', subjectId: 1, status: 'failed' })
      .$returningId();
    await company.database.insert(task).values(old);

    await sweep(company.database, now);

    expect((await company.database.select().from(answeredWrite)).map(({ key }) => key)).toContain('new');
    expect((await company.database.select().from(answeredWrite)).map(({ key }) => key)).not.toContain('old');
    expect((await company.database.select().from(session)).map(({ sid }) => sid)).toEqual(['held']);
    expect((await company.database.select().from(signInAttempt)).map(({ key }) => key)).toEqual(['b']);
    // The file that is imported needs its bytes no more; the one that waits for somebody does.
    const chunks = await company.database.select({ of: importChunk.importId }).from(importChunk);
    expect(chunks).toEqual([{ of: waiting!.id }]);
    const done = await company.database.select({ rows: count() }).from(task).where(eq(task.status, 'done'));
    expect(done[0]!.rows).toBe(1000);
    const left = await company.database.select().from(task).where(eq(task.id, failedOnce!.id));
    expect(left).toHaveLength(1);
    expect(await company.database.select({ rows: count() }).from(auditEvent)).toEqual(events);
  });

  it('stands in docs/data.md, rule by rule', () => {
    const page = readFileSync(new URL('../../../docs/data.md', import.meta.url), 'utf8');
    for (const { table, says } of HOUSEKEEPING) expect(page).toContain(`- \`${table}\`: ${says}\n`);
  });
});
