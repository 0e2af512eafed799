import { amountClass, jobId as asJob, hours, type Line, seconds } from '@heath/core';
import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Reads } from '../database/connect.ts';
import { flatAmount } from '../database/schema/index.ts';

const takingBack = alias(flatAmount, 'taking_back');

/** Amounts of some people in a period that were not taken back, in the order in which they were added. */
export const rowsOfStandingAmounts = (queries: Reads, periodId: number, people: readonly number[]) =>
  queries
    .select({
      personId: flatAmount.personId,
      workday: flatAmount.workday,
      name: flatAmount.name,
      jobId: flatAmount.jobId,
      amount: flatAmount.amount,
    })
    .from(flatAmount)
    .leftJoin(takingBack, eq(takingBack.undoes, flatAmount.id))
    .where(
      and(
        eq(flatAmount.periodId, periodId),
        inArray(flatAmount.personId, [...people]),
        isNull(flatAmount.undoes),
        isNull(takingBack.id),
      ),
    )
    .orderBy(asc(flatAmount.id));

/** The amounts of some people in a period that stand, by person, as lines beside those of hours; those of one kind, job and day as one. */
export async function standingAmounts(
  queries: Reads,
  periodId: number,
  people: readonly number[],
): Promise<ReadonlyMap<number, readonly Line[]>> {
  const by = new Map<number, Line[]>();
  if (people.length === 0) return by;
  const rows = await rowsOfStandingAmounts(queries, periodId, people);
  for (const { personId, workday, name, jobId, amount } of rows) {
    const own = by.get(personId) ?? [];
    const classId = amountClass(name);
    const alike = own.findIndex(
      (line) => line.workday === workday && line.classId === classId && line.job === jobId,
    );
    const line: Line = {
      workday,
      classId,
      job: jobId === null ? null : asJob(jobId),
      department: null,
      site: null,
      costCenter: null,
      multiplier: null,
      rule: null,
      seconds: seconds(0),
      hours: hours((own[alike]?.hours ?? 0) + amount),
    };
    if (alike < 0) own.push(line);
    else own[alike] = line;
    by.set(personId, own);
  }
  return by;
}

/** What was counted until now, in any period: `Mileage`. */
export const namesOfAmounts = async (queries: Reads): Promise<string[]> =>
  (await queries.selectDistinct({ name: flatAmount.name }).from(flatAmount).orderBy(flatAmount.name)).map(
    ({ name }) => name,
  );
