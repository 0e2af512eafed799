import type { PeriodSummary } from '@heath/contract';
import { workdayToIso } from '@heath/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect } from 'react';
import { api } from '../../api/base.ts';
import { useStripQuery } from '../../api/periods.ts';
import { useAppDispatch } from '../../app/hooks.ts';
import { PeriodPicker } from '../../ui/form/PeriodPicker.tsx';
import type { PeriodItem } from '../../ui/form/periods.ts';
import {
  dayOfMonth,
  decimalHours,
  hoursAndMinutes,
  isWeekend,
  secondsDecimal,
  shortDay,
  spokenHours,
  weekday,
} from '../../ui/format.ts';
import { says } from '../../ui/Says.tsx';
import { Select } from '../../ui/Select.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { usePeriod } from './usePeriod.ts';

const asItem = ({ id, firstDay, lastDay, sealed }: PeriodSummary): PeriodItem => ({
  id,
  firstDay,
  lastDay,
  note: sealed ? 'sealed' : '',
});

/** The strip under the top bar: which group and period, its days, and the numbers that matter. */
export function PeriodBar({
  pickDays = false,
  pickGroup = false,
}: {
  pickDays?: boolean;
  pickGroup?: boolean;
}) {
  const { query, go } = useAddress();
  const { period, periods, earlier, later, groups } = usePeriod();
  const group = pickGroup ? query.get('group') : null;
  const groupId = group === null ? null : Number(group);
  const { data: strip } = useStripQuery(
    { periodId: period?.id ?? 0, groupId },
    { skip: period === undefined },
  );
  useRefreshWhileComputing(strip?.computing ?? 0);
  if (period === undefined) return <div className="h-strip shrink-0 border-b border-rule bg-sheet" />;

  const picked = query.get('day');
  const step = (to: typeof earlier, label: string, Icon: typeof ChevronLeft) => (
    <button
      type="button"
      aria-label={label}
      disabled={to === undefined}
      onClick={() => go({ period: String(to!.id), day: null })}
      className="grid size-6 place-items-center rounded text-soft hover:text-heather disabled:opacity-30"
    >
      <Icon size={16} />
    </button>
  );
  return (
    <section aria-label="Period" className="flex h-strip shrink-0 border-b border-rule bg-sheet">
      <div className="w-list shrink-0 pl-5 pt-3">
        {pickGroup ? (
          <Select
            label="Pay group"
            value={group ?? ''}
            choices={[
              { value: '', name: 'All groups' },
              ...groups.map(({ id, name }) => ({ value: String(id), name })),
            ]}
            onChoose={(chosen) => go({ group: chosen, person: null })}
            className="max-w-52 font-serif text-lead font-semibold"
          />
        ) : (
          <h2 className="text-lead leading-[1.35]">All groups</h2>
        )}
        <div className="flex items-center gap-1 text-note text-soft">
          {step(earlier, 'Period before', ChevronLeft)}
          <PeriodPicker
            items={periods.map(asItem)}
            value={asItem(period)}
            onChoose={(id) => go({ period: String(id), day: null })}
          />
          {period.sealed && <span className="ml-1 rounded bg-faint px-1.5 text-ink">sealed</span>}
          {step(later, 'Next period', ChevronRight)}
        </div>
      </div>
      <div className="flex min-w-0 flex-1 border-l border-rule">
        {(strip?.days ?? []).map(({ day, plannedSeconds, clockedSeconds, toSettle }) => {
          const isPicked = picked === workdayToIso(day);
          const covered = plannedSeconds === 0 ? 0 : Math.min(clockedSeconds / plannedSeconds, 1);
          const sentence = `${shortDay(day)}: ${hoursAndMinutes(Math.round(clockedSeconds / 60) * 60)} clocked of ${hoursAndMinutes(plannedSeconds)} planned${toSettle > 0 ? `, ${toSettle} to settle` : ''}`;
          return (
            <button
              type="button"
              key={day}
              {...says(sentence)}
              aria-pressed={isPicked}
              disabled={!pickDays}
              onClick={() => go({ day: isPicked ? null : workdayToIso(day) })}
              className={`relative min-w-0 max-w-10.5 flex-1 border-r border-faint pt-2 text-center text-fine text-soft disabled:cursor-default ${isPicked ? 'bg-heather-wash' : isWeekend(day) ? 'bg-weekend' : ''}`}
            >
              {weekday(day)[0]}
              <b className={`block text-body font-semibold ${isPicked ? 'text-heather' : 'text-ink'}`}>
                {dayOfMonth(day)}
              </b>
              {toSettle > 0 && (
                <em className="absolute right-1 top-1 text-tick font-semibold not-italic text-ember">
                  {toSettle}
                </em>
              )}
              <span className="sr-only">: {sentence}</span>
              <span className="absolute inset-x-2 bottom-2 h-1.25 rounded-sm bg-faint">
                <span className="block h-full rounded-sm bg-moss" style={{ width: `${covered * 100}%` }} />
              </span>
            </button>
          );
        })}
      </div>
      {strip !== undefined && (
        <dl className="ml-auto flex shrink-0 items-center gap-4 pl-4 pr-5 text-right xl:gap-6">
          <Figure
            name="clocked"
            value={secondsDecimal(strip.clockedSeconds)}
            spoken={hoursAndMinutes(strip.clockedSeconds)}
          />
          <Figure
            name="payable"
            value={decimalHours(strip.payableHours)}
            spoken={spokenHours(strip.payableHours)}
          />
          {strip.computing > 0 ? (
            <Figure name="computing" value={strip.computing.toLocaleString('en')} />
          ) : (
            <Figure name="to settle" value={strip.toSettle.toLocaleString('en')} alarm={strip.toSettle > 0} />
          )}
          <Figure name="people" value={strip.people.toLocaleString('en')} />
        </dl>
      )}
    </section>
  );
}

function Figure({
  name,
  value,
  spoken = '',
  alarm,
}: {
  name: string;
  value: string;
  spoken?: string;
  alarm?: boolean;
}) {
  return (
    <div {...says(spoken)}>
      <dd className={`text-figure font-semibold leading-tight ${alarm ? 'text-ember' : ''}`}>{value}</dd>
      <dt className="text-fine text-soft">{name}</dt>
    </div>
  );
}

const REFRESH_MILLISECONDS = 700;

/** While cards are being computed, asks again until none is. */
function useRefreshWhileComputing(computing: number): void {
  const dispatch = useAppDispatch();
  const waiting = computing > 0;
  useEffect(() => {
    if (!waiting) return;
    const timer = setInterval(
      () => dispatch(api.util.invalidateTags(['strip', 'cards', 'handoff'])),
      REFRESH_MILLISECONDS,
    );
    return () => {
      clearInterval(timer);
      dispatch(api.util.invalidateTags(['strip', 'cards', 'handoff']));
    };
  }, [waiting, dispatch]);
}
