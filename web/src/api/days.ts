import { DayReply, type DayRow, dayOperations, dayRows, RibbonsReply } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { cardsApi } from './cards.ts';
import { call } from './requests/call.ts';
import { LongList } from './requests/LongList.ts';
import { reads } from './requests/reads.ts';

/** One workday of everybody within reach. */
export interface Day {
  readonly day: Workday;
  readonly today: Workday;
  readonly axis: DayReply['axis'];
  readonly people: LongList<DayRow>;
}

function asDay(reply: unknown): Day {
  const read = reads(DayReply)(reply);
  const { day, today, axis } = read;
  return Object.freeze({ day, today, axis, people: new LongList(dayRows(read)) });
}

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
    day: build.query({
      ...call(dayOperations.day, ({ periodId, day }: Asked) => ({
        params: { period: periodId },
        query: { day: day === null ? undefined : workdayToIso(day) },
      })),
      transformResponse: asDay,
    }),
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
