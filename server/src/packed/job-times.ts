import type { JobTime } from '@heath/core';

type Numbers = [
  job: JobTime['job'],
  clockedSeconds: number,
  heldSeconds: number,
  unpaidSeconds: number,
  roundingSeconds: number,
];

/** The times of a card by job as the database has them: JSON, the numbers of each job in one list. */
export const packJobTimes = (times: readonly JobTime[]): string =>
  JSON.stringify(
    times.map(({ job, clockedSeconds, heldSeconds, unpaidSeconds, roundingSeconds }) => [
      job,
      clockedSeconds,
      heldSeconds,
      unpaidSeconds,
      roundingSeconds,
    ]),
  );

/** Times that `packJobTimes` packed. */
export const unpackJobTimes = (text: string): JobTime[] =>
  (JSON.parse(text) as Numbers[]).map(
    ([job, clockedSeconds, heldSeconds, unpaidSeconds, roundingSeconds]) => ({
      job,
      clockedSeconds,
      heldSeconds,
      unpaidSeconds,
      roundingSeconds,
    }),
  );
