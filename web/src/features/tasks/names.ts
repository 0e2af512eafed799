import type { TaskView } from '@heath/contract';
import { workdayFromIso } from '@heath/core';
import { dateRange } from '../../ui/text/format.ts';

/** What a task is working at, in words. */
export function nameOf({ kind, subject }: Pick<TaskView, 'kind' | 'subject'>): string {
  if (kind === 'import') return `Importing ${subject}`;
  if (kind === 'deliver') return `Delivering handoff ${subject}`;
  const [first, last] = subject.split('/').map(workdayFromIso);
  return first === undefined || last === undefined
    ? 'Computing cards'
    : `Computing the cards of ${dateRange(first, last)}`;
}

/** How far a task has come, from 0 to 1; null while nobody knows. */
export const shareOf = ({ done, total }: Pick<TaskView, 'done' | 'total'>): number | null =>
  total === 0 ? null : Math.min(done / total, 1);

/** Where one sees what comes of it. */
export const placeOf = ({ kind, subjectId }: Pick<TaskView, 'kind' | 'subjectId'>): string =>
  ({
    import: `/punches/${subjectId}`,
    deliver: `/handoff?batch=${subjectId}`,
    recompute: `/cards?period=${subjectId}`,
  })[kind];
