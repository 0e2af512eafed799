import { createHash } from 'node:crypto';
import { cardRows } from '@heath/contract';
import { fileOf, type Layout } from '@heath/core';
import { parse } from 'csv-parse/sync';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { batchFile, batch as batchTable, period } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { textOf } from '../../http/text-in.ts';
import { chunksOf } from '../../pay/batch-file.ts';
import { headOf, linesOfBatch } from '../../pay/batch-lines.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approveAll, settleAll } from '../../testing/settle.ts';
import { listCards } from '../cards/service.ts';
import { handOff } from '../handoff/sealing.ts';
import { keepMapping, mappingNow } from '../mapping/service.ts';
import { recognizeSample } from './recognize.ts';
import { allLayouts, createLayout, dropLayout, keepLayout, previewLayout, useLayout } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('layouts');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const quiet = () => {};
const all = async () => (await allLayouts(company)).layouts;
const inUse = async () => (await all()).find(({ isInUse }) => isInUse)!;
const preview = (says: Layout, batchId?: number) =>
  previewLayout(company, company.periodId, says, batchId, quiet);
const recognize = (sample: string) => recognizeSample(company, textOf(Buffer.from(sample)));
const keep = (id: number, says: Layout, version: number) =>
  keepLayout(company, company.who, null, id, says, version);

