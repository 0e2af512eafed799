import type { TaskView } from '@heath/contract';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { Popover } from '../../ui/layout/Popover.tsx';
import { ProgressBar } from '../../ui/notices/Progress.tsx';
import { CancelWork } from './CancelWork.tsx';
import { nameOf, placeOf, shareOf } from './names.ts';

/** The list of long work, once it was opened: see `WorkList`. */
export function WorkListOpened({ going, trigger }: { going: readonly TaskView[]; trigger: ReactNode }) {
  const [isOpen, setOpen] = useState(true);
  return (
    <Popover label="Work that goes on" open={isOpen} onOpenChange={setOpen} trigger={trigger}>
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
      <CancelWork task={task} className="float-right text-fine" />
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
