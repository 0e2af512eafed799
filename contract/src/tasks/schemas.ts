import * as v from 'valibot';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());

/** Work off the request that is not done: it waits, runs, or gave up. */
export const TaskView = v.strictObject({
  id: count,
  kind: v.picklist(['import', 'recompute', 'deliver']),
  /** The id of the file, of the period or of the batch. */
  subjectId: count,
  /** The file's name, the period's first and last day as an ISO 8601 interval, or the number of the batch. */
  subject: v.string(),
  status: v.picklist(['waiting', 'running', 'gave up']),
  attempts: count,
  /** How far it has come, of how much; both zero before it begins. */
  done: count,
  total: count,
  /** Why it failed the last time, in words for people. */
  error: v.nullable(v.string()),
});
export type TaskView = v.InferOutput<typeof TaskView>;

export const DiskState = v.strictObject({
  folder: v.string(),
  freeMegabytes: v.number(),
  neededMegabytes: v.number(),
  /** Nothing new is taken in until there is room again. */
  full: v.boolean(),
});
export type DiskState = v.InferOutput<typeof DiskState>;

/** GET /api/tasks */
export const TasksReply = v.strictObject({
  tasks: list(TaskView),
  /** The highest id that a task ever had: one up to it that is not listed has ended, also where nobody saw it begin. 0: there was none. */
  newest: count,
  /** What people should know of the disk below the data; null while there is room. */
  disk: v.nullable(DiskState),
});
export type TasksReply = v.InferOutput<typeof TasksReply>;
