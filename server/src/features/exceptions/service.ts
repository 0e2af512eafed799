import type { EvidenceReply, ExceptionsReply } from '@heath/contract';
import { compute, instant, SECONDS_PER_DAY, wallOf, ZoneTables } from '@heath/core';
import { Problem } from '../../base/problem.ts';
import { evidenceAt } from '../../cards/evidence.ts';
import type { CardKey } from '../../cards/read-card.ts';
import { jsonOffsets } from '../../cards/view.ts';
import { cardWithinReach } from '../../cards/within-reach.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { byPerson } from '../../records/by-person.ts';
import { pageAt, readPageAfter } from '../../records/pages.ts';
import { type Who, withinReach } from '../../rights/who.ts';
import { cardsWithExceptions, countStale, exceptionsWithinReach } from './store.ts';

/** Exceptions to settle or to look at on one page of the cards of a period within reach: by name of the person, and of each in order of time. */
export async function listExceptions(
  { database }: Context,
  who: Who,
  periodId: number,
  number?: number,
): Promise<ExceptionsReply> {
  const period = await periodAt(database, periodId);
  const page = pageAt(number);
  const listed = { periodId, reach: withinReach(who), page };
  const [cards, found, computing, next] = await Promise.all([
    cardsWithExceptions(database, listed),
    exceptionsWithinReach(database, listed),
    countStale(database, listed),
    readPageAfter(database, page),
  ]);
  const at = (day: number) => instant(day * SECONDS_PER_DAY);
  const tables = ZoneTables.around(at(period.firstDay), at(period.lastDay));
  const zones: string[] = [];
  const placeOf = (zone: string) => {
    const known = zones.indexOf(zone);
    return known < 0 ? zones.push(zone) - 1 : known;
  };
  const foundOf = byPerson(found);
  const exceptions = cards.flatMap(({ personId, zone: ofSite }, person) =>
    (foundOf.get(personId) ?? []).map(({ personId: _, zone, ...exception }) => ({
      ...exception,
      at: instant(exception.at),
      person,
      zone: placeOf(zone ?? ofSite),
    })),
  );
  return {
    people: cards.map(({ zone: _, ...someone }) => someone),
    zones: zones.map((zone) => jsonOffsets(tables.of(zone))),
    exceptions,
    computing,
    next,
  };
}

/** So many of a crew, and of the same weekdays before, are looked at. */
const MOST_SHOWN = 6;

/** What somebody would look up to settle an exception of a card. */
export async function showEvidence(
  context: Context,
  who: Who,
  key: CardKey,
  exceptionKey: string,
): Promise<EvidenceReply> {
  const read = await cardWithinReach(context, who, key);
  const { subject, input } = read;
  const { exceptions, shifts } = compute(input);
  const exception = exceptions.find((one) => one.key === exceptionKey);
  if (exception === undefined) throw new Problem(409, 'stale', 'There is nothing left to settle here.');
  const { crew, earlier } = await evidenceAt(context.database, subject, input, exception.at);
  const offsets = input.zones.of(subject.zone);
  const dayOf = (at: number) => Math.floor(wallOf(offsets, instant(at)) / SECONDS_PER_DAY);
  const before = shifts.flatMap(({ spells }) => {
    const [first, last] = [spells[0], spells[spells.length - 1]];
    return first === undefined || last === undefined ? [] : [{ startsAt: first.in.at, endsAt: last.out.at }];
  });
  const usual = [...earlier, ...before]
    .filter(({ startsAt }) => {
      const days = exception.workday - dayOf(startsAt);
      return days > 0 && days % 7 === 0;
    })
    .sort((a, b) => b.startsAt - a.startsAt);
  return { crew: crew.slice(0, MOST_SHOWN), usual: usual.slice(0, MOST_SHOWN) };
}
