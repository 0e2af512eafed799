import type { SettleItem } from '@heath/contract';
import { asksWhy, sureness, type Together, togetherOf } from '@heath/core';
import type { OpenException } from '../../api/exceptions.ts';
import type { Bulk } from '../corrections/bulks/index.ts';
import { lineOf } from './words.ts';

/** Exceptions of one kind that can be settled together, each in the same way. */
export interface Alike {
  /** On the button: `Take all 3 that match the plan`. */
  readonly name: string;
  /** For the history, once it is done. */
  readonly did: string;
  readonly of: readonly OpenException[];
  readonly wayOf: (exception: OpenException) => SettleItem['way'];
}

/** The server settles no more at once. */
const MOST_ALIKE = 2000;

/** True where the plan is what is proposed, and nothing that is known says otherwise. */
const matchesPlan = ({ proposals }: OpenException): boolean => {
  const best = proposals[0];
  return best?.from === 'plan' && sureness(best, proposals).differ === 0;
};

/** How those of a kind are settled together, by what its kind says. */
const WAYS: Readonly<Record<Together['by'], (exception: OpenException) => SettleItem['way']>> = {
  accept: () => ({ kind: 'accept' }),
  take: () => ({ kind: 'take' }),
  'planned time': ({ proposals: [best] }) =>
    best === undefined ? { kind: 'accept' } : { kind: 'time', at: best.at },
};

/**
 * Which of a kind can be settled alike, as the kind says: of those that a time settles, the ones whose plan nothing contradicts; of others
 * all that are not over a limit.
 *
 * @param upTo in seconds: more than this is looked at one by one; null where all are taken
 */
export function alike(kind: string, shown: readonly OpenException[], upTo: number | null): Alike | null {
  const { by, name, did } = togetherOf(kind);
  const of = shown
    .filter(({ measured }) => upTo === null || measured === null || measured <= upTo)
    .slice(0, MOST_ALIKE)
    .filter((one) => by !== 'planned time' || matchesPlan(one));
  if (of.length < 2) return null;
  return { name: name.replace('{count}', of.length.toLocaleString('en')), did, of, wayOf: WAYS[by] };
}

/** Those that are alike, as they are done together. */
export const asBulk = ({ name, did, of, wayOf }: Alike): Bulk => ({
  name,
  did,
  verb: 'Settle',
  asksWhy: of.some((one) => asksWhy(one) && wayOf(one).kind !== 'time'),
  of: of.map((one) => ({
    personId: one.who.personId,
    name: one.who.name,
    workday: one.workday,
    line: lineOf(one),
    items: [{ personId: one.who.personId, exception: one.key, way: wayOf(one) }],
  })),
});
