import type { PeriodSummary, ReportQuery } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { useState } from 'react';
import { Button } from '../../ui/controls/Button.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { Popover } from '../../ui/layout/Popover.tsx';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { dateRange } from '../../ui/text/format.ts';

/** Asks a report of other days than those of the period. */
export function AnyDays({ period, wanted }: { period: PeriodSummary; wanted: ReportQuery }) {
  const { go } = useAddress();
  const [isOpen, setOpen] = useState(false);
  const { from = period.firstDay, to = period.lastDay } = wanted;
  const isOther = wanted.from !== undefined;
  return (
    <div className="flex items-center gap-2">
      <Popover
        label="Other days"
        open={isOpen}
        onOpenChange={setOpen}
        trigger={
          <Button className="py-0.5 text-note">{isOther ? dateRange(from, to) : 'Other days…'}</Button>
        }
      >
        <DaysForm
          from={from}
          to={to}
          onShow={(first, last) => {
            go({ from: workdayToIso(first), to: workdayToIso(last) });
            setOpen(false);
          }}
        />
      </Popover>
      {isOther && (
        <Button look="quiet" className="py-0.5 text-note" onClick={() => go({ from: null, to: null })}>
          Back to the period
        </Button>
      )}
    </div>
  );
}

function DaysForm({
  from,
  to,
  onShow,
}: {
  from: Workday;
  to: Workday;
  onShow: (first: Workday, last: Workday) => void;
}) {
  const [first, setFirst] = useState<Workday | null>(from);
  const [last, setLast] = useState<Workday | null>(to);
  return (
    <form
      className="w-56"
      onSubmit={(event) => {
        event.preventDefault();
        if (first !== null && last !== null) onShow(first, last);
      }}
    >
      <DateField label="From" near={from} initial={from} onChange={setFirst} />
      <DateField
        label="To"
        near={to}
        initial={to}
        onChange={setLast}
        {...(first === null ? {} : { from: first })}
      />
      <Button type="submit" look="primary" className="mt-3" disabled={first === null || last === null}>
        Show these days
      </Button>
    </form>
  );
}
