import type { SettleItem } from '@heath/contract';
import { asksWhy, isMissingPunch, sureness } from '@heath/core';
import type { OpenException } from '../../api/exceptions.ts';
import type { Bulk } from '../bulks/index.ts';
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

const ACCEPT: SettleItem['way'] = { kind: 'accept' };
const APPROVE: SettleItem['way'] = { kind: 'approve' };

/** True where the plan is what is proposed, and nothing that is known says otherwise. */
const matchesPlan = ({ proposals }: OpenException): boolean => {
  const best = proposals[0];
  return best?.from === 'plan' && sureness(best, proposals).differ === 0;
};

/**
 * Which of a kind can be settled alike: missing punches whose plan nothing contradicts, overtime that waits, and of the rest all that are not
 * over a limit.
 *
 * @param upTo in seconds: more than this is looked at one by one; null where all are taken
 */
export function alike(kind: string, shown: readonly OpenException[], upTo: number | null): Alike | null {
  const within = shown
    .filter(({ measured }) => upTo === null || measured === null || measured <= upTo)
    .slice(0, MOST_ALIKE);
  const count = (all: readonly unknown[]) => all.length.toLocaleString('en');
  if (isMissingPunch({ kind })) {
    const of = within.filter(matchesPlan);
    if (of.length < 2) return null;
    const wayOf = ({ proposals: [best] }: OpenException): SettleItem['way'] =>
      best === undefined ? ACCEPT : { kind: 'time', at: best.at };
    return { name: `Take all ${count(of)} that match the plan`, did: 'Took the planned time', of, wayOf };
  }
  if (within.length < 2) return null;
  return kind === 'overtime-approval'
    ? {
        name: `Approve all ${count(within)}`,
        did: 'Approved overtime',
        of: within,
        wayOf: () => APPROVE,
      }
    : { name: `Accept all ${count(within)}`, did: 'Accepted as it is', of: within, wayOf: () => ACCEPT };
}

/** Those that are alike, as they are done together. */
export const asBulk = ({ name, did, of, wayOf }: Alike): Bulk => ({
  name,
  did,
  verb: 'Settle',
  asksWhy: of.some((one) => asksWhy(one) && wayOf(one).kind === 'accept'),
  of: of.map((one) => ({
    personId: one.who.personId,
    name: one.who.name,
    workday: one.workday,
    line: lineOf(one),
    items: [{ personId: one.who.personId, exception: one.key, way: wayOf(one) }],
  })),
});
