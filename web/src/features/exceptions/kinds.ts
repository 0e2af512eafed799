import { EXCEPTIONS, exceptionLabel, holdsUp, type Workday } from '@heath/core';
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
    if (holdsUp({ severity })) holdingUp.add(kind);
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

/** What of somebody exceptions are picked by, beside their pay group; null or without an entry where any will do. */
export type Facet = 'department' | 'site' | 'supervisor';
export type Facets = Readonly<Partial<Record<Facet, string | null>>>;
export const FACETS: readonly { readonly facet: Facet; readonly all: string }[] = [
  { facet: 'department', all: 'All departments' },
  { facet: 'site', all: 'All sites' },
  { facet: 'supervisor', all: 'All supervisors' },
];

/** What there is to choose of a facet, by its letters. */
export const valuesOf = (open: readonly OpenException[], facet: Facet): string[] =>
  [...new Set(open.flatMap(({ who }) => who[facet] ?? []))].sort((a, b) => a.localeCompare(b, 'en'));

/** The exceptions of one pay group, one day, one department and so on; of all where that is null. */
export const within = (
  open: readonly OpenException[],
  groupId: number | null,
  day: Workday | null,
  facets: Facets = {},
): readonly OpenException[] =>
  open.filter(
    ({ who, workday }) =>
      (groupId === null || who.groupId === groupId) &&
      (day === null || workday === day) &&
      FACETS.every(({ facet }) => (facets[facet] ?? null) === null || who[facet] === facets[facet]),
  );

/** The exceptions of those whose name or number holds a text. */
export function ofPerson(open: readonly OpenException[], text: string): readonly OpenException[] {
  const meant = text.trim().toLowerCase();
  if (meant === '') return open;
  return open.filter(({ who }) => [who.name, who.number].some((one) => one.toLowerCase().includes(meant)));
}

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
