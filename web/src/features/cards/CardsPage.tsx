import { problemOf } from '../../api/base.ts';
import { useCardsQuery } from '../../api/cards.ts';
import { Empty } from '../../ui/Empty.tsx';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { CardScreen } from './CardScreen.tsx';

/** Time cards: the people of a period, one card, and the reasons of its numbers. */
export function CardsPage() {
  const { period, isLoading, error } = usePeriod();
  const { data, error: cardsError } = useCardsQuery(period?.id ?? 0, { skip: period === undefined });
  const failed = error ?? cardsError;
  if (failed !== undefined) return <Empty title="The cards cannot be shown">{problemOf(failed).title}</Empty>;
  if (isLoading) return null;
  if (period === undefined) {
    return (
      <Empty title="No pay period yet">Cards appear here once people and a pay period are set up.</Empty>
    );
  }
  return (
    <>
      <PeriodBar pickDays pickGroup />
      {data !== undefined && <CardScreen key={period.id} period={period} rows={data} />}
    </>
  );
}
