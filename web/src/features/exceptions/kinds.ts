import { EXCEPTIONS, exceptionLabel, type Workday } from '@heath/core';
import type { OpenException } from '../../api/exceptions.ts';

/** One kind of exception that there is something of. */
export interface KindCount {
  readonly kind: string;
  readonly label: string;
  readonly count: number;
}

/** What is open, by what it means for the handoff, and within that in the order in which kinds are looked for. */
export interface KindsBySeverity {
  readonly holdUp: readonly KindCount[];
  readonly toLookAt: readonly KindCount[];
}

/** Counts exceptions by kind. A kind stands where the gravest of it belongs: rulebooks may differ. */
export function kindsBySeverity(open: readonly OpenException[]): KindsBySeverity {
  const counts = new Map<string, number>();
  const holdingUp = new Set<string>();
  for (const { kind, severity } of open) {
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
    if (severity === 'holds up') holdingUp.add(kind);
  }
  const all = EXCEPTIONS.flatMap(({ name: kind }): KindCount[] => {
    const count = counts.get(kind);
    return count === undefined ? [] : [{ kind, label: exceptionLabel(kind), count }];
  });
  return {
    holdUp: all.filter(({ kind }) => holdingUp.has(kind)),
    toLookAt: all.filter(({ kind }) => !holdingUp.has(kind)),
  };
}

/** The exceptions of one pay group and one day; of all where that is null. */
export const within = (
  open: readonly OpenException[],
  groupId: number | null,
  day: Workday | null,
): readonly OpenException[] =>
  open.filter(
    ({ who, workday }) => (groupId === null || who.groupId === groupId) && (day === null || workday === day),
  );

/** What an exception is called in an address: its key alone is told by several periods of several people. */
export const nameOf = ({ who, key }: OpenException): string => `${who.personId}.${key}`;

/**
 * Which of a list is open: the one that an address names; where that is settled by now, the one that took its place.
 *
 * @param last the place of the one that was open before
 */
export function openPlace(shown: readonly OpenException[], name: string | null, last: number): number {
  const named = name === null ? 0 : shown.findIndex((one) => nameOf(one) === name);
  return named >= 0 ? Math.min(named, shown.length - 1) : Math.min(last, shown.length - 1);
}
