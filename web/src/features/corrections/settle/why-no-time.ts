import type { Exception, Instant, ShiftTimes, ZoneOffsets } from '@heath/core';
import { clockTime, listed } from '../../../ui/text/format.ts';

/** What is shown beside a missing punch, of each source; null where a source is not shown at all. */
export interface ShownEvidence {
  readonly plans: readonly ShiftTimes[];
  readonly crew: readonly ShiftTimes[] | null;
  readonly usual: readonly ShiftTimes[] | null;
}

/** Where a time lies that cannot be the missing one, or why it tells none. */
type Place = 'past the punch beside it' | 'on the other side' | 'unlike';

/**
 * Why no time is proposed for a missing punch, from what is shown of plan, crew and usual times. Each source is either shown nothing of, or
 * said where its times lie: `The planned 14:00 and 3 of the crew lie after the next punch, 05:55. It needs a time.`
 *
 * @param beside the punch between which and its own the missing one must lie; null where there is none
 */
export function whyNoTime(
  { kind, at }: Pick<Exception, 'kind' | 'at'>,
  beside: Instant | null,
  { plans, crew, usual }: ShownEvidence,
  offsets: ZoneOffsets,
): string {
  const isOut = kind === 'missing-out';
  const clock = (time: Instant) => clockTime(time, offsets);
  const timeOf = ({ startsAt, endsAt }: ShiftTimes) => (isOut ? endsAt : startsAt);
  const placeOf = (time: Instant): Place => {
    if (isOut ? time <= at : time >= at) return 'on the other side';
    const isPast = beside !== null && (isOut ? time > beside : time < beside);
    return isPast ? 'past the punch beside it' : 'unlike';
  };
  const sources = [
    {
      none: 'nothing is planned',
      times: plans.map(timeOf),
      told: (times: readonly Instant[]) => `the planned ${times.map(clock).join(' and ')}`,
    },
    {
      none: 'nobody worked beside',
      times: crew?.map(timeOf),
      told: ({ length }: readonly Instant[]) => `${length} of the crew`,
    },
    {
      none: 'nothing is usual',
      times: usual?.map(timeOf),
      told: ({ length }: readonly Instant[]) => `${length} usual ${length === 1 ? 'time' : 'times'}`,
    },
  ];
  const WHERE: Readonly<Record<Place, string>> = {
    'past the punch beside it': `${isOut ? 'after the next' : 'before the last'} punch, ${beside === null ? '' : clock(beside)}`,
    'on the other side': `${isOut ? 'before' : 'after'} this punch`,
    unlike: 'too far off, or on shifts unlike this one',
  };
  const sentences = [listed(sources.filter(({ times }) => times?.length === 0).map(({ none }) => none))];
  for (const place of ['past the punch beside it', 'on the other side', 'unlike'] as const) {
    const there = sources.map(({ times = [], told }) => ({
      told,
      times: times.filter((one) => placeOf(one) === place),
    }));
    const count = there.reduce((sum, { times }) => sum + times.length, 0);
    if (count === 0) continue;
    const parts = there.flatMap(({ times, told }) => (times.length === 0 ? [] : [told(times)]));
    sentences.push(`${listed(parts)} ${count === 1 ? 'lies' : 'lie'} ${WHERE[place]}`);
  }
  return [...sentences.filter((one) => one !== ''), 'it needs a time'].map(asSentence).join(' ');
}

const asSentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