describe('layouts', () => {
  it('are changed by one of two at once; the other is told, and theirs is not kept', async () => {
    const { id, says, version } = await inUse();
    const results = await Promise.allSettled([
      keep(id, { ...says, name: 'One' }, version),
      keep(id, { ...says, name: 'Two' }, version),
    ]);
    expect(results.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    const now = await inUse();
    expect([now.version, ['One', 'Two'].includes(now.says.name)]).toEqual([version + 1, true]);
    await expect(keep(id, says, version)).rejects.toMatchObject({ status: 409, type: 'stale' });
    await keep(id, says, version + 1);
    expect((await inUse()).says).toEqual(says);
  });

  it('that contradict themselves are refused with the field, and nothing is kept', async () => {
    const { id, says, version } = await inUse();
    const before = await all();
    const without = { ...says, columns: says.columns.filter(({ holds }) => holds !== 'hours') };
    const narrow: Layout = { ...says, kind: 'fixed' };
    for (const wrong of [without, narrow, { ...says, lineFor: ['person' as const] }]) {
      await expect(keep(id, wrong, version)).rejects.toMatchObject({ status: 422, type: 'invalid' });
      await expect(createLayout(company, company.who, null, wrong)).rejects.toMatchObject({ status: 422 });
      await expect(preview(wrong)).rejects.toMatchObject({
        more: { field: expect.stringMatching(/^says\./) },
      });
    }
    expect(await all()).toEqual(before);
  });

  it('are taken away, but for the one in use; another is put to use by one click, and is the only one', async () => {
    const first = await inUse();
    const id = await createLayout(company, company.who, null, { ...first.says, name: 'Another' });
    await expect(dropLayout(company, company.who, null, first.id)).rejects.toThrow('Use another one first.');
    await useLayout(company, company.who, null, id);
    expect((await all()).filter(({ isInUse }) => isInUse).map((one) => one.id)).toEqual([id]);
    await useLayout(company, company.who, null, first.id);
    await dropLayout(company, company.who, null, id);
    await expect(useLayout(company, company.who, null, id)).rejects.toMatchObject({ status: 404 });
    await expect(keep(id, first.says, 1)).rejects.toMatchObject({ status: 404 });
    expect((await inUse()).id).toBe(first.id);
  });
});

describe('a preview', () => {
  it('adds up to the cards: what is in the file and what is in the catch-all', async () => {
    const cards = cardRows(await listCards(company, company.who, company.periodId));
    const payable = cards.reduce((sum, { payableHours }) => sum + (payableHours ?? 0), 0);
    const rule = { name: '', firstDay: null, lastDay: null, when: { multipliers: [1] }, code: '110' };
    const { id, rules } = await mappingNow(company, company.who);
    await keepMapping(company, company.who, null, id, [rule]);
    for (const { says } of await all()) {
      const { hoursInCards, hoursInFile, hoursInBatch, hoursUncaught } = await preview(says);
      expect([hoursInCards, hoursInFile]).toEqual([payable, hoursInBatch]);
      // Premiums lie beside the hours, and no rule catches them either.
      expect(hoursInFile).toBeLessThan(payable);
      expect(hoursInFile + hoursUncaught).toBeGreaterThan(payable);
    }
    const { id: changed } = await mappingNow(company, company.who);
    await keepMapping(company, company.who, null, changed, rules);
    for (const { says } of await all()) {
      const { hoursInCards, hoursInFile, hoursInBatch, hoursUncaught } = await preview(says);
      expect([hoursInCards, hoursInFile, hoursUncaught]).toEqual([payable, hoursInBatch, 0]);
    }
  });

  it('of a batch has the rows that its file has, and the file is the same for ever', async () => {
    await settleAll(company);
    await company.work();
    await approveAll(company);
    const { says, id, version } = await inUse();
    const { batchId } = await handOff(company, company.who, null, company.periodId, {
      overrides: [{ check: 'known people', reason: 'They come next week' }],
    });
    const parts: Buffer[] = [];
    for await (const part of chunksOf(company.database, batchId)) parts.push(part);
    const file = Buffer.concat(parts);
    const shown = await preview(says, batchId);
    const texts = file.toString('utf8').split('\r\n');
    const inFile = shown.rows.filter(({ part }) => part !== 'trailer').map(({ text }) => text);
    expect(texts.slice(0, inFile.length)).toEqual(inFile);
    expect(shown.rows.at(-1)!.text).toBe(texts.filter((text) => text !== '').at(-1));
    expect([shown.faultCount, shown.hoursInFile]).toEqual([0, shown.hoursInBatch]);
    // The core writes the same bytes of the same lines in one piece.
    const lines = [];
    for await (const some of linesOfBatch(company.database, batchId)) lines.push(...some);
    const [row] = await company.database
      .select({ batch: batchTable, period, file: batchFile })
      .from(batchTable)
      .innerJoin(batchFile, eq(batchFile.batchId, batchTable.id))
      .innerJoin(period, eq(period.id, batchTable.periodId))
      .where(eq(batchTable.id, batchId));
    expect(Buffer.from(fileOf(says, headOf(row!.batch.number!, row!.period), lines).bytes)).toEqual(file);
    expect(createHash('sha256').update(file).digest('hex')).toBe(row!.file.sha256);
    // Whatever becomes of the layout.
    await keep(id, { ...says, hasHeading: !says.hasHeading, trailer: null }, version);
    const later: Buffer[] = [];
    for await (const part of chunksOf(company.database, batchId)) later.push(part);
    expect(Buffer.concat(later)).toEqual(file);
    await keep(id, says, version + 1);
  });
});

describe('a sample', () => {
  /** The file of the only batch, as it was sealed. */
  const fileText = async () => {
    const [row] = await company.database.select({ id: batchTable.id }).from(batchTable);
    const parts: Buffer[] = [];
    for await (const part of chunksOf(company.database, row!.id)) parts.push(part);
    return Buffer.concat(parts).toString('utf8');
  };

  it('that Heath wrote is recognized as what it was written in', async () => {
    const { says } = await inUse();
    const found = await recognize(await fileText());
    expect(found.says.columns.map(({ holds, heading }) => [holds, heading])).toEqual(
      says.columns.map(({ holds, heading }) => [holds, heading]),
    );
    expect(found.says.trailer?.map(({ holds }) => holds)).toEqual(says.trailer?.map(({ holds }) => holds));
    expect([found.says.separator, found.says.lineEnd, found.says.hasHeading]).toEqual([
      says.separator,
      says.lineEnd,
      says.hasHeading,
    ]);
  });

  it('is the same with other line ends, with several of them, with a mark, and with quotes around all', async () => {
    const text = await fileText();
    const columnsOf = async (sample: string) => {
      const { says } = await recognize(sample);
      return [says.columns, says.trailer?.map(({ holds }) => holds)];
    };
    const plain = await columnsOf(text);
    const lines = text.split('\r\n');
    expect(await columnsOf(lines.join('\n'))).toEqual(plain);
    expect(await columnsOf(lines.join('\r'))).toEqual(plain);
    const ends = ['\r\n', '\n', '\r'];
    expect(await columnsOf(lines.map((line, i) => line + ends[i % 3]).join(''))).toEqual(plain);
    const marked = await recognize(`\uFEFF${text}`);
    expect([marked.says.columns, marked.says.encoding]).toEqual([plain[0], 'utf-8 with mark']);
    const rows = parse(text, { relax_column_count: true, skip_empty_lines: true }) as string[][];
    const quoted = rows.map((cells) => cells.map((cell) => `"${cell}"`).join(',')).join('\r\n');
    const { says } = await recognize(quoted);
    expect([says.columns, says.quotes]).toEqual([plain[0], 'always']);
  });

  it('tells its encoding by its mark; of one without that is no UTF-8 it says that it is not sure', async () => {
    const text = (await fileText()).replaceAll('deck', 'dæck');
    const of = async (sample: Buffer) => {
      const { says, notes } = await recognizeSample(company, textOf(sample));
      return [says.encoding, says.columns.length, notes.filter((note) => note.includes('UTF-8'))];
    };
    const { length } = (await inUse()).says.columns;
    expect(await of(Buffer.from(text))).toEqual(['utf-8', length, []]);
    expect(await of(Buffer.from(`\uFEFF${text}`))).toEqual(['utf-8 with mark', length, []]);
    expect(await of(Buffer.from(`\uFEFF${text}`, 'utf16le'))).toEqual(['utf-16', length, []]);
    expect(await of(Buffer.from(text, 'latin1'))).toEqual([
      'windows-1252',
      length,
      ['The sample is not in UTF-8. It is read as Windows-1252: look at its names.'],
    ]);
  });

  it('that is none is refused in words', async () => {
    for (const [sample, says] of [
      ['hello', 'No columns are found in this sample'],
      ['\n\n\n', 'No columns are found in this sample'],
      ['EMP,HOURS\n"MF-0101,8.00\nMF-0102,1.00\n', 'its quotes do not match'],
    ] as const)
      await expect(recognize(sample)).rejects.toMatchObject({
        status: 422,
        message: expect.stringContaining(says),
      });
  });
});
