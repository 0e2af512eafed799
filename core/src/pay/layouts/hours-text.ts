import * as v from 'valibot';
import { clockHours, decimalHours, stepOf } from '../../time/hours.ts';
import type { ColumnField } from './define.ts';
import { wholeNumber } from './define.ts';
import type { Cell, Writing } from './types.ts';

/** How the settings of hours are filled in. */
export const HOURS_FIELDS: readonly ColumnField[] = [
  {
    field: 'written',
    label: 'Written as',
    input: 'one of',
    of: [
      { value: '8.50', name: '8.50' },
      { value: '8:30', name: '8:30' },
      { value: 'minutes', name: '510 minutes' },
    ],
  },
  {
    field: 'decimals',
    label: 'Decimals',
    input: 'one of',
    of: ['0', '1', '2', '3', '4'].map((value) => ({ value, name: value })),
    isNumber: true,
    unless: { field: 'written', is: '8:30' },
  },
];

/** How hours are written in a file. */
export const hoursSettings = {
  written: v.picklist(['8.50', '8:30', 'minutes'], 'Give "8.50", "8:30" or "minutes".'),
  /** Of `8.50`; of minutes, too. */
  decimals: wholeNumber(0, 4),
};
export interface HoursWritten {
  readonly written: '8.50' | '8:30' | 'minutes';
  readonly decimals: number;
}

const PER_MINUTE = stepOf({ whole: 'minutes' });
const PER_HOUR = 60 * PER_MINUTE;

/** Hours as a file writes them. */
export function hoursCell(
  { written, decimals }: HoursWritten,
  hours: number,
  { decimalMark }: Writing,
): Cell {
  if (written === '8:30') return { text: clockHours(hours), number: null };
  // So many hours are as many minutes, sixty times over.
  const of = written === 'minutes' ? hours * 60 : hours;
  const text = decimalHours(of, decimals);
  return { text: decimalMark === ',' ? text.replace('.', ',') : text, number: Number(text) };
}

/** The hours that a text of a file says, in 1/90,000 h; null where it says none that are whole. */
export function hoursOfText(
  { written }: HoursWritten,
  text: string,
  { decimalMark }: Writing,
): number | null {
  const clean = text.trim();
  if (written === '8:30') {
    const parts = /^(-?)(\d+):(\d\d)(?::(\d\d))?$/.exec(clean);
    if (parts === null) return null;
    const [, sign, h, m, s = '0'] = parts;
    const hours = Number(h) * PER_HOUR + Number(m) * PER_MINUTE + (Number(s) * PER_MINUTE) / 60;
    return sign === '-' ? -hours : hours;
  }
  const plain = decimalMark === ',' ? clean.replace(',', '.') : clean;
  if (!/^-?\d+(\.\d{1,4})?$/.test(plain)) return null;
  // Ten-thousandths of an hour, and of a minute times 60, are whole.
  const tenThousandths = Math.round(Number(plain) * 10_000);
  const per = (written === 'minutes' ? PER_MINUTE : PER_HOUR) / 10_000;
  const hours = tenThousandths * per;
  return Math.abs(hours - Math.round(hours)) < 1e-6 ? Math.round(hours) : null;
}
