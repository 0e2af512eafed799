import type { PrintCardsRequest, PrintedCardsReply } from '@heath/contract';
import { workdayToIso } from '@heath/core';
import { and, eq } from 'drizzle-orm';
import { Problem } from '../../base/problem.ts';
import { cardsInOrder, computedCards } from '../../cards/computed-cards.ts';
import { card } from '../../database/schema/index.ts';
import type { ReadContext } from '../../http/aside.ts';
import { periodAt } from '../../http/period-at.ts';
import type { Report } from '../../http/progress.ts';
import { placesByNumber } from '../../pay/lines.ts';
import { writerFor } from '../../records/writing.ts';
import { somebody, type Who, withinReach } from '../../rights/who.ts';
import { PaperCards } from './paper-cards.ts';
import { sheetOf } from './sheet.ts';
import { addPrintedFile, namesById, PrintedBytes } from './store.ts';

/** Cards that are read and computed in one go: here nobody waits meanwhile. */
const CARDS_AT_ONCE = 25;

/** Prints time cards within reach, a page each, in order of the numbers of their people. Throws 404 where there is none. */
export async function printCards(
  { database, clock }: Pick<ReadContext, 'database' | 'clock'>,
  who: Who,
  periodId: number,
  { people: chosen, groupId }: PrintCardsRequest,
  report: Report,
): Promise<PrintedCardsReply> {
  const period = await periodAt(database, periodId);
  const meant = and(withinReach(who), groupId === undefined ? undefined : eq(card.groupId, groupId));
  const found = await cardsInOrder(database, periodId, meant);
  const wanted = chosen === undefined ? null : new Set(chosen);
  const people = found.map(({ personId }) => personId).filter((id) => wanted?.has(id) ?? true);
  if (people.length === 0)
    throw new Problem(404, 'not-found', 'There is no such card in this period that you may see.');
  const name = `time-cards-${workdayToIso(period.firstDay)}.pdf`;
  const file = new PrintedBytes(database, await addPrintedFile(database, somebody(who), name));
  const of = {
    writer: await writerFor(database, who),
    places: await placesByNumber(database),
    names: await namesById(database),
    cards: people.length,
  };
  const paper = new PaperCards((bytes) => file.add(bytes));
  let done = 0;
  for await (const cards of computedCards({
    database,
    now: clock.now(),
    period,
    people,
    atOnce: CARDS_AT_ONCE,
  })) {
    for (const one of cards) paper.add(sheetOf(one, ++done, of));
    await file.write();
    report(done, people.length);
  }
  await paper.end();
  await file.write(true);
  return { file: file.id, name, cards: done, bytes: file.bytes };
}
