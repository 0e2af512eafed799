import type { TaskView } from '@heath/contract';
import type { ComponentProps } from 'react';
import { useTasksQuery } from '../../api/tasks.ts';
import { useLater } from '../../ui/screen/useLater.ts';

const loadOpened = () => import('./WorkListOpened.tsx').then(({ WorkListOpened }) => WorkListOpened);

/** Long work that goes on in the background, from wherever one is; nothing, while there is none. */
export function WorkList() {
  const { data } = useTasksQuery();
  const going = data?.tasks.filter(({ status }) => status !== 'gave up') ?? [];
  return going.length === 0 ? null : <Work going={going} />;
}

/** It is gone with the last of its work, so that it begins closed with the next. */
function Work({ going }: { going: readonly TaskView[] }) {
  const { part: Opened, ask } = useLater(loadOpened);
  if (Opened !== null) return <Opened going={going} trigger={<AtWork count={going.length} />} />;
  return <AtWork count={going.length} aria-haspopup="dialog" aria-expanded={false} onClick={ask} />;
}

/** How much goes on, as what opens the list of it. */
function AtWork({ count, ...others }: ComponentProps<'button'> & { count: number }) {
  return (
    <button
      type="button"
      {...others}
      className="flex shrink-0 items-center gap-1.5 rounded-control bg-peat-light px-2 py-1 text-note text-on-peat"
    >
      <i aria-hidden="true" className="size-2 animate-pulse rounded-full bg-heather-bright" />
      {count.toLocaleString('en')} at work
    </button>
  );
}
