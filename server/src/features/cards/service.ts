import type { CardReply, CardsReply, StripReply } from '@heath/contract';
import { isSealed } from '../../computing/cards.ts';
import { computeWithCrew } from '../../computing/crew.ts';
import { type CardKey, readCard } from '../../computing/read-card.ts';
import { cardResults } from '../../computing/results.ts';
import { cardView } from '../../computing/view.ts';
import type { Queries } from '../../database/connect.ts';
import { sendAlone } from '../../database/round-trip.ts';
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
export async function openCard({ database, clock }: Context, key: CardKey): Promise<CardReply> {
  const read = await readCard(database, key, clock.now(), (...all) => sendAlone(database, ...all), false);
  if (read === undefined) throw new Problem(404, 'not-found', 'This person has no card in this period.');
  const computed = await computeWithCrew(database, read.subject, read.input);
  return cardView(read.subject, read.input, computed, cardResults(read.input, computed), read.history);
}
