import { workdayFromIso } from '@heath/core';
import { makePayPeriods, payPeriodsOf } from '../features/periods/service.ts';
import type { Company } from './company.ts';

/** Gives every pay group periods that begin on Thursdays, from 22 October 2026 on: none is of whole workweeks, so that the overtime of one follows from the days of another. */
export async function splitWeeks(company: Company): Promise<void> {
  const { groups } = await payPeriodsOf(company);
  await makePayPeriods(company, company.who, null, {
    groups: groups.map(({ id }) => id),
    until: workdayFromIso('2026-11-04'),
    change: {
      from: workdayFromIso('2026-10-22'),
      scheme: {
        every: { kind: 'week', startsOn: 3 },
        payDay: { daysAfter: 5, weekday: null, moved: 'before' },
      },
    },
  });
}
