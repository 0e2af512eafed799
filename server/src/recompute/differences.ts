import {
  compileMapping,
  type DifferenceLine,
  differenceOf,
  type Line,
  liesBeside,
  type PaidLine,
  paidFor,
  workday,
} from '@heath/core';
import { and, eq, exists, inArray, isNull, ne, or, sql } from 'drizzle-orm';
import type { Clock } from '../base/clock.ts';
import { allOf } from '../database/all-of.ts';
import { writing } from '../database/audit-events.ts';
import type { Database, Queries, Reads } from '../database/connect.ts';
import { insertMany } from '../database/insert-many.ts';
import { build } from '../database/round-trip.ts';
import {
  batch,
  batchLine,
  card,
  difference,
  period,
  person,
  seal,
  takenOutLine,
} from '../database/schema/index.ts';
import { standingAmounts } from '../pay/amounts.ts';
import { periodOfLine } from '../pay/batch-lines.ts';
import { holidaysOf } from '../pay/holidays.ts';
import { asksForHolidays, payLine, placesByNumber } from '../pay/lines.ts';
import { currentMapping, mappingAt } from '../pay/mapping.ts';
import { isInBatch, takenOutOf } from '../pay/taken-out.ts';
import { sealOfCard } from '../records/sealed.ts';

/** Stored difference of a sealed card that agrees with what was sent. */
export const AGREES = { lines: [], lineCount: 0, payableHours: 0, decided: null };

/** Join condition: the difference of a sealed card, as it was last compared. */
export const differenceOfCard = allOf(
  eq(difference.periodId, card.periodId),
  eq(difference.personId, card.personId),
);

const isSealedCard = exists(build.select({ batchId: seal.batchId }).from(seal).where(sealOfCard));

/**
 * Condition on cards left-joined with `differenceOfCard`: the card is sealed, and its inputs changed since it was last compared with what was
 * sent.
 */
export const isTouched = allOf(
  isSealedCard,
  ne(card.inputVersion, card.computedVersion),
  or(isNull(difference.version), ne(difference.version, card.inputVersion)),
);

/** A sealed card as it is computed now. */
interface ComputedNow {
  readonly personId: number;
  readonly groupId: number;
  readonly inputVersion: number;
  readonly lines: readonly Line[];
}

/** Lines of a period that were sent or waived for these people. Batches that were taken back are left out. */
async function sentOf(
  queries: Reads,
  periodId: number,
  people: readonly number[],
): Promise<Map<number, PaidLine[]>> {
  // Only what is compared: of ten thousand people, whole rows take twice as long.
  const rows = await queries
    .select({
      // The lines first, and then the few batches that they are of.
      personId: sql<number>`STRAIGHT_JOIN ${batchLine.personId}`.as('of_person'),
      workday: batchLine.workday,
      code: batchLine.code,
      classId: batchLine.classId,
      multiplier: batchLine.multiplier,
      rule: batchLine.rule,
      job: batchLine.job,
      department: batchLine.department,
      site: batchLine.site,
      costCenter: batchLine.costCenter,
      seconds: batchLine.seconds,
      hours: batchLine.hours,
    })
    .from(batchLine)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .leftJoin(takenOutLine, takenOutOf)
    .where(
      and(
        inArray(batchLine.personId, [...people]),
        isInBatch,
        isNull(batch.ended),
        eq(periodOfLine, periodId),
      ),
    );
  const sent = new Map<number, PaidLine[]>();
  for (const { personId, ...line } of rows) {
    const own = sent.get(personId);
    if (own === undefined) sent.set(personId, [line]);
    else own.push(line);
  }
  return sent;
}

/** Lines of a period that were taken out of their batch because the pay system refused them, by person. */
async function takenOut(
  queries: Reads,
  periodId: number,
  people: readonly number[],
): Promise<Map<number, Set<string>>> {
  const rows = await queries
    .select({
      // What was taken out first, always: it is little, and the lines of so many people are much.
      personId: sql<number>`STRAIGHT_JOIN ${batchLine.personId}`.as('of_person'),
      line: batchLine,
    })
    .from(takenOutLine)
    .innerJoin(batchLine, takenOutOf)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .where(and(inArray(batchLine.personId, [...people]), eq(periodOfLine, periodId)));
  const by = new Map<number, Set<string>>();
  for (const { line } of rows) by.set(line.personId, (by.get(line.personId) ?? new Set()).add(paidFor(line)));
  return by;
}

/** Mapping that each pay group of a period was handed off with. A later mapping does not change the codes of its hours. */
async function mappingsOf(queries: Reads, periodId: number) {
  const now = await currentMapping(queries);
  const rows = await queries
    .select({ groupId: seal.groupId, mappingId: batch.mappingId })
    .from(seal)
    .innerJoin(batch, eq(batch.id, seal.batchId))
    .where(eq(seal.periodId, periodId));
  const compiledNow = compileMapping(now.rules);
  const byGroup = new Map<number, ReturnType<typeof compileMapping>>();
  for (const { groupId, mappingId } of rows) {
    const { rules } = mappingId === null ? now : await mappingAt(queries, mappingId);
    byGroup.set(groupId, compileMapping(rules));
  }
  return { now: compiledNow, byGroup };
}

