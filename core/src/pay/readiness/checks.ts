import { DEFAULT_WRITING, type Writer, writerOf } from '../../time/writing.ts';
import { approved } from './checks/approved.ts';
import { codesFit } from './checks/codes-fit.ts';
import { computed } from './checks/computed.ts';
import { knownCodes } from './checks/known-codes.ts';
import { knownPeople } from './checks/known-people.ts';
import { left } from './checks/left.ts';
import { mapped } from './checks/mapped.ts';
import { newCodes } from './checks/new-codes.ts';
import { noHours } from './checks/no-hours.ts';
import { ownedBadges } from './checks/owned-badges.ts';
import { settled } from './checks/settled.ts';
import { sums } from './checks/sums.ts';
import { tooManyHours } from './checks/too-many-hours.ts';
import { twoGroups } from './checks/two-groups.ts';
import { unusual } from './checks/unusual.ts';
import type { Case, Weight } from './define.ts';
import type { Facts } from './facts.ts';

/** Every check before a handoff, in the order in which one looks at them. */
export const CHECKS = [
  computed,
  ownedBadges,
  settled,
  approved,
  mapped,
  codesFit,
  knownPeople,
  knownCodes,
  left,
  twoGroups,
  tooManyHours,
  sums,
  noHours,
  unusual,
  newCodes,
] as const;

/** Names of the checks that can be passed over with a reason. */
export const PASSABLE_CHECKS: readonly string[] = CHECKS.filter(({ weight }) => weight === 'why').map(
  ({ name }) => name,
);

/** What a check came to. */
export interface Checked {
  readonly name: string;
  readonly weight: Weight;
  readonly says: string;
  readonly cases: readonly Case[];
}

/** Returns the result of every check, in the order of `CHECKS`. `write` writes the hours in their sentences. */
export const checkAll = (facts: Facts, write: Writer = writerOf(DEFAULT_WRITING)): Checked[] =>
  CHECKS.map(({ name, weight, met, unmet, cases }) => {
    const found = cases(facts, write);
    return { name, weight, says: found.length === 0 ? met : unmet(found.length), cases: found };
  });

/** What still holds up a handoff: checks that must be met, and those that nobody gave a reason for. */
export const holdingUp = (checked: readonly Checked[], overridden: ReadonlySet<string>): Checked[] =>
  checked.filter(
    ({ name, weight, cases }) =>
      cases.length > 0 && (weight === 'must' || (weight === 'why' && !overridden.has(name))),
  );
