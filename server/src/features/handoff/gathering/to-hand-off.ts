import { fileNameOf, workdayToIso } from '@heath/core';
import { Problem } from '../../../base/problem.ts';
import type { Reads } from '../../../database/connect.ts';
import { periodAt } from '../../../http/period-at.ts';
import { headOf } from '../../../pay/batch-lines.ts';
import { layoutInUse } from '../../../pay/layout-in-use.ts';
import { currentMapping } from '../../../pay/mapping.ts';
import { groupsWithin, refusePartOf } from '../../../rights/reach.ts';
import type { Who } from '../../../rights/who.ts';
import { correctingNow } from './correcting.ts';
import type { ToHandOff } from './gather.ts';
import { allGroups, cardSums, groupsOf } from './store.ts';

/** The layout of the files. Throws where there is none. */
async function layoutOfFiles(queries: Reads): Promise<ToHandOff['layout']> {
  const layout = await layoutInUse(queries);
  if (layout !== null) return layout;
  throw new Problem(409, 'not-ready', 'There is no layout for the file yet. Make one under Pay files first.');
}

/** Reads what to hand off of a period: the pay groups asked for, or all open ones of which every card is within reach. */
export async function toHandOff(
  queries: Reads,
  who: Who,
  periodId: number,
  asked: readonly number[] | undefined,
  number: number,
): Promise<ToHandOff> {
  const period = await periodAt(queries, periodId);
  const there = await groupsOf(queries, period);
  const within = new Set(
    await groupsWithin(
      queries,
      who,
      periodId,
      there.map(({ id }) => id),
    ),
  );
  const all = there.filter(({ id }) => within.has(id));
  for (const id of asked ?? []) {
    const group = all.find((one) => one.id === id);
    if (group === undefined)
      throw new Problem(422, 'invalid', 'There is no such pay group in this period.', { field: 'groups' });
    if (group.batchId !== null)
      throw new Problem(409, 'sealed', `${group.name} was handed off already. Nothing is ever sent twice.`);
  }
  const groups = all.filter(({ id, batchId }) => batchId === null && (asked?.includes(id) ?? true));
  if (groups.length === 0)
    throw new Problem(409, 'sealed', 'This period was handed off already. It is never sent twice.');
  const layout = await layoutOfFiles(queries);
  const counted = new Set(groups.map(({ id }) => id));
  const cards = (await cardSums(queries, periodId)).filter(({ groupId }) => counted.has(groupId)).length;
  return {
    period,
    groups,
    number,
    mapping: await currentMapping(queries),
    layout,
    correcting: await correctingNow(queries, [...counted]),
    cards,
  };
}

/** The differences that are approved, of every pay group, as a batch of their own. */
export async function differencesToHandOff(
  queries: Reads,
  who: Who,
  periodId: number,
  number: number,
): Promise<ToHandOff> {
  refusePartOf(who);
  const period = await periodAt(queries, periodId);
  const layout = await layoutOfFiles(queries);
  const correcting = await correctingNow(queries, await allGroups(queries));
  if (correcting.length === 0)
    throw new Problem(409, 'not-ready', 'No difference is approved: there is nothing to hand off.');
  return { period, groups: [], number, mapping: await currentMapping(queries), layout, correcting, cards: 0 };
}

/** The name of the file of a batch. */
export function nameOf({ layout, period, number }: ToHandOff): string {
  const { payDay } = headOf(number, period);
  return fileNameOf(layout, {
    batch: String(number),
    first: workdayToIso(period.firstDay),
    last: workdayToIso(period.lastDay),
    pay: workdayToIso(payDay),
  });
}
