import type { DayRow } from '@heath/contract';
import type { DayState } from '@heath/core';

/** What people of a day are put together by. */
export const GROUPINGS = [
  { value: 'department', name: 'Departments' },
  { value: 'site', name: 'Sites' },
  { value: 'job', name: 'Jobs planned' },
  { value: 'supervisor', name: 'Supervisors' },
] as const;
export type Grouping = (typeof GROUPINGS)[number]['value'];

/** What stands for a group without a name of its own. */
const NAMELESS: Readonly<Record<Grouping, string>> = {
  department: 'No department',
  site: 'No site',
  job: 'No job planned',
  supervisor: 'Nobody to report to',
};

/** Which people of a day are shown: a state, or all that have something on the day. */
export type Show = 'all' | DayState | 'computing';

/** The states in the order in which somebody looks at them. */
export const SHOWS: readonly { readonly show: Show; readonly name: string }[] = [
  { show: 'all', name: 'All on this day' },
  { show: 'matches', name: 'Match their plan' },
  { show: 'differs', name: 'Differ' },
  { show: 'missing', name: 'Missing punch' },
  { show: 'absent', name: 'Planned, nobody came' },
  { show: 'not planned', name: 'Nothing planned, worked' },
  { show: 'at work', name: 'At work now' },
  { show: 'to come', name: 'Still to come' },
  { show: 'leave', name: 'Leave, paid without work' },
  { show: 'computing', name: 'Being computed' },
  { show: 'off', name: 'Day off, no record' },
];

/** What an address asks to be shown. */
export const showIn = (text: string | null): Show => SHOWS.find(({ show }) => show === text)?.show ?? 'all';

/** True where somebody is among those who are shown. */
export function isShown({ state }: DayRow, show: Show): boolean {
  if (show === 'all') return state !== 'off';
  return show === 'computing' ? state === null : state === show;
}

/** A line of the screen: what begins a group, or somebody in it. */
export type Line =
  | {
      readonly kind: 'group';
      readonly name: string;
      readonly people: number;
      readonly matching: readonly DayRow[];
    }
  | { readonly kind: 'person'; readonly row: DayRow };

/** Whose day can be approved without a look: it matches the plan, and nobody stands for it yet. */
export const isToApprove = ({ state, approval }: DayRow): boolean =>
  state === 'matches' && approval !== 'approved';

/** The lines of a day: groups in order of their names, and in each its people in theirs. */
export function linesOf(rows: readonly DayRow[], grouping: Grouping): Line[] {
  const groups = new Map<string, DayRow[]>();
  for (const row of rows) {
    const name = row[grouping] || NAMELESS[grouping];
    const own = groups.get(name);
    if (own === undefined) groups.set(name, [row]);
    else own.push(row);
  }
  const lines: Line[] = [];
  for (const [name, people] of [...groups].sort(([a], [b]) => a.localeCompare(b, 'en'))) {
    lines.push({ kind: 'group', name, people: people.length, matching: people.filter(isToApprove) });
    for (const row of people) lines.push({ kind: 'person', row });
  }
  return lines;
}
