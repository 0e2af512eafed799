/** Work off the request that is not done: it waits, runs, or gave up. */
export interface TaskView {
  readonly id: number;
  readonly kind: 'import' | 'recompute';
  /** The id of the file or of the period. */
  readonly subjectId: number;
  /** The file's name, or the period's first and last day as an ISO 8601 interval. */
  readonly subject: string;
  readonly status: 'waiting' | 'running' | 'gave up';
  readonly attempts: number;
  /** Why it failed the last time, in words for people. */
  readonly error: string | null;
}

/** GET /api/tasks */
export interface TasksReply {
  readonly tasks: readonly TaskView[];
  /** What people should know of the disk below the data; null while there is room. */
  readonly disk: DiskState | null;
}

export interface DiskState {
  readonly folder: string;
  readonly freeMegabytes: number;
  readonly neededMegabytes: number;
  /** Nothing new is taken in until there is room again. */
  readonly full: boolean;
}
