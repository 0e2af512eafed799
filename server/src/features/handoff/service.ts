import type { BatchDetail, CodeSum, HandoffReply } from '@heath/contract';
import { isPremium, isWorked, sumsByClass } from '@heath/core';
import { Problem } from '../../base/problem.ts';
import type { Reads } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { batchWithinReach, groupsWithin } from '../../rights/reach.ts';
import { type Who, withinReach } from '../../rights/who.ts';
import { batchView } from './batches/batch-view.ts';
import {
  type BatchRow,
  batchesBefore,
  batchesOf,
  codesOfBatch,
  codesOfPeriod,
  findBatch,
  lastNumber,
} from './batches/store.ts';
import { deliveriesIn } from './deliveries/of-batch.ts';
import { cardSums, groupsOf, hoursBefore, keyOfSum } from './gathering/store.ts';

/** Totals of a period, its pay groups with those that are sealed, and its batches, as far as each is entirely within reach. */
export async function handoffOf(
  { database }: Pick<Context, 'database'>,
  who: Who,
  periodId: number,
): Promise<HandoffReply> {
  const period = await periodAt(database, periodId);
  const all = await groupsOf(database, period);
  const within = new Set(
    await groupsWithin(
      database,
      who,
      periodId,
      all.map(({ id }) => id),
    ),
  );
  const groups = all
    .filter(({ id }) => within.has(id))
    .map((group) => ({
      ...group,
      people: 0,
      toSettle: 0,
      computing: 0,
    }));
  const byId = new Map(groups.map((group) => [group.id, group]));
  const totals = {
    people: 0,
    clockedSeconds: 0,
    unpaidSeconds: 0,
    heldSeconds: 0,
    payableSeconds: 0,
    notWorkedSeconds: 0,
    payableHours: 0,
    toSettle: 0,
    computing: 0,
  };
  for (const card of await cardSums(database, periodId, withinReach(who))) {
    const group = byId.get(card.groupId);
    totals.people++;
    if (group !== undefined) group.people++;
    const isOpen = (group?.batchId ?? null) === null;
    if (isOpen && card.inputVersion !== card.computedVersion) {
      totals.computing++;
      if (group !== undefined) group.computing++;
      continue;
    }
    totals.clockedSeconds += card.clockedSeconds;
    totals.unpaidSeconds += card.unpaidSeconds;
    totals.heldSeconds += card.heldSeconds;
    totals.payableHours += card.payableHours;
    if (isOpen) {
      totals.toSettle += card.toSettle;
      if (group !== undefined) group.toSettle += card.toSettle;
    }
    for (const [classId, { seconds }] of sumsByClass(card.sums ?? {})) {
      if (isPremium(classId)) continue;
      totals.payableSeconds += seconds;
      if (!isWorked(classId)) totals.notWorkedSeconds += seconds;
    }
  }
  return {
    periodId,
    groups: groups.map(({ approvals: _, ...group }) => group),
    ...totals,
    sealedCodes: await sealedCodes(database, who, period),
    nextNumber: (await lastNumber(database)) + 1,
    batches: (await batchesOf(database, who, periodId)).map(batchView),
    earlier: (await batchesBefore(database, who, period)).map(batchView),
  };
}

/** Sums by code of the active batches of a period. */
async function sealedCodes(
  queries: Reads,
  who: Who,
  of: Parameters<typeof hoursBefore>[2],
): Promise<CodeSum[]> {
  const rows = await codesOfPeriod(queries, who, of.id);
  if (rows.length === 0) return [];
  const previous = await hoursBefore(queries, who, of);
  return rows.map(({ code, name, kind, sum, people, lines, hours }) => ({
    code,
    name,
    sum,
    worked: kind === 'hours' && sum === 'hours',
    people,
    lines,
    hours,
    previousHours: previous === null ? null : (previous.get(keyOfSum({ code, sum })) ?? 0),
  }));
}

/** A batch, where everybody in it is within reach. Throws where there is none. */
export async function batchWithin(
  { database }: Pick<Context, 'database'>,
  who: Who,
  id: number,
): Promise<BatchRow> {
  const row = await findBatch(database, id, batchWithinReach(who));
  if (row === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
  return row;
}

/** A batch with what it comes to by code, and how it was delivered. */
export async function batchDetail({ database }: Pick<Context, 'database'>, id: number): Promise<BatchDetail> {
  const row = await findBatch(database, id);
  if (row === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
  return {
    batch: batchView(row),
    codes: await codesOfBatch(database, id),
    ...(await deliveriesIn(database, row)),
  };
}
