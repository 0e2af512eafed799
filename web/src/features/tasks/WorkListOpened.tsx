import type { TaskView } from '@heath/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { useTasksQuery } from '../../api/tasks.ts';
import { Popover } from '../../ui/Popover.tsx';
import { ProgressBar } from '../../ui/Progress.tsx';
import { nameOf, placeOf, shareOf } from './names.ts';
import { AtWork } from './WorkList.tsx';

const ASK_WHILE_OPEN_MILLISECONDS = 500;

/** The list of long work, once it was opened: see `WorkList`. */
export function WorkListOpened({ going }: { going: readonly TaskView[] }) {
  const [isOpen, setOpen] = useState(true);
  useTasksQuery(undefined, isOpen ? { pollingInterval: ASK_WHILE_OPEN_MILLISECONDS } : {});
  return (
    <Popover
      label="Work that goes on"
      open={isOpen}
      onOpenChange={setOpen}
      trigger={<AtWork count={going.length} />}
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
