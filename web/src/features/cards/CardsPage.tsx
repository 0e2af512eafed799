import { useCardsQuery } from '../../api/cards.ts';
import { Empty } from '../../ui/notices/Empty.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { CardScreen } from './CardScreen.tsx';

/** Time cards: the people of a period, one card, and the reasons of its numbers. */
export function CardsPage() {
  const { period, isMissing, error, again } = usePeriod();
  const cards = useCardsQuery(period?.id ?? 0, { skip: period === undefined });
  if (isMissing) return <NotYet what="the time cards" error={error} again={again} />;
  if (period === undefined) {
    return (
      <Empty title="No pay period yet">Cards appear here once people and a pay period are set up.</Empty>
    );
  }
  return (
    <>
      <PeriodBar pickDays pickGroup />
      {cards.currentData === undefined ? (
        <NotYet what="the time cards" error={cards.error} again={() => void cards.refetch()} />
      ) : (
        <CardScreen key={period.id} period={period} rows={cards.currentData.rows} />
      )}
    </>
  );
}
