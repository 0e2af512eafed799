import type { Mapping } from '@heath/core';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import {
  answeredWrite,
  importChunk,
  importFile,
  importRefusal,
  punch,
  punchSource,
  task,
} from '../../database/schema/index.ts';
import { claimTask, endTask, isClaimLost, tellProgress } from '../../queue/claims.ts';
import { bytes, type Company, emptied, freshCompany, generatedLines } from '../../testing/company.ts';
import { runImport } from '../imports/run.ts';
import { describe as describeImport, receive, start } from '../imports/service.ts';
import { cancelImport, openTasks, tryAgain } from './store.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('cancel');
});
afterAll(() => company.close());
beforeEach(async () => {
  await emptied(company, [punch, punchSource, importRefusal, importChunk, importFile, task, answeredWrite]);
});

const MAPPING: Mapping = { columns: ['person', 'moment', 'kind', 'job', 'site'], dateOrder: 'iso' };
const LINES = generatedLines();

/** A file that waits to be imported, and the task of it. */
async function queued() {
  const id = await receive(company, company.who, null, 'clocks.csv', bytes(LINES.join('\n')));
  await start(company, company.who, null, id, MAPPING);
  const [open] = await openTasks(company.database);
  return { id, taskId: open!.id };
}
const punches = async () => (await company.database.select().from(punch)).length;
const startAgain = async (id: number) => {
  await start(company, company.who, null, id, MAPPING);
  await company.work();
  expect(await describeImport(company, id)).toMatchObject({ status: 'done', added: LINES.length - 1 });
  expect(await punches()).toBe(LINES.length - 1);
};

describe('an import that is canceled', () => {
  it('while it waits is never begun, and can be started again', async () => {
    const { id, taskId } = await queued();
    expect(await cancelImport(company.database, taskId)).toBe(true);
    await company.work();
    expect(await punches()).toBe(0);
    const file = await describeImport(company, id);
    expect(file).toMatchObject({ status: 'to confirm', progress: null });
    // What its columns mean was said already.
    expect(file.preview?.columns).toEqual(MAPPING.columns);
    expect(await openTasks(company.database)).toEqual([]);
    await startAgain(id);
  });

  it('while it runs leaves nothing behind, and can be started again', async () => {
    const { id, taskId } = await queued();
    const claimed = (await claimTask(company.database, 'here'))!;
    await cancelImport(company.database, taskId);
    const ended = runImport(company.database, company.clock, claimed, (done, total) =>
      tellProgress(company.database, claimed, done, total),
    ).then(() => null, isClaimLost);
    expect(await ended).toBe(true);
    expect(await punches()).toBe(0);
    expect(await company.database.select().from(punchSource)).toEqual([]);
    await endTask(company.database, claimed);
    const [row] = await company.database.select().from(task).where(eq(task.id, taskId));
    expect(row).toMatchObject({ status: 'canceled' });
    await startAgain(id);
  });

  it('is noticed by whoever tells how far they are', async () => {
    const { taskId } = await queued();
    const claimed = (await claimTask(company.database, 'here'))!;
    await tellProgress(company.database, claimed, 10, 100);
    // Told again, nothing of it changes, and the claim is held all the same.
    await tellProgress(company.database, claimed, 10, 100);
    await cancelImport(company.database, taskId);
    await expect(tellProgress(company.database, claimed, 20, 100)).rejects.toSatisfy(isClaimLost);
  });

  it('is not tried again by itself, nor by hand', async () => {
    const { taskId } = await queued();
    await cancelImport(company.database, taskId);
    expect(await claimTask(company.database, 'here')).toBeNull();
    expect(await tryAgain(company.database, taskId)).toBe(false);
    expect(await cancelImport(company.database, taskId)).toBe(false);
  });
});

describe('what cannot be canceled', () => {
  it('is an import that is done', async () => {
    const { taskId } = await queued();
    await company.work();
    expect(await cancelImport(company.database, taskId)).toBe(false);
    expect(await punches()).toBe(LINES.length - 1);
  });

  it('is the computing of cards: what is stale must be computed', async () => {
    await company.database
      .insert(task)
      .values({ kind: 'recompute', subjectId: company.periodId, status: 'waiting' });
    const [open] = await openTasks(company.database);
    expect(await cancelImport(company.database, open!.id)).toBe(false);
    expect(await openTasks(company.database)).toHaveLength(1);
  });
});
