import type { ComponentProps } from 'react';
import { useLater } from '../screen/useLater.ts';
import { dateRange } from '../text/format.ts';
import type { PeriodItem, PeriodPickerProps } from './periods.ts';

const loadOpened = () =>
  import('./PeriodPickerOpened.tsx').then(({ PeriodPickerOpened }) => PeriodPickerOpened);

/** The period that is shown, and all others to choose from. */
export function PeriodPicker(props: PeriodPickerProps) {
  const { part: Opened, ask } = useLater(loadOpened);
  if (Opened !== null) return <Opened {...props} trigger={<ShownPeriod period={props.value} />} />;
  return <ShownPeriod period={props.value} aria-haspopup="dialog" aria-expanded={false} onClick={ask} />;
}

/** The period that is shown, as what opens the others. */
function ShownPeriod({ period, ...others }: ComponentProps<'button'> & { period: PeriodItem }) {
  return (
    <button type="button" {...others} className="rounded px-0.5 hover:text-heather">
      <span className="sr-only">Period: </span>
      {dateRange(period.firstDay, period.lastDay)}
    </button>
  );
}
