import type { TasksReply, TaskView } from '@heath/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { TaskWatch } from './watch.ts';

const task: TaskView = {
  id: 1,
  kind: 'import',
  subjectId: 1,
  subject: 'clocks.csv',
  status: 'running',
  attempts: 1,
  done: 0,
  total: 100,
  error: null,
};
const replyOf = (...tasks: readonly TaskView[]): TasksReply => ({ tasks, newest: 9, disk: null });

let rows: TasksReply | Error;
let looks: number;
let watch: TaskWatch;
const heard = () => {
  const told: TasksReply[] = [];
  const end = vi.fn();
  const leave = watch.listen({ hear: (reply) => told.push(reply), end });
  return { told, end, leave };
};
const wait = (milliseconds: number) => vi.advanceTimersByTimeAsync(milliseconds);

beforeEach(() => {
  vi.useFakeTimers();
  rows = replyOf(task);
  looks = 0;
  watch = new TaskWatch(async () => {
    looks++;
    if (rows instanceof Error) throw rows;
    return rows;
  });
});
afterEach(() => {
  vi.useRealTimers();
});

describe('whoever listens to the open tasks', () => {
  it('hears of them at once, and then of every change alone', async () => {
    const first = heard();
    await wait(1);
    expect(first.told).toEqual([replyOf(task)]);
    await wait(5000);
    expect(first.told).toHaveLength(1);
    rows = replyOf({ ...task, done: 40 });
    await wait(600);
    rows = replyOf();
    await wait(600);
    expect(first.told.map(({ tasks }) => tasks.map(({ done }) => done))).toEqual([[0], [40], []]);
  });

  it('shares the looks with others, and one who comes later hears what there is', async () => {
    const first = heard();
    await wait(1);
    const second = heard();
    expect(second.told).toEqual(first.told);
    const before = looks;
    await wait(5000);
    expect(looks - before).toBe(10);
  });

  it('is the only reason to look', async () => {
    const [first, second] = [heard(), heard()];
    await wait(1000);
    first.leave();
    await wait(1000);
    second.leave();
    const before = looks;
    await wait(10_000);
    expect(looks).toBe(before);
    // And begins anew.
    rows = replyOf({ ...task, done: 90 });
    const third = heard();
    await wait(1);
    expect(third.told).toEqual([rows]);
  });

  it('who comes while the look of somebody who left still goes on does not have it done twice', async () => {
    const held: (() => void)[] = [];
    const slow = new TaskWatch(async () => {
      looks++;
      if (looks === 1) await new Promise<void>((resolve) => held.push(resolve));
      return replyOf(task);
    });
    const leave = slow.listen({ hear: () => {}, end: () => {} });
    await wait(1);
    leave();
    slow.listen({ hear: () => {}, end: () => {} });
    for (const release of held) release();
    await wait(1);
    const before = looks;
    await wait(5000);
    expect(looks - before).toBe(10);
  });

  it('is let go while the rows cannot be read, and asks again', async () => {
    const first = heard();
    await wait(1);
    rows = new Error('The database went away.');
    await wait(600);
    expect(first.end).toHaveBeenCalledTimes(1);
    rows = replyOf();
    const again = heard();
    await wait(1);
    expect(again.told).toEqual([replyOf()]);
    expect(first.told).toHaveLength(1);
  });
});
