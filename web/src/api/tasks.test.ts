import type { TaskView } from '@heath/contract';
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

describe('what is read anew', () => {
  it('is nothing while work goes on, or begins', () => {
    expect(changedBy([task(1, 'import')], [task(1, 'import', 50), task(2, 'recompute')])).toEqual([]);
  });

  it('are cards and their sums when cards were computed, and files too when one was imported', () => {
    expect(changedBy([task(1, 'recompute')], [])).toEqual([
      'strip',
      'cards',
      'card',
      'exceptions',
      'handoff',
      'differences',
    ]);
    expect(changedBy([task(1, 'recompute'), task(2, 'import')], [task(1, 'recompute')])).toEqual([
      'strip',
      'cards',
      'card',
      'exceptions',
      'handoff',
      'differences',
      'import',
      'imports',
    ]);
  });
});
