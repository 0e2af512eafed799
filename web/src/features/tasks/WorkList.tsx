import type { TaskView } from '@heath/contract';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useTasksQuery } from '../../api/tasks.ts';
import { Popover } from '../../ui/Popover.tsx';
import { ProgressBar } from '../../ui/Progress.tsx';
import { nameOf, placeOf, shareOf } from './names.ts';

const ASK_WHILE_OPEN_MILLISECONDS = 500;

/** Long work that goes on in the background, from wherever one is; nothing, while there is none. */
export function WorkList() {
  const [isOpen, setOpen] = useState(false);
  const { data } = useTasksQuery(undefined, isOpen ? { pollingInterval: ASK_WHILE_OPEN_MILLISECONDS } : {});
  const going = data?.tasks.filter(({ status }) => status !== 'gave up') ?? [];
  const isNone = going.length === 0;
  // It closes with the last of them, since what opened it is gone.
  useEffect(() => {
    if (isNone) setOpen(false);
  }, [isNone]);
  if (isNone) return null;
  return (
    <Popover
      label="Work that goes on"
      open={isOpen}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          className="flex shrink-0 items-center gap-1.5 rounded-control bg-peat-light px-2 py-1 text-note text-on-peat"
        >
          <i aria-hidden="true" className="size-2 animate-pulse rounded-full bg-heather-bright" />
          {going.length.toLocaleString('en')} at work
        </button>
      }
    >
      <ul className="w-80">
        {going.map((task) => (
          <Going key={task.id} task={task} onLeave={() => setOpen(false)} />
        ))}
      </ul>
      <p className="mt-2 text-fine text-soft">You can leave; it goes on and is there when you come back.</p>
    </Popover>
  );
}

function Going({ task, onLeave }: { task: TaskView; onLeave: () => void }) {
  const name = nameOf(task);
  return (
    <li className="border-b border-faint py-2 first:pt-0">
      <Link to={placeOf(task)} onClick={onLeave} className="mb-1.5 block truncate hover:text-heather">
        {name}
      </Link>
      <ProgressBar label={name} share={shareOf(task)} />
      <span className="text-fine text-soft">
        {task.status === 'waiting'
          ? 'waits for its turn'
          : task.total === 0
            ? 'begins'
            : `${Math.round((shareOf(task) ?? 0) * 100)} %`}
      </span>
    </li>
  );
}
