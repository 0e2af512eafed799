import type { Workday } from '@heath/core';
import { and, desc, eq, gt, inArray, lt } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { card, period } from '../database/schema/index.ts';

const PERIODS_LOOKED_BACK = 6;
/** Of which so many may be longer or shorter, and are passed over. */
const MORE_LOOKED_AT = 3 * PERIODS_LOOKED_BACK;
/** Halves of a month have 13 to 16 days, months 28 to 31: what differs by more than this part of the longer is cut short. */
const ALIKE = 0.25;

interface Days {
  readonly firstDay: Workday;
  readonly lastDay: Workday;
}
const lengthOf = ({ firstDay, lastDay }: Days): number => lastDay - firstDay + 1;

/** Two periods are about as long: a change of scheme may have cut one short. */
function isAsLong(one: Days, other: Days): boolean {
  const [a, b] = [lengthOf(one), lengthOf(other)];
  return Math.abs(a - b) <= ALIKE * Math.max(a, b);
}

/** What the cards of the last periods before one, and about as long, paid, the latest first. */
export async function pastHours(
  queries: Reads,
  of: Days & { readonly scheduleId: number },
): Promise<Map<number, number[]>> {
  const before = await queries
    .select({ id: period.id, firstDay: period.firstDay, lastDay: period.lastDay })
    .from(period)
    .where(and(eq(period.scheduleId, of.scheduleId), lt(period.firstDay, of.firstDay)))
    .orderBy(desc(period.firstDay))
    .limit(MORE_LOOKED_AT);
  const periods = before.filter((one) => isAsLong(one, of)).slice(0, PERIODS_LOOKED_BACK);
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
