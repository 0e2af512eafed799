import type { Workday } from '@heath/core';
import { and, desc, eq, gt, inArray, lt } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { card, period } from '../database/schema/index.ts';

const PERIODS_LOOKED_BACK = 6;

/** What the cards of the last periods before one paid, the latest first. */
export async function pastHours(
  queries: Reads,
  { scheduleId, firstDay }: { scheduleId: number; firstDay: Workday },
): Promise<Map<number, number[]>> {
  const periods = await queries
    .select({ id: period.id })
    .from(period)
    .where(and(eq(period.scheduleId, scheduleId), lt(period.firstDay, firstDay)))
    .orderBy(desc(period.firstDay))
    .limit(PERIODS_LOOKED_BACK);
  const past = new Map<number, number[]>();
  if (periods.length === 0) return past;
  const rows = await queries
    .select({ personId: card.personId, payableHours: card.payableHours })
    .from(card)
    .where(
      and(
        inArray(
          card.periodId,
          periods.map(({ id }) => id),
        ),
        gt(card.computedVersion, 0),
      ),
    )
    .orderBy(desc(card.periodId));
  for (const { personId, payableHours } of rows) {
    const own = past.get(personId);
    if (own === undefined) past.set(personId, [payableHours]);
    else own.push(payableHours);
  }
  return past;
}
