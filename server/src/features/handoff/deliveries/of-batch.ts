import type { BatchDetail, Delivery, RefusedLine } from '@heath/contract';
import {
  type BatchLine,
  classLabel,
  type FileLine,
  fileRows,
  instantToIso,
  workdayToIso,
  writeRanges,
} from '@heath/core';
import type { Reads } from '../../../database/connect.ts';
import type { deliveryStatement } from '../../../database/schema/index.ts';
import { headOf, linesOfBatch } from '../../../pay/batch-lines.ts';
import { linesTakenOut } from '../../../pay/taken-out.ts';
import { stateOf } from '../batches/batch-state.ts';
import { type BatchRow, deliveriesOf, peopleNumbered, refusedOf } from '../batches/store.ts';
import { givenUp, statementsOf } from './store.ts';

type Rows = Awaited<ReturnType<typeof deliveriesOf>>;
type Refused = Awaited<ReturnType<typeof refusedOf>>;

/** The lines of the file of a batch that the pay system has not accepted, of all that was sent so far; in order. */
export async function linesLeft(queries: Reads, row: BatchRow): Promise<number[]> {
  const deliveries = await deliveriesOf(queries, row.batch.id);
  const refused = await refusedOf(
    queries,
    deliveries.map(({ delivery }) => delivery.id),
  );
  return left(row, deliveries, refused, await linesTakenOut(queries, row.batch.id));
}

function left({ file }: BatchRow, deliveries: Rows, refused: Refused, out: ReadonlySet<number>): number[] {
  const accepted = new Set<number>();
  const all = Array.from({ length: file?.lines ?? 0 }, (_, i) => i + 1);
  for (const { delivery } of deliveries) {
    if (delivery.status !== 'accepted' && delivery.status !== 'in part') continue;
    const not = new Set(
      refused.filter(({ deliveryId }) => deliveryId === delivery.id).map(({ line }) => line),
    );
    for (const line of delivery.onlyLines ?? all) if (!not.has(line)) accepted.add(line);
  }
  return all.filter((line) => !accepted.has(line) && !out.has(line));
}

const MOST_SHOWN = 200;

/** How a batch was delivered, and what of it is left. */
export async function deliveriesIn(
  queries: Reads,
  row: BatchRow,
): Promise<Pick<BatchDetail, 'deliveries' | 'linesLeft' | 'linesTakenOut'>> {
  const deliveries = await deliveriesOf(queries, row.batch.id);
  const refused = await refusedOf(
    queries,
    deliveries.map(({ delivery }) => delivery.id),
  );
  const gaveUp = await givenUp(
    queries,
    deliveries.map(({ delivery }) => delivery.id),
  );
  const statements = await statementsOf(
    queries,
    deliveries.map(({ delivery }) => delivery.id),
  );
  const inDoubt = deliveries.flatMap(({ delivery }) => delivery.doubt?.refused ?? []);
  const words = await wordsOf(
    queries,
    row,
    new Set([...refused.slice(0, MOST_SHOWN * 4), ...inDoubt.slice(0, MOST_SHOWN)].map(({ line }) => line)),
  );
  const doubtOf = ({ doubt, onlyLines }: Rows[number]['delivery']): Delivery['doubt'] =>
    doubt === null
      ? null
      : {
          why: doubt.why,
          status: doubt.status,
          says: doubt.says,
          lines: writeRanges(onlyLines ?? Array.from({ length: row.file?.lines ?? 0 }, (_, i) => i + 1)),
          refused: doubt.refused
            .slice(0, MOST_SHOWN)
            .map(({ line, reason }) => ({ ...(words.get(line) ?? UNKNOWN), line, reason })),
        };
  const view = ({ delivery, by }: Rows[number]): Delivery => ({
    id: delivery.id,
    status:
      delivery.status !== 'waiting' || !gaveUp.has(delivery.id)
        ? delivery.status
        : delivery.unansweredSince === null
          ? 'gave up'
          : 'in doubt',
    lines: delivery.onlyLines?.length ?? row.file?.lines ?? 0,
    isRest: delivery.onlyLines !== null,
    answer: delivery.answer ?? gaveUp.get(delivery.id) ?? null,
    madeBy: by,
    madeAt: instantToIso(delivery.madeAt),
    answeredAt: delivery.answeredAt === null ? null : instantToIso(delivery.answeredAt),
    doubt: doubtOf(delivery),
    statement: statementOf(statements.get(delivery.id)),
    refused: refused
      .filter(({ deliveryId }) => deliveryId === delivery.id)
      .slice(0, MOST_SHOWN)
      .map(({ line, reason }) => ({ ...(words.get(line) ?? UNKNOWN), line, reason })),
  });
  const isSent = !['sealed', 'in doubt', 'reopened', 'void'].includes(stateOf(row));
  const out = await linesTakenOut(queries, row.batch.id);
  return {
    deliveries: deliveries.map(view),
    linesLeft: isSent ? left(row, deliveries, refused, out).length : 0,
    linesTakenOut: out.size,
  };
}

const statementOf = (
  found: { statement: typeof deliveryStatement.$inferSelect; by: string } | undefined,
): Delivery['statement'] =>
  found === undefined
    ? null
    : {
        has: found.statement.has,
        reason: found.statement.reason,
        by: found.by,
        at: instantToIso(found.statement.madeAt),
      };

type Words = Pick<RefusedLine, 'about' | 'personId' | 'hours'>;
const UNKNOWN: Words = { about: 'Not a line of this file', personId: null, hours: 0 };

/** What some lines of the file of a batch are, in words. */
async function wordsOf(
  queries: Reads,
  { batch, file, firstDay, lastDay, payDay }: BatchRow,
  wanted: ReadonlySet<number>,
): Promise<Map<number, Words>> {
  const words = new Map<number, Words>();
  if (file === null || wanted.size === 0) return words;
  const lines: BatchLine[] = [];
  for await (const some of linesOfBatch(queries, batch.id)) lines.push(...some);
  const found: FileLine[] = [];
  const head = headOf(batch.number ?? batch.id, { firstDay, lastDay, payDay });
  for (const { line } of fileRows({ ...file.layout, header: null }, head, lines, wanted))
    if (line !== null) found.push(line);
  const ids = new Map(
    (await peopleNumbered(queries, [...new Set(found.map(({ first }) => first.person))])).map(
      ({ id, number }) => [number, id],
    ),
  );
  const { lineFor } = file.layout;
  for (const { line, first, hours } of found) {
    const parts = [
      lineFor.includes('person') ? first.name : null,
      lineFor.includes('day') ? workdayToIso(first.workday) : null,
      lineFor.includes('code') ? `${first.code} ${classLabel(first.classId)}` : null,
    ];
    words.set(line, {
      about: parts.filter((part) => part !== null).join(' · '),
      personId: ids.get(first.person) ?? null,
      hours,
    });
  }
  return words;
}
