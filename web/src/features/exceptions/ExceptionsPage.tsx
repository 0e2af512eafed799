import { useExceptionsQuery } from '../../api/exceptions.ts';
import { Empty } from '../../ui/notices/Empty.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { ExceptionScreen } from './ExceptionScreen.tsx';

/** Exceptions: the kinds that there are, those of one kind, and the open one with what speaks for what. */
export function ExceptionsPage() {
  const { period, isMissing, error, again } = usePeriod();
  const exceptions = useExceptionsQuery(period?.id ?? 0, { skip: period === undefined });
  if (isMissing) return <NotYet what="the exceptions" error={error} again={again} />;
  if (period === undefined)
    return (
      <Empty title="No pay period yet">Exceptions appear here once people and a pay period are set up.</Empty>
    );
  return (
    <>
      <PeriodBar pickDays pickGroup />
      {exceptions.currentData === undefined ? (
        <NotYet what="the exceptions" error={exceptions.error} again={() => void exceptions.refetch()} />
      ) : (
        <ExceptionScreen key={period.id} periodId={period.id} open={exceptions.currentData.rows} />
      )}
    </>
  );
}
