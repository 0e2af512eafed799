import type { Writable } from 'node:stream';
import { exactHours, textCell, workdayToIso } from '@heath/core';
import { stringify } from 'csv-stringify';
import type { Reads } from '../../database/connect.ts';
import { type BatchRow, linesAfter } from './store.ts';

const LINES_AT_ONCE = 5000;

export type LinesBy = 'workday' | 'period';

/**
 * Writes a batch as CSV: person, code, workday (or the period as an ISO 8601 interval), hours. After the lines come its control totals:
 * how many lines and hours under each code, and in all.
 */
export async function writeFile(queries: Reads, batch: BatchRow, by: LinesBy, into: Writable): Promise<void> {
  const csv = stringify({ record_delimiter: 'windows' });
  csv.pipe(into);
  csv.write(['Person', 'Code', by === 'workday' ? 'Workday' : 'Period', 'Hours']);
  const period = `${workdayToIso(batch.firstDay)}/${workdayToIso(batch.lastDay)}`;
  const totals = new Map<string, { lines: number; hours: number }>();
  const write = (person: string, code: string, when: string, hours: number) => {
    const total = totals.get(code) ?? { lines: 0, hours: 0 };
    totals.set(code, { lines: total.lines + 1, hours: total.hours + hours });
    return csv.write([textCell(person), textCell(code), when, exactHours(hours)]);
  };

  // Lines come in order of person and day: what is summed under each code is written when the next person or day begins.
  let summed = { person: '', day: '' };
  let sums = new Map<string, number>();
  const writeSums = () => {
    const { person, day } = summed;
    const inOrder = by === 'workday' ? [...sums] : [...sums].sort();
    for (const [code, hours] of inOrder) if (hours !== 0) write(person, code, day, hours);
    sums = new Map();
  };
  for (let after = 0; ; ) {
    const lines = await linesAfter(queries, batch.batch.id, after, LINES_AT_ONCE);
    for (const line of lines) {
      const day = by === 'workday' ? workdayToIso(line.workday) : period;
      if (line.personNumber !== summed.person || day !== summed.day) {
        writeSums();
        summed = { person: line.personNumber, day };
      }
      sums.set(line.code, (sums.get(line.code) ?? 0) + line.hours);
    }
    if (lines.length < LINES_AT_ONCE) break;
    after = lines[lines.length - 1]!.seq;
    if (csv.writableNeedDrain) await new Promise((resolve) => csv.once('drain', resolve));
  }
  writeSums();

  let count = 0;
  let all = 0;
  for (const [code, total] of [...totals].sort()) {
    csv.write(['Control total', code, `${total.lines} lines`, exactHours(total.hours)]);
    count += total.lines;
    all += total.hours;
  }
  csv.write(['Control total', 'All', `${count} lines`, exactHours(all)]);
  csv.end();
}
