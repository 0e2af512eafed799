import { type DayReply, type RibbonsReply, segmentView, shiftView } from '@heath/contract';
import { compute, instant, SECONDS_PER_DAY, type Workday, wallOf, workday, ZoneTables } from '@heath/core';
import { Problem } from '../../base/problem.ts';
import { readCards } from '../../cards/read-card.ts';
import { jsonOffsets } from '../../cards/view.ts';
import { sendAlone } from '../../database/round-trip.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { pageAt } from '../../records/pages.ts';
import { zoneOfBusiness } from '../../records/today.ts';
import { reaches, type Who, withinReach } from '../../rights/who.ts';
import { dayOf } from './store.ts';
import { dayColumns } from './view.ts';

const midnightInUtc = (day: number) => instant(day * SECONDS_PER_DAY);

/** How one workday went, of everybody within reach on a page; without a day, the one before today, as far as the period has it. */
export async function showDay(
  { database, clock }: Context,
  who: Who,
  periodId: number,
  { day: asked, page }: { readonly day?: Workday | undefined; readonly page?: number | undefined } = {},
): Promise<DayReply> {
  const { firstDay, lastDay } = await periodAt(database, periodId);
  if (asked !== undefined && (asked < firstDay || asked > lastDay))
    throw new Problem(404, 'not-found', 'This day is not in this period.');
  const now = clock.now();
  const zones = ZoneTables.around(
    instant(Math.min(midnightInUtc(firstDay), now)),
    instant(Math.max(midnightInUtc(lastDay), now)),
  );
  const wallNow = wallOf(zones.of(await zoneOfBusiness(database)), now);
  const today = workday(Math.floor(wallNow / SECONDS_PER_DAY));
  const day = asked ?? workday(Math.min(Math.max(today - 1, firstDay), lastDay));
  const read = await dayOf(database, periodId, { day, firstDay }, withinReach(who), pageAt(page));
  return { day, today, ...dayColumns(read, day, zones), next: read.next };
}

/** What the ribbons of some people show on a day: computed from what is in the database now, of those of them within reach. */
export async function showRibbons(
  { database, clock }: Context,
  who: Who,
  periodId: number,
  day: Workday,
  people: readonly number[],
): Promise<RibbonsReply> {
  await periodAt(database, periodId);
  const read = await readCards(
    database,
    periodId,
    people,
    clock.now(),
    (...all) => sendAlone(database, ...all),
    false,
  );
  const isOfDay = (one: { readonly workday: Workday }) => one.workday === day;
  const ribbons = read
    .filter(({ subject }) => reaches(who, subject))
    .map(({ subject, input }) => {
      const { shifts, segments, lines, exceptions } = compute(input);
      return {
        personId: subject.personId,
        offsets: jsonOffsets(input.zones.of(subject.zone)),
        plans: input.plans.filter(isOfDay),
        shifts: shifts.filter(isOfDay).map(shiftView),
        segments: segments.filter(isOfDay).map(segmentView),
        lines: lines.filter(isOfDay),
        exceptions: exceptions.filter(isOfDay),
      };
    });
  return { day, ribbons };
}
