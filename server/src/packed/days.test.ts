import { type DayAccount, hours, instant, workday } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { accountOf, accountsOf, checkPackedDays, packDays, readDayNumber } from './days.ts';

const first = workday(20_745);
const last = workday(20_758);

const account = (i: number): DayAccount => ({
  workday: workday(first + i),
  state: i === 3 ? 'matches' : 'off',
  from: i === 3 ? instant(1_792_396_800) : null,
  to: i === 3 ? instant(1_792_425_660) : null,
  payableHours: hours(i === 3 ? 721_500 : 0),
  overtimeHours: hours(i === 3 ? 1500 : 0),
  toSettle: i === 13 ? 2 : 0,
  fingerprint: 2 ** 31 - 1 - i,
});
const days = Array.from({ length: last - first + 1 }, (_, i) => account(i));
const planned = days.map((_, i) => i * 60);
const clocked = days.map((_, i) => (i === 3 ? 28_860 : 0));

describe('the packed days of a card', () => {
  it('are read as they were packed', () => {
    const bytes = packDays(days, planned, clocked);
    for (const [i, day] of days.entries()) {
      expect(accountOf(bytes, first, day.workday)).toEqual(account(i));
      expect(readDayNumber(bytes, first, day.workday, 'planned')).toBe(planned[i]);
      expect(readDayNumber(bytes, first, day.workday, 'clocked')).toBe(clocked[i]);
    }
    const some = accountsOf(bytes, first, workday(first - 2), workday(first + 4));
    expect(some).toEqual(days.slice(0, 5).map((_, i) => account(i)));
  });

  it('cannot be taken for other days', () => {
    const bytes = packDays(days, planned, clocked);
    checkPackedDays(bytes, first, last);
    expect(() => checkPackedDays(bytes, workday(first - 14), workday(last - 14))).toThrow('not those from');
    expect(() => checkPackedDays(bytes, first, workday(last + 1))).toThrow('not those from');
  });

  it('of a card that is not computed are days that somebody must look at', () => {
    expect(accountOf(null, first, last)).toMatchObject({ state: 'differs', from: null, payableHours: 0 });
  });
});
