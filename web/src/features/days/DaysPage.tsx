import { useDayQuery } from '../../api/days.ts';
import { Empty } from '../../ui/notices/Empty.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { dayOfIso, useAddress } from '../../ui/screen/useAddress.ts';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { DayScreen } from './DayScreen.tsx';

/** What others do, and who comes and goes, is seen after so long. */
const AGAIN_MILLISECONDS = 30_000;

/** The day: everybody on one axis, as it was planned and as it went. */
export function DaysPage() {
  const { query } = useAddress();
  const { period, isMissing, error, again } = usePeriod();
  const asked = dayOfIso(query.get('day'));
  const isWithin =
    period !== undefined && asked !== null && asked >= period.firstDay && asked <= period.lastDay;
  const day = useDayQuery(
    { periodId: period?.id ?? 0, day: isWithin ? asked : null },
    { skip: period === undefined, pollingInterval: AGAIN_MILLISECONDS, skipPollingIfUnfocused: true },
  );
  if (isMissing) return <NotYet what="the day" error={error} again={again} />;
  if (period === undefined)
    return <Empty title="No pay period yet">Days appear here once people and a pay period are set up.</Empty>;
  // What was shown stays in sight until the other day is there.
  return (
    <>
      <PeriodBar pickDays pickGroup shownDay={day.data?.day ?? null} />
      {day.data === undefined ? (
        <NotYet what="the day" error={day.error} again={() => void day.refetch()} />
      ) : (
        <DayScreen key={period.id} period={period} of={day.data} />
      )}
    </>
  );
}
