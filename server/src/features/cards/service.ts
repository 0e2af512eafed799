import type { CardReply, CardsReply, StripReply } from '@heath/contract';
import { compute } from '@heath/core';
import { isSealed } from '../../computing/cards.ts';
import { correctionsOf } from '../../computing/history.ts';
import { personInputs } from '../../computing/inputs.ts';
import { cardResults } from '../../computing/results.ts';
import { cardSubject } from '../../computing/subjects.ts';
import { cardView } from '../../computing/view.ts';
import type { Queries } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { findPeriod, listRows, stripRows } from './store.ts';
import { cardRow, strip } from './view.ts';

async function periodOr404(queries: Queries, periodId: number) {
  const found = await findPeriod(queries, periodId);
  if (found === undefined) throw new Problem(404, 'not-found', 'There is no such period.');
  return found;
}

export async function listCards({ database }: Context, periodId: number): Promise<CardsReply> {
  await periodOr404(database, periodId);
  const sealed = await isSealed(database, periodId);
  return { rows: (await listRows(database, periodId)).map((row) => cardRow(row, sealed)) };
}

export async function periodStrip(
  { database }: Context,
  periodId: number,
  groupId?: number,
): Promise<StripReply> {
  const period = await periodOr404(database, periodId);
  const rows = await stripRows(database, periodId, groupId);
  return strip(rows, period, await isSealed(database, periodId));
}

/** One card, computed with its reasons from what is in the database now. */
export async function openCard(
  { database, clock }: Context,
  periodId: number,
  personId: number,
): Promise<CardReply> {
  const subject = await cardSubject(database, periodId, personId);
  if (subject === undefined) throw new Problem(404, 'not-found', 'This person has no card in this period.');
  const [input] = await personInputs(database, [subject], clock.now());
  const computed = compute(input!, true);
  const history = await correctionsOf(database, personId);
  return cardView(subject, input!, computed, cardResults(input!, computed), history);
}
