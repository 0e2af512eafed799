import type { DecideRequest, Difference } from '@heath/contract';

/** What may be decided of a difference. */
export type What = DecideRequest['what'];

/** By which a difference is told from the others. */
export const idOf = ({ periodId, personId }: Pick<Difference, 'periodId' | 'personId'>): string =>
  `${periodId}-${personId}`;

const SHOWS = ['all', 'open', 'carried', 'approved'] as const;
/** Which differences are listed: all, or those that are so far. */
export type Shows = (typeof SHOWS)[number];

/** What an address asks to be shown. */
export const shownIn = (text: string | null): Shows => SHOWS.find((one) => one === text) ?? 'all';

/** The differences that a filter leaves, in their order. */
export function listed(all: readonly Difference[], shows: Shows, text: string): Difference[] {
  const wanted = text.trim().toLowerCase();
  return all.filter(
    ({ state, ...words }) =>
      (shows === 'all' || state === shows) &&
      (wanted === '' ||
        [words.name, words.number, words.department, words.group].some((word) =>
          word.toLowerCase().includes(wanted),
        )),
  );
}

/** Which of some differences something can be decided of. */
export const decidable = (all: readonly Difference[], what: What): Difference[] =>
  all.filter(({ state }) =>
    what === 'approve' ? state === 'carried' : what === 'withdraw' ? state !== 'open' : state === 'open',
  );
