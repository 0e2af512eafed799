import { type DayReply, type DayRow, dayOperations, dayRows, RibbonsReply } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { cardsApi } from './cards.ts';
import { call } from './requests/call.ts';
import { LongList } from './requests/LongList.ts';
import { byNameOnPages, callPages } from './requests/pages.ts';
import { reads } from './requests/reads.ts';

/** One workday of everybody within reach. */
export interface Day {
  readonly day: Workday;
  readonly today: Workday;
  readonly axis: DayReply['axis'];
  readonly people: LongList<DayRow>;
}

function asDay(pages: readonly [DayReply, ...DayReply[]]): Day {
  const [{ day, today, axis }] = pages;
  const peopled = pages.filter(({ people }) => people.personId.length > 0);
  return Object.freeze({
    day,
    today,
    axis: peopled.map((page) => page.axis).reduce(widest, peopled[0]?.axis ?? axis),
    people: new LongList(byNameOnPages(pages.map(dayRows), (row) => row)),
  });
}

/** An axis that holds both. */
const widest = (a: DayReply['axis'], b: DayReply['axis']): DayReply['axis'] => ({
  from: Math.min(a.from, b.from),
  to: Math.max(a.to, b.to),
});

/** What is asked of a day; null: the one before today. */
interface Asked {
  readonly periodId: number;
  readonly day: Workday | null;
}

/** Whose ribbons are drawn of a day. */
interface Drawn {
  readonly periodId: number;
  readonly day: Workday;
  readonly people: readonly number[];
}

const daysApi = cardsApi.injectEndpoints({
  endpoints: (build) => ({
    day: build.query(
      callPages(
        dayOperations.day,
        ({ periodId, day }: Asked, page) => ({
          params: { period: periodId },
          query: { day: day === null ? undefined : workdayToIso(day), page },
        }),
        asDay,
      ),
    ),
    ribbons: build.query({
      ...call(dayOperations.ribbons, ({ periodId, day, people }: Drawn) => ({
        params: { period: periodId },
        query: { day: workdayToIso(day), people: people.join(',') },
      })),
      transformResponse: (reply: unknown) => Object.freeze(reads(RibbonsReply)(reply).ribbons),
    }),
  }),
});
export const { useDayQuery, useRibbonsQuery } = daysApi;
