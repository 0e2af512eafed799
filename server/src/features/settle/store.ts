import { and, eq, sql } from 'drizzle-orm';
import { packLines } from '../../computing/packed-lines.ts';
import type { CardKey } from '../../computing/read-card.ts';
import type { CardResults } from '../../computing/results.ts';
import { type Statement, statement } from '../../database/round-trip.ts';
import { card, correction } from '../../database/schema.ts';

/** Adds a correction. */
export function insertCorrection(values: Omit<typeof correction.$inferSelect, 'id'>): Statement {
  return statement(sql`
    INSERT INTO ${correction} (person_id, period_id, kind, punch_id, at, punch_kind, site_id, job_id, undoes, exception_key, note,
                               payable_before, payable_after, made_by, made_at)
    VALUES (${values.personId}, ${values.periodId}, ${values.kind}, ${values.punchId}, ${values.at}, ${values.punchKind}, ${values.siteId},
            ${values.jobId}, ${values.undoes}, ${values.exceptionKey}, ${values.note}, ${values.payableBefore}, ${values.payableAfter},
            ${values.madeBy}, ${values.madeAt})`);
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
