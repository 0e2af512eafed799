import type { CardReply, CardsReply, StripReply } from '@heath/contract';
import { computeWithEvidence } from '../../cards/evidence.ts';
import type { CardKey } from '../../cards/read-card.ts';
import { cardResults } from '../../cards/results.ts';
import { cardView } from '../../cards/view.ts';
import { cardWithinReach } from '../../cards/within-reach.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { pageAt } from '../../records/pages.ts';
import { type Who, withinReach } from '../../rights/who.ts';
import { cardsByName, stripRows } from './store.ts';
import { strip } from './view.ts';

/** One page of the cards of a period within reach, by name. */
export async function listCards(
  { database }: Context,
  who: Who,
  periodId: number,
  page?: number,
): Promise<CardsReply> {
  await periodAt(database, periodId);
  return await cardsByName(database, periodId, withinReach(who), pageAt(page));
}

/** The period by day, over the cards within reach on one page, of one pay group or of all. */
export async function periodStrip(
  { database }: Context,
  who: Who,
  periodId: number,
  { group, page }: { readonly group?: number | undefined; readonly page?: number | undefined } = {},
): Promise<StripReply> {
  const period = await periodAt(database, periodId);
  const [rows, next] = await stripRows(database, periodId, withinReach(who), pageAt(page), group);
  return { ...strip(rows, period), next };
}

/** One card, computed with its reasons from what is in the database now. */
export async function openCard(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  key: CardKey,
): Promise<CardReply> {
  const read = await cardWithinReach(context, who, key);
  const computed = await computeWithEvidence(context.database, read.subject, read.input);
  return cardView(read, computed, cardResults(read.input, computed));
}
