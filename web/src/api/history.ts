import { HistoryReply, historyOperations } from '@heath/contract';
import { api } from './requests/base.ts';
import { call } from './requests/call.ts';
import { LongList } from './requests/LongList.ts';
import { reads } from './requests/reads.ts';

type Made = HistoryReply['corrections'][number];
/** A correction, and the wall clock that its times are read on. */
export interface MadeCorrection extends Omit<Made, 'zone'> {
  readonly offsets: HistoryReply['zones'][number];
}

const readReply = reads(HistoryReply);

/** The corrections of a reply with what it tells once put to each of them. */
function madeCorrections(reply: unknown): LongList<MadeCorrection> {
  const { zones, corrections } = readReply(reply);
  return new LongList(
    corrections.flatMap(({ zone, ...made }) => {
      const offsets = zones[zone];
      return offsets === undefined ? [] : [{ ...made, offsets }];
    }),
  );
}

export const { useHistoryQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    history: build.query({
      ...call(historyOperations.history, (period: number) => ({ params: { period } })),
      transformResponse: madeCorrections,
      // What is taken back by its key while it is looked at is seen to be so.
      // Others correct all the time: it is asked for anew whenever it is opened.
      keepUnusedDataFor: 0,
    }),
  }),
});
