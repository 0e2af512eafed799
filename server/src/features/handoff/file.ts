import type { Writable } from 'node:stream';
import { workdayToIso } from '@heath/core';
import { stringify } from 'csv-stringify';
import type { Queries } from '../../database/connect.ts';
import { textCell } from '../../http/csv.ts';
import { type BatchRow, linesAfter } from './store.ts';

const LINES_AT_ONCE = 5000;

export type LinesBy = 'workday' | 'period';

const hours = (hundredths: number): string => (hundredths / 100).toFixed(2);

/**
 * Writes a batch as CSV: person, code, workday (or the period as an ISO 8601 interval), hours. After the lines come its control totals:
 * how many lines and hours under each code, and in all.
 */
export async function writeFile(
  queries: Queries,
  batch: BatchRow,
  by: LinesBy,
  into: Writable,
): Promise<void> {
  const csv = stringify({ record_delimiter: 'windows' });
  csv.pipe(into);
  csv.write(['Person', 'Code', by === 'workday' ? 'Workday' : 'Period', 'Hours']);
  const period = `${workdayToIso(batch.firstDay)}/${workdayToIso(batch.lastDay)}`;
  const totals = new Map<string, { lines: number; hundredths: number }>();
  const write = (person: string, code: string, when: string, hundredths: number) => {
    const total = totals.get(code) ?? { lines: 0, hundredths: 0 };
    totals.set(code, { lines: total.lines + 1, hundredths: total.hundredths + hundredths });
    return csv.write([textCell(person), textCell(code), when, hours(hundredths)]);
  };

  let person = '';
  let sums = new Map<string, number>();
  const writeSums = () => {
    for (const [code, hundredths] of [...sums].sort()) write(person, code, period, hundredths);
    sums = new Map();
  };
  for (let after = 0; ; ) {
    const lines = await linesAfter(queries, batch.batch.id, after, LINES_AT_ONCE);
    for (const line of lines) {
      if (by === 'workday') {
        write(line.personNumber, line.code, workdayToIso(line.workday), line.hundredths);
        continue;
      }
      if (line.personNumber !== person) {
        writeSums();
        person = line.personNumber;
      }
      sums.set(line.code, (sums.get(line.code) ?? 0) + line.hundredths);
    }
    if (lines.length < LINES_AT_ONCE) break;
    after = lines[lines.length - 1]!.seq;
    if (csv.writableNeedDrain) await new Promise((resolve) => csv.once('drain', resolve));
  }
  writeSums();

  let count = 0;
  let all = 0;
  for (const [code, total] of [...totals].sort()) {
    csv.write(['Control total', code, `${total.lines} lines`, hours(total.hundredths)]);
    count += total.lines;
    all += total.hundredths;
  }
  csv.write(['Control total', 'All', `${count} lines`, hours(all)]);
  csv.end();
}
