import { appendFileSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startIntake } from './index.ts';

const folder = mkdtempSync(join(tmpdir(), 'heath-intake-test-'));
const ledgerFile = join(folder, 'ledger.jsonl');
let intake: Awaited<ReturnType<typeof startIntake>>;
beforeAll(async () => {
  intake = await startIntake({ ledgerFile });
});
afterAll(async () => {
  await intake.close();
  rmSync(folder, { recursive: true, force: true });
});

const file = (lines: readonly string[], trailer?: string): string => {
  const sum = lines.reduce((all, line) => all + Math.round(Number(line.split(',')[3]) * 100), 0);
  const people = new Set(lines.map((line) => line.split(',')[0])).size;
  return [
    'EMP,DATE,CODE,HOURS,COST,REF',
    ...lines,
    trailer ?? `TRAILER,${lines.length},${(sum / 100).toFixed(2)},${people}`,
  ].join('\r\n');
};
interface Answer {
  readonly status: string;
  readonly says: string;
  readonly refused: readonly { readonly line: number; readonly reason: string }[];
}
async function send(key: string, body: string): Promise<Answer> {
  const response = await fetch(`${intake.url}/handoffs`, {
    method: 'POST',
    headers: { 'Idempotency-Key': key },
    body,
  });
  return (await response.json()) as Answer;
}
const line = (ref: string, change: Partial<Record<'emp' | 'code' | 'hours', string>> = {}) =>
  `${change.emp ?? 'MF-0101'},19/10/2026,${change.code ?? '110'},${change.hours ?? '8.00'},deck,${ref}`;

describe('the pay system that ships with Heath', () => {
  it('takes a file, and gives the first answer to whoever asks again with its key', async () => {
    const first = await send('key-of-one', file([line('1-0001'), line('1-0002', { code: '340' })]));
    expect(first).toEqual({ status: 'accepted', says: 'Taken: 2 lines.', refused: [] });
    // Whatever comes with the key: it was answered.
    expect(await send('key-of-one', 'something else')).toEqual(first);
    expect(intake.ledger.entries).toHaveLength(1);
  });

  it.each([
    ['an unknown person', line('2-0001', { emp: 'MF-9999' }), 'Nobody has the number MF-9999.'],
    ['an unknown code', line('2-0002', { code: '999' }), 'There is no code 999.'],
    ['more hours than a day has', line('2-0003', { hours: '24.01' }), 'More than 24 hours for one day.'],
    ['hours that are none', line('2-0004', { hours: '8:00' }), 'Its hours are not written like 8.50.'],
    ['what was paid before', line('1-0001'), 'It was paid before.'],
    ['no reference', line('x'), 'It has no reference like 7-0001.'],
  ])('refuses the line of %s alone', async (_what, bad, reason) => {
    const good = `9-${String(Math.floor(Math.random() * 9000) + 1000)}`;
    const lines = [bad, line(good)];
    const sum = lines.reduce((all, one) => all + (Math.round(Number(one.split(',')[3]) * 100) || 0), 0);
    const people = new Set(lines.map((one) => one.split(',')[0])).size;
    const answer = await send(
      `key-${Math.random()}`.replace('.', '-'),
      file(lines, `TRAILER,2,${(sum / 100).toFixed(2)},${people}`),
    );
    expect(answer.status).toBe('in part');
    expect(answer.refused.map((one) => one.reason)).toEqual([reason]);
  });

  it.each([
    [
      'totals that are wrong',
      file([line('3-0001')], 'TRAILER,2,8.00,1'),
      'The trailer says 2 lines, the file has 1.',
    ],
    [
      'no trailer',
      ['EMP,DATE,CODE,HOURS,COST,REF', line('3-0001')].join('\n'),
      'The last line is no trailer: the file is cut off.',
    ],
    ['other columns', 'A,B\n1,2', 'The columns are not EMP, DATE, CODE, HOURS, COST, REF.'],
  ])('refuses a file with %s as a whole', async (_what, body, says) => {
    expect(await send(`key-${Math.random()}`.replace('.', '-'), body)).toMatchObject({
      status: 'refused',
      says,
    });
    expect(intake.ledger.hasPaid('3-0001')).toBe(false);
  });

  it('keeps its ledger for its owner alone', () => {
    expect(statSync(ledgerFile).mode & 0o077).toBe(0);
  });

  it('knows after a crash what it answered before, and drops what it never answered for', async () => {
    const before = intake.ledger.entries.length;
    await intake.close();
    appendFileSync(ledgerFile, '{"entry":{"key":"half');
    intake = await startIntake({ ledgerFile });
    expect(intake.ledger.entries).toHaveLength(before);
    expect(readFileSync(ledgerFile, 'utf8').endsWith('}\n')).toBe(true);
    expect(await send('key-of-one', file([line('4-0001')]))).toMatchObject({ says: 'Taken: 2 lines.' });
    expect(await send('key-of-four', file([line('1-0001'), line('4-0001')]))).toMatchObject({
      status: 'in part',
    });
  });
});