/** Code of lines that no mapping rule matches. No such code is ever handed off. */
const NO_CODE = '';

/** Compares computed cards with what was sent of them, and stores the differences. */
export async function storeDifferences(
  database: Database,
  clock: Clock,
  periodId: number,
  cards: readonly ComputedNow[],
): Promise<void> {
  if (cards.length === 0) return;
  const ids = cards.map(({ personId }) => personId).sort((a, b) => a - b);
  const [of] = await database.select().from(period).where(eq(period.id, periodId));
  if (of === undefined) return;
  const places = await placesByNumber(database);
  const numbers = new Map(
    (
      await database
        .select({ id: person.id, number: person.number })
        .from(person)
        .where(inArray(person.id, ids))
    ).map(({ id, number }) => [id, number]),
  );
  const mappings = await mappingsOf(database, periodId);
  const asksForDays = [mappings.now, ...mappings.byGroup.values()].some(({ rules }) =>
    asksForHolidays(rules),
  );
  const isHoliday = asksForDays ? await holidaysOf(database, of, ids) : () => false;
  await writing(database, { userId: null, personId: null, at: clock.now() }, async (tx, tell) => {
    // Whoever seals, sends or takes back holds these, so that what was sent stays what it is until this is kept.
    const held = await tx
      .select({ personId: card.personId, inputVersion: card.inputVersion })
      .from(card)
      .where(and(eq(card.periodId, periodId), inArray(card.personId, ids), isSealedCard))
      .for('update');
    const version = new Map(held.map(({ personId, inputVersion }) => [personId, inputVersion]));
    // Another server may have been first, and somebody may have decided on what it found.
    for (const { personId, version: compared } of await tx
      .select({ personId: difference.personId, version: difference.version })
      .from(difference)
      .where(and(eq(difference.periodId, periodId), inArray(difference.personId, ids))))
      if (version.get(personId) === compared) version.delete(personId);
    const sent = await sentOf(tx, periodId, ids);
    const amounts = await standingAmounts(tx, periodId, ids);
    const out = await takenOut(tx, periodId, ids);
    const kept: KeptDifference[] = [];
    for (const { personId, groupId, inputVersion, lines } of cards) {
      // What changed meanwhile stays touched, and is taken again.
      if (version.get(personId) !== inputVersion) continue;
      const own = { number: numbers.get(personId) ?? '', groupId };
      const mapping = mappings.byGroup.get(groupId) ?? mappings.now;
      const paid = [...lines, ...(amounts.get(personId) ?? [])]
        .filter(({ hours, seconds }) => hours !== 0 || seconds !== 0)
        .map((line): PaidLine => {
          const one = payLine(line, own, places, isHoliday(personId, line.workday));
          const now = mappings.now.rules[mappings.now.ruleOf(one)]?.code;
          // What the pay system did not take under its code goes out under that of today, and once it did, stays under it.
          const again =
            out.get(personId)?.has(paidFor(one)) === true
              ? (sent.get(personId)?.find((line) => paidFor(line) === paidFor(one))?.code ?? now)
              : undefined;
          const code = again ?? mapping.rules[mapping.ruleOf(one)]?.code ?? now ?? NO_CODE;
          return { ...one, code };
        });
      const found = differenceOf(paid.map(paidOf), sent.get(personId) ?? []);
      kept.push({ periodId, personId, version: inputVersion, lines: found });
    }
    await keepDifferences(tx, kept);
    const differ = kept.filter(({ lines }) => lines.length > 0).length;
    tell({
      what: 'compared',
      about: 'period',
      aboutId: periodId,
      pays: 'nobody',
      after: { cards: cards.length, differ },
    });
  });
}

/** The parts of a line that are compared. */
const paidOf = (line: PaidLine): PaidLine => ({
  workday: workday(line.workday),
  code: line.code,
  classId: line.classId,
  multiplier: line.multiplier,
  rule: line.rule,
  job: line.job,
  department: line.department,
  site: line.site,
  costCenter: line.costCenter,
  seconds: line.seconds,
  hours: line.hours,
});

interface KeptDifference {
  readonly periodId: number;
  readonly personId: number;
  readonly version: number;
  readonly lines: readonly DifferenceLine[];
}

/** Clears earlier decisions on these differences: they were about another version. */
const keepDifferences = (tx: Queries, kept: readonly KeptDifference[]): Promise<void> =>
  insertMany(
    tx,
    difference,
    kept.map((one) => ({
      ...one,
      lineCount: one.lines.length,
      payableHours: one.lines.reduce(
        (sum, { classId, hours }) => (liesBeside(classId) ? sum : sum + hours),
        0,
      ),
      decided: null,
    })),
    true,
  );
