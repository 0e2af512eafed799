import type { ExceptionsReply } from '@heath/contract';
import { instant, SECONDS_PER_DAY, ZoneTables } from '@heath/core';
import { jsonOffsets } from '../../computing/view.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { type Who, withinReach } from '../../rights/who.ts';
import { cardsWithExceptions, countStale } from './store.ts';

/** What is to settle and to look at in a period, on the cards within reach: by the names of people, and of each in order of time. */
export async function listExceptions(
  { database }: Context,
  who: Who,
  periodId: number,
): Promise<ExceptionsReply> {
  const period = await periodAt(database, periodId);
  const reach = withinReach(who);
  const [cards, computing] = await Promise.all([
    cardsWithExceptions(database, periodId, reach),
    countStale(database, periodId, reach),
  ]);
  const at = (day: number) => instant(day * SECONDS_PER_DAY);
  const tables = ZoneTables.around(at(period.firstDay), at(period.lastDay));
  const zones: string[] = [];
  const placeOf = (zone: string) => {
    const known = zones.indexOf(zone);
    return known < 0 ? zones.push(zone) - 1 : known;
  };
  const exceptions = cards.flatMap(({ exceptions: ofCard, zone: ofSite }, person) =>
    (ofCard ?? []).map(({ zone, ...exception }) => ({ ...exception, person, zone: placeOf(zone ?? ofSite) })),
  );
  return {
    people: cards.map(({ exceptions: _, zone: __, ...someone }) => someone),
    zones: zones.map((zone) => jsonOffsets(tables.of(zone))),
    exceptions,
    computing,
  };
}
