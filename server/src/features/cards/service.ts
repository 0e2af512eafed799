import type { CardReply, CardsReply, StripReply } from '@heath/contract';
import { compute } from '@heath/core';
import { isSealed } from '../../computing/cards.ts';
import { periodInputs, personInputs, personOf } from '../../computing/inputs.ts';
import type { Queries } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { cardRows, codeRows, correctionRows, findPeriod } from './store.ts';
import { cardRow, cardView, strip } from './view.ts';

async function periodOr404(queries: Queries, periodId: number) {
  const found = await findPeriod(queries, periodId);
  if (found === undefined) throw new Problem(404, 'not-found', 'There is no such period.');
  return found;
}

export async function listCards({ database }: Context, periodId: number): Promise<CardsReply> {
  await periodOr404(database, periodId);
  const sealed = await isSealed(database, periodId);
  return { rows: (await cardRows(database, periodId)).map((row) => cardRow(row, sealed)) };
}

export async function periodStrip(
  { database }: Context,
  periodId: number,
  groupId?: number,
): Promise<StripReply> {
  const period = await periodOr404(database, periodId);
  const rows = await cardRows(database, periodId, groupId === undefined ? {} : { groupId });
  return strip(rows, period, await isSealed(database, periodId));
}

/** One card, computed with its reasons from what is in the database now. */
export async function openCard(
  queries: Queries,
  context: Context,
  periodId: number,
  personId: number,
): Promise<CardReply> {
  const period = await periodOr404(queries, periodId);
  const person = await personOf(queries, personId);
  const [row] = await cardRows(queries, periodId, { personId });
  if (person === null || row === undefined) {
    throw new Problem(404, 'not-found', 'This person has no card in this period.');
  }
  const inputs = await periodInputs(queries, period);
  const [input] = await personInputs(queries, inputs, [person], context.clock.now());
  return cardView({
    row,
    period,
    sealed: await isSealed(queries, periodId),
    zone: inputs.zoneOf.get(person.siteId)!,
    input: input!,
    computed: compute(input!, true),
    corrections: await correctionRows(queries, personId),
    codes: await codeRows(queries),
  });
}
