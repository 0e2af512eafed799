import type { TasksReply, TaskView } from '@heath/contract';
import { describe, expect, it } from 'vitest';
import { changedBy } from './tasks.ts';

const task = (id: number, kind: TaskView['kind'], done = 0): TaskView => ({
  id,
  kind,
  subjectId: 1,
  subject: '2026-10-19/2026-11-01',
  status: 'running',
  attempts: 1,
  done,
  total: 100,
  error: null,
});

const open = (newest: number, ...tasks: readonly TaskView[]): TasksReply => ({ tasks, newest, disk: null });
const CARDS = ['strip', 'cards', 'card', 'exceptions', 'handoff', 'differences'];

describe('what is read anew', () => {
  it('is nothing while work goes on, or begins', () => {
    expect(
      changedBy(open(1, task(1, 'import')), open(2, task(1, 'import', 50), task(2, 'recompute'))),
    ).toEqual([]);
    // It began after the ids were looked at.
    expect(changedBy(open(1), open(1, task(2, 'recompute')))).toEqual([]);
    expect(changedBy(open(1, task(2, 'recompute')), open(2, task(2, 'recompute')))).toEqual([]);
  });

  it('are cards and their sums when cards were computed, and files too when one was imported', () => {
    expect(changedBy(open(1, task(1, 'recompute')), open(1))).toEqual(CARDS);
    expect(
      changedBy(open(2, task(1, 'recompute'), task(2, 'import')), open(2, task(1, 'recompute'))),
    ).toEqual([...CARDS, 'import', 'imports']);
  });

  it('is everything when work began and ended between two looks', () => {
    expect(changedBy(open(1), open(2))).toEqual([...CARDS, 'batch', 'import', 'imports']);
    expect(
      changedBy(open(3, task(3, 'recompute')), open(5, task(3, 'recompute'), task(5, 'import'))),
    ).toEqual([...CARDS, 'batch', 'import', 'imports']);
  });
});
