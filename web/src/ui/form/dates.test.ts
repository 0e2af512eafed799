import { readDayEntry, workday, workdayFromIso, workdayInWords } from '@heath/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { calendarDateOf, dayOfCalendar, faultOf } from './dates.ts';

const day = workdayFromIso('2026-10-28');

describe('days of a calendar', () => {
  it('are the same day there and back, wherever this computer stands', () => {
    const zone = process.env.TZ;
    try {
      for (const at of [
        'UTC',
        'Pacific/Kiritimati',
        'Pacific/Pago_Pago',
        'America/Sao_Paulo',
        'Asia/Beirut',
      ]) {
        process.env.TZ = at;
        fc.assert(
          fc.property(fc.integer({ min: 0, max: 40_000 }), (n) => {
            expect(dayOfCalendar(calendarDateOf(workday(n)))).toBe(n);
            expect(calendarDateOf(workday(n)).getHours()).toBe(12);
          }),
        );
      }
    } finally {
      process.env.TZ = zone;
    }
  });

  it('are written as they can be typed', () => {
    expect(workdayInWords(day)).toBe('28 Oct 2026');
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40_000 }), fc.integer({ min: 0, max: 40_000 }), (n, near) => {
        expect(readDayEntry(workdayInWords(workday(n)), workday(near))).toEqual({ ok: true, day: n });
      }),
    );
  });
});

describe('what is wrong with a day', () => {
  const fault = (text: string, allowed = {}) => faultOf(readDayEntry(text, day), allowed);
  it('is that nobody can tell which is meant', () => {
    expect(fault('soon')).toBe('A day like 28 oct, wed or 28.10.');
    expect(fault('31 feb')).toBe('There is no such day');
    expect(fault('3/4')).toContain('3 apr');
    expect(fault('28 oct')).toBeUndefined();
  });
  it('is that it lies outside of what is allowed, the ends of which are allowed', () => {
    const allowed = { from: day, to: workday(day + 3) };
    expect(fault('27 oct', allowed)).toBe('Not before 28 Oct 2026');
    expect(fault('28 oct', allowed)).toBeUndefined();
    expect(fault('31 oct', allowed)).toBeUndefined();
    expect(fault('1 nov', allowed)).toBe('Not after 31 Oct 2026');
  });
});
