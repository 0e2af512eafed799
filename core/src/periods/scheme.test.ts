import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { type Workday, workday, workdayFromIso, workdayToIso } from '../time/units.ts';
import { type PayPeriod, payDaySays, payPeriods, type Scheme, schemeSays } from './scheme.ts';

const day = workdayFromIso;
const PAY = { daysAfter: 5, weekday: null, moved: 'not at all' } as const;
const scheme = (every: Scheme['every'], payDay: Scheme['payDay'] = PAY): Scheme => ({ every, payDay });
const written = (periods: readonly PayPeriod[]) =>
  periods.map(({ firstDay, lastDay }) => `${workdayToIso(firstDay)}/${workdayToIso(lastDay)}`);

describe('pay periods', () => {
  it('follow one another by the week, and every two weeks from an anchor, before it too', () => {
    expect(
      written(payPeriods(scheme({ kind: 'week', startsOn: 0 }), day('2026-10-19'), day('2026-10-27'))),
    ).toEqual(['2026-10-19/2026-10-25', '2026-10-26/2026-11-01']);
    const fortnight = scheme({ kind: 'two weeks', anchor: '2026-10-19' });
    expect(written(payPeriods(fortnight, day('2026-10-05'), day('2026-10-19')))).toEqual([
      '2026-10-05/2026-10-18',
      '2026-10-19/2026-11-01',
    ]);
  });

  it('begin on a day of the month; one past its end is its last day', () => {
    const monthly = scheme({ kind: 'month', startsOn: 31 });
    expect(written(payPeriods(monthly, day('2027-12-31'), day('2028-03-01')))).toEqual([
      '2027-12-31/2028-01-30',
      '2028-01-31/2028-02-28',
      '2028-02-29/2028-03-30',
    ]);
    const twice = scheme({ kind: 'half month', startsOn: [1, 16] });
    expect(written(payPeriods(twice, day('2026-10-16'), day('2026-11-20')))).toEqual([
      '2026-10-16/2026-10-31',
      '2026-11-01/2026-11-15',
      '2026-11-16/2026-11-30',
    ]);
  });

  it('are said in words', () => {
    expect(
      (
        [
          { kind: 'week', startsOn: 6 },
          { kind: 'two weeks', anchor: '2026-10-19' },
          { kind: 'month', startsOn: 22 },
          { kind: 'half month', startsOn: [11, 31] },
        ] as const
      ).map((every) => schemeSays(scheme(every as Scheme['every']))),
    ).toEqual([
      'Every week from Sunday',
      'Every two weeks from Monday',
      'Every month from the 22nd',
      'Twice a month, from the 11th and the 31st',
    ]);
    const paid = (payDay: Scheme['payDay']) => payDaySays(scheme({ kind: 'week', startsOn: 0 }, payDay));
    expect(paid(PAY)).toBe('on day 5 after it');
    expect(paid({ daysAfter: 1, weekday: 4, moved: 'before' })).toBe(
      'on the first Friday from the day after it on, or the working day before that',
    );
  });

  it('go over to another scheme in mid-year by one that is shorter', () => {
    expect(
      written(payPeriods(scheme({ kind: 'month', startsOn: 1 }), day('2026-10-19'), day('2026-11-02'))),
    ).toEqual(['2026-10-19/2026-10-31', '2026-11-01/2026-11-30']);
  });

  it.each([
    [{ daysAfter: 5, weekday: null, moved: 'not at all' }, '2026-11-06'],
    [{ daysAfter: 1, weekday: 4, moved: 'not at all' }, '2026-11-06'],
    [{ daysAfter: 6, weekday: null, moved: 'before' }, '2026-11-05'],
    [{ daysAfter: 6, weekday: null, moved: 'after' }, '2026-11-09'],
  ] as const)('are paid %j after 1 November 2026 on %s, where the 6th is a holiday', (payDay, expected) => {
    const of = scheme({ kind: 'two weeks', anchor: '2026-10-19' }, payDay);
    const isHoliday = (one: Workday) => workdayToIso(one) === '2026-11-06' && payDay.moved !== 'not at all';
    const [{ payDay: paid }] = payPeriods(of, day('2026-10-19'), day('2026-10-20'), isHoliday) as [PayPeriod];
    expect(workdayToIso(paid)).toBe(expected);
  });

  const schemes: fc.Arbitrary<Scheme> = fc
    .oneof(
      fc.integer({ min: 0, max: 6 }).map((startsOn) => ({ kind: 'week', startsOn }) as const),
      fc
        .integer({ min: 20_000, max: 21_000 })
        .map((n) => ({ kind: 'two weeks', anchor: workdayToIso(workday(n)) }) as const),
      fc
        .tuple(fc.integer({ min: 1, max: 31 }), fc.integer({ min: 1, max: 31 }))
        .map((startsOn) => ({ kind: 'half month', startsOn }) as const),
      fc.integer({ min: 1, max: 31 }).map((startsOn) => ({ kind: 'month', startsOn }) as const),
    )
    .map((every) => scheme(every));

  it('have each day in one period and no more, over any changes of scheme', () => {
    fc.assert(
      fc.property(
        fc.array(schemes, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 20_400, max: 20_900 }),
        (all, start) => {
          let from = workday(start);
          const periods: PayPeriod[] = [];
          for (const one of all) {
            const made = payPeriods(one, from, workday(from + 120));
            periods.push(...made);
            from = workday(made.at(-1)!.lastDay + 1);
          }
          periods.forEach(({ firstDay, lastDay }, i) => {
            expect(lastDay).toBeGreaterThanOrEqual(firstDay);
            if (i > 0) expect(firstDay).toBe(periods[i - 1]!.lastDay + 1);
          });
          expect(periods[0]!.firstDay).toBe(start);
        },
      ),
    );
  });

  it('begin where a date library says that they do', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 31 }),
        fc.integer({ min: 20_400, max: 20_900 }),
        (startsOn, start) => {
          const periods = payPeriods(
            scheme({ kind: 'month', startsOn }),
            workday(start),
            workday(start + 400),
          );
          for (const { firstDay } of periods.slice(1)) {
            const date = DateTime.fromISO(workdayToIso(firstDay), { zone: 'utc' });
            expect(date.day).toBe(Math.min(startsOn, date.daysInMonth!));
          }
          expect(periods.length).toBeGreaterThanOrEqual(13);
        },
      ),
    );
  });
});
