import type { Writer } from '../../time/writing.ts';
import type { Facts } from './facts.ts';

/** One thing that a check found: whose it is, where it is somebody's, and what is wrong. */
export interface Case {
  readonly personId: number | null;
  /** Who or what it is about. */
  readonly about: string;
  readonly says: string;
}

/**
 * What a check means for the handoff. `must`: nothing goes before it is met. `why`: it goes all the same with a reason that stays with the
 * batch. `look`: it is worth a look, and holds up nothing.
 */
export type Weight = 'must' | 'why' | 'look';

/** Everything about one check. */
interface CheckDefinition {
  readonly name: string;
  readonly weight: Weight;
  /** Where it is met: `Every card is approved`. */
  readonly met: string;
  /** Where it is not, by how many cases there are. */
  unmet(count: number): string;
  /** `write` writes hours as the reader has them. */
  cases(facts: Facts, write: Writer): readonly Case[];
}
export type Check = CheckDefinition;

/** Defines one check: one file says everything about it, and a line in `CHECKS` makes it known. */
export const defineCheck = (definition: CheckDefinition): Check => definition;

/** `1 card is`, `3 cards are`. */
export const are = (count: number, what: string, plural = `${what}s`): string =>
  `${count.toLocaleString('en')} ${count === 1 ? `${what} is` : `${plural} are`}`;
/** `1 person`, `3 people`. */
export const people = (count: number): string =>
  `${count.toLocaleString('en')} ${count === 1 ? 'person' : 'people'}`;
