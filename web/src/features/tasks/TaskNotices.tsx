import type { DiskState, TaskView } from '@heath/contract';
import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { problemOf } from '../../api/requests/base.ts';
import { useRetryTaskMutation, useTasksQuery } from '../../api/tasks.ts';
import { useAppSelector } from '../../app/hooks.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { nameOf } from './names.ts';

/** The server tells by itself; this is for when it does not. */
const ASK_MILLISECONDS = 30_000;

/** What everybody should know, under the top bar: the server does not answer, the disk gets full, work that failed. */
export function TaskNotices() {
  const askingAgain = useAppSelector((state) => state.connection.askingAgain > 0);
  const { data } = useTasksQuery(undefined, { pollingInterval: ASK_MILLISECONDS });
  const failing = data?.tasks.filter((task) => task.error !== null) ?? [];
  if (!askingAgain && failing.length === 0 && !data?.disk) return null;
  return (
    <section aria-label="Notices" className="shrink-0">
      {askingAgain && (
        <Line>The server does not answer just now. It is being asked again; nothing you typed is lost.</Line>
      )}
      {data?.disk && <Disk disk={data.disk} />}
      {failing.map((task) => (
        <Failing key={task.id} task={task} />
      ))}
    </section>
  );
}

/** One thing to know, across the screen; with `alarm` something that somebody should do something about. */
function Line({ alarm = false, children }: { alarm?: boolean; children: ReactNode }) {
  return (
    <div
      role={alarm ? 'alert' : 'status'}
      className={`flex min-h-9 items-center gap-2 border-b border-rule px-5 py-1.5 text-note ${alarm ? 'bg-ember-wash' : 'bg-faint'}`}
    >
      {alarm && <TriangleAlert size={15} className="shrink-0 text-ember" aria-hidden="true" />}
      <span>{children}</span>
    </div>
  );
}

function Disk({ disk }: { disk: DiskState }) {
  const left = `The disk below ${disk.folder} has ${disk.freeMegabytes.toLocaleString('en')} MB left.`;
  return (
    <Line alarm>
      {left}{' '}
      {disk.full
        ? `Nothing new is taken in until there are ${disk.neededMegabytes} MB: ask whoever runs Heath to free some space.`
        : `Below ${disk.neededMegabytes} MB nothing new is taken in: ask whoever runs Heath to free some space.`}
    </Line>
  );
}

function Failing({ task }: { task: TaskView }) {
  const [retry, { isLoading, error }] = useRetryTaskMutation();
  if (task.status !== 'gave up') {
    return (
      <Line>
        {nameOf(task)} failed {task.attempts === 1 ? 'once' : `${task.attempts} times`}: {task.error} It is
        tried again.
      </Line>
    );
  }
  return (
    <Line alarm>
      {nameOf(task)} was given up after {task.attempts === 1 ? 'one attempt' : `${task.attempts} attempts`}.{' '}
      {task.error}{' '}
      <Button className="-my-0.5 ml-2" disabled={isLoading} onClick={() => void retry(task.id)}>
        Try again
      </Button>
      {error !== undefined && <span className="ml-2">{problemOf(error).title}</span>}
    </Line>
  );
}
