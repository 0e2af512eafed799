import type { TaskView } from '@heath/contract';
import { problemOf } from '../../api/requests/base.ts';
import { useCancelTaskMutation } from '../../api/tasks.ts';
import { useMay } from '../../api/useMay.ts';
import { say } from '../../ui/notices/notices.ts';

/** Gives up an import; nothing, where there is nothing to give up: cards that are stale must be computed. */
export function CancelWork({ task, className = '' }: { task: TaskView; className?: string }) {
  const [cancel, { isLoading }] = useCancelTaskMutation();
  const may = useMay('import');
  if (task.kind !== 'import' || !may) return null;
  const giveUp = async () => {
    const { error } = await cancel(task.id);
    say(
      error === undefined
        ? `Nothing of ${task.subject} was imported. It can be started again.`
        : problemOf(error).title,
    );
  };
  return (
    <button
      type="button"
      disabled={isLoading}
      onClick={() => void giveUp()}
      className={`text-heather underline disabled:opacity-50 ${className}`}
    >
      Cancel<span className="sr-only"> importing {task.subject}</span>
    </button>
  );
}
