import { cardRows } from '@heath/contract';
import { eq } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../demo/acting.ts';
import { listCards, openCard } from '../features/cards/service.ts';
import { settle, undo } from '../features/corrections/service.ts';
import { createCode } from '../features/pay-codes/service.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../testing/company.ts';
import { type Wire, wireTo } from '../testing/wire.ts';
import { KeyUsedTwice, once, type Write } from './answered.ts';
import { connect, type Database, disconnect, tripConnectionOf } from './connect.ts';
import { OutcomeUnknown } from './failures.ts';
import { answeredWrite, correction, payCode } from './schema/index.ts';

let company: Company;
let wire: Wire;
let database: Database;
beforeAll(async () => {
  company = await freshCompany('answered');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  wire = await wireTo(company.url);
  database = connect(wire.url, 3);
});
afterEach(() => {
  wire.down = false;
});
afterAll(async () => {
  await disconnect(database);
  await wire.close();
  await company.close();
});

let keys = 0;
const write = (about = 'something'): Write => ({
  key: `key-of-test-${++keys}`,
  about: about.padEnd(64, '.'),
});
const codesNamed = async (code: string) =>
  (await company.database.select().from(payCode).where(eq(payCode.code, code))).length;

/** Somebody whose card has something to settle, and the time proposed for it. */
async function openException() {
  const rows = cardRows(await listCards(company, company.who, company.periodId));
  const { personId } = rows.find((row) => row.toSettle > 0)!;
  const key = { periodId: company.periodId, personId };
  const { exceptions } = await openCard(company, company.who, key);
  const exception = exceptions.find(({ proposals }) => proposals.length > 0)!;
  return { key, request: { exception: exception.key, at: exception.proposals[0]!.at as number, note: '' } };
}
const corrections = async () => (await company.database.select().from(correction)).length;

describe('a write with a key', () => {
  it('is done once, however often it is asked for, also at once', async () => {
    const one = write();
    const ids = await Promise.all(
      [1, 2, 3, 4].map(() =>
        createCode(company, company.who, one, { code: 'ONCE', name: 'Once', kind: 'hours' }),
      ),
    );
    expect(new Set(ids).size).toBe(1);
    expect(await createCode(company, company.who, one, { code: 'ONCE', name: 'Once', kind: 'hours' })).toBe(
      ids[0],
    );
    expect(await codesNamed('ONCE')).toBe(1);
  });

  it('keeps no answer where nothing was done, so that it can be done later', async () => {
    const one = write();
    await expect(
      once(company, company.who, one, async () => {
        throw new Error('not yet');
      }),
    ).rejects.toThrow('not yet');
    expect(
      await createCode(company, company.who, one, { code: 'LATER', name: 'Later', kind: 'hours' }),
    ).toBeGreaterThan(0);
  });

  it('is refused where the key was another write’s', async () => {
    const one = write('this');
    await createCode(company, company.who, one, { code: 'THIS', name: 'This', kind: 'hours' });
    const other = { ...write('that'), key: one.key };
    await expect(
      createCode(company, company.who, other, { code: 'THAT', name: 'That', kind: 'hours' }),
    ).rejects.toBeInstanceOf(KeyUsedTwice);
    expect(await codesNamed('THAT')).toBe(0);
  });

  it('is answered rightly where the database died just behind the commit and came back', async () => {
    wire.cutBehind('COMMIT');
    const id = await createCode({ ...company, database }, company.who, write(), {
      code: 'BEHIND',
      name: 'Behind',
      kind: 'hours',
    });
    expect(wire.cuts).toBe(1);
    const [row] = await company.database.select().from(payCode).where(eq(payCode.code, 'BEHIND'));
    expect(row!.id).toBe(id);
  });

  it('is done again where the commit never arrived', async () => {
    const cuts = wire.cuts;
    wire.cutBefore('COMMIT');
    await createCode({ ...company, database }, company.who, write(), {
      code: 'BEFORE',
      name: 'Before',
      kind: 'hours',
    });
    expect([wire.cuts, await codesNamed('BEFORE')]).toEqual([cuts + 1, 1]);
  });

  it('says that the outcome is not known where the database stays away, and tells it when asked again', async () => {
    const one = write();
    wire.cutBehind('COMMIT');
    wire.down = true;
    await expect(
      createCode({ ...company, database }, company.who, one, { code: 'AWAY', name: 'Away', kind: 'hours' }),
    ).rejects.toBeInstanceOf(OutcomeUnknown);
    expect(await codesNamed('AWAY')).toBe(1);
    wire.down = false;
    const [row] = await company.database.select().from(payCode).where(eq(payCode.code, 'AWAY'));
    expect(
      await createCode({ ...company, database }, company.who, one, {
        code: 'AWAY',
        name: 'Away',
        kind: 'hours',
      }),
    ).toBe(row!.id);
  });

  it('a correction behind whose commit the database died is kept once and found again by its key', async () => {
    const { key, request } = await openException();
    const before = await corrections();
    const context = { ...company, database };
    const one = write();
    // With wire.down nobody connects any more: what is needed is there already.
    (await tripConnectionOf(database)).release();
    await openCard(context, company.who, key);
    // As it travels: a new connection says READ-COMMITTED, too.
    wire.cutBehind(';\nCOMMIT');
    wire.down = true;
    await expect(settle(context, one, company.who, key, request)).rejects.toBeInstanceOf(OutcomeUnknown);
    wire.down = false;
    const again = await settle(context, one, company.who, key, request);
    expect(await corrections()).toBe(before + 1);
    expect(again.card.corrections.at(-1)).toMatchObject({ id: again.correctionId, by: 'Odile Ravn' });
    const fresh = await openCard(company, company.who, key);
    expect(again.card.lines).toEqual(fresh.lines);
    await undo(context, write(), company.who, key, again.correctionId);
  });

  it('a correction is kept once where its connection dies at any statement', async () => {
    const { key, request } = await openException();
    const context = { ...company, database };
    for (const [cutAt, behind] of [
      ['select', false],
      ['for update', true],
      ['insert into `correction`', false],
      // Nothing is kept without its audit event, nor that row without it.
      ['insert into `audit_event`', false],
      ['COMMIT', true],
    ] as const) {
      const before = await corrections();
      if (behind) wire.cutBehind(cutAt);
      else wire.cutBefore(cutAt);
      const cuts = wire.cuts;
      const done = await settle(context, write(), company.who, key, request);
      expect([wire.cuts, await corrections()]).toEqual([cuts + 1, before + 1]);
      await undo(context, write(), company.who, key, done.correctionId);
    }
  });

  it('of two requests with one key at once, both hear of the same correction', async () => {
    const { key, request } = await openException();
    const before = await corrections();
    const one = write();
    const both = await Promise.all([1, 2].map(() => settle(company, one, company.who, key, request)));
    expect(both[0]!.correctionId).toBe(both[1]!.correctionId);
    expect(await corrections()).toBe(before + 1);
    expect(
      await company.database.select().from(answeredWrite).where(eq(answeredWrite.key, one.key)),
    ).toHaveLength(1);
  });
});
