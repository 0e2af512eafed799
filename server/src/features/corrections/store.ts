import { type Workday, workdayToIso } from '@heath/core';
import { and, eq, sql } from 'drizzle-orm';
import { packLines } from '../../computing/packed-lines.ts';
import type { CardKey } from '../../computing/read-card.ts';
import type { CardResults } from '../../computing/results.ts';
import type { Queries } from '../../database/connect.ts';
import { type Statement, statement } from '../../database/round-trip.ts';
import { card, correction, type department, type job, type site } from '../../database/schema.ts';

/** A correction that is to be written. */
export type NewCorrection = Omit<typeof correction.$inferInsert, 'id'>;

/** Adds a correction. */
export function insertCorrection(values: NewCorrection): Statement {
  const { firstDay = null, lastDay = null } = values;
  const iso = (day: Workday | null) => (day === null ? null : workdayToIso(day));
  return statement(sql`
    INSERT INTO ${correction} (person_id, kind, says, punch_id, at, undoes, first_day, last_day, settles, turn, period_id, note,
                               payable_before, payable_after, made_by, made_at)
    VALUES (${values.personId}, ${values.kind}, ${JSON.stringify(values.says)}, ${values.punchId ?? null}, ${values.at ?? null}, ${values.undoes ?? null},
            ${iso(firstDay)}, ${iso(lastDay)}, ${values.settles ?? null}, ${values.turn ?? 0}, ${values.periodId}, ${values.note},
            ${values.payableBefore}, ${values.payableAfter}, ${values.madeBy}, ${values.madeAt})`);
}

/** Whether there is a job, a department or a site of this number. */
export async function exists(
  queries: Queries,
  table: typeof job | typeof department | typeof site,
  id: number,
): Promise<boolean> {
  const found = await queries.select({ id: table.id }).from(table).where(eq(table.id, id));
  return found.length > 0;
}

/** Stores a computed card as belonging to one more version of its inputs. */
export function storeResults({ periodId, personId }: CardKey, results: CardResults): Statement {
  return statement(sql`
    UPDATE ${card}
       SET input_version = input_version + 1, computed_version = input_version, clocked_seconds = ${results.clockedSeconds},
           unpaid_seconds = ${results.unpaidSeconds}, held_seconds = ${results.heldSeconds}, rounding_seconds = ${results.roundingSeconds},
           payable_hours = ${results.payableHours}, to_settle = ${results.toSettle}, days = ${results.days}, marks = ${results.marks},
           sums = ${JSON.stringify(results.sums)}, \`lines\` = ${packLines(results.lines)}
     WHERE ${and(eq(card.periodId, periodId), eq(card.personId, personId))}`);
}
