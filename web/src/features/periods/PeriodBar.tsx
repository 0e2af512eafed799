import type { PeriodSummary, StripDay, StripReply } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect } from 'react';
import { useStripQuery } from '../../api/periods.ts';
import { api } from '../../api/requests/base.ts';
import { useAppDispatch } from '../../app/hooks.ts';
import { Select } from '../../ui/controls/Select.tsx';
import { PeriodPicker } from '../../ui/form/PeriodPicker.tsx';
import type { PeriodItem } from '../../ui/form/periods.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import {
  dayOfMonth,
  hoursAndMinutes,
  hoursOtherwise,
  hoursText,
  isWeekend,
  secondsText,
  shortDay,
  weekday,
} from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';
import { usePeriod } from './usePeriod.ts';

/** A period as it is picked; with whose it is, where pay groups have periods of their own. */
const itemOf =
  (isOfAll: boolean) =>
  ({ id, firstDay, lastDay, sealed, groups }: PeriodSummary): PeriodItem => ({
    id,
    firstDay,
    lastDay,
    note: [...(isOfAll ? [] : [groups.join(', ')]), ...(sealed ? ['sealed'] : [])].join(' · '),
  });

/** Every period is of the same pay groups. */
const areOfAll = (periods: readonly PeriodSummary[]): boolean =>
  new Set(periods.map(({ groups }) => groups.join())).size <= 1;

/** What others settle is seen after so long. */
const AGAIN_MILLISECONDS = 30_000;

/** The strip under the top bar: which group and period, its days, and the numbers that matter. */
export function PeriodBar({
  pickDays = false,
  pickGroup = false,
  shownDay = null,
}: {
  pickDays?: boolean;
  pickGroup?: boolean;
  /** The day that a screen of one day shows: one is always picked, whether the address names it or not. */
  shownDay?: Workday | null;
}) {
  const { query } = useAddress();
  const { period, periods } = usePeriod();
  const group = pickGroup ? query.get('group') : null;
  const { data: strip } = useStripQuery(
    { periodId: period?.id ?? 0, groupId: group === null ? null : Number(group) },
    { skip: period === undefined, pollingInterval: AGAIN_MILLISECONDS, skipPollingIfUnfocused: true },
  );
  useRefreshWhileComputing(strip?.computing ?? 0);
  if (period === undefined) return <div className="h-strip shrink-0 border-b border-rule bg-sheet" />;
  return (
    <section
      aria-label="Period"
      className="flex h-strip shrink-0 border-b border-rule bg-sheet max-md:h-auto max-md:flex-wrap"
    >
      <div className="w-list shrink-0 pl-5 pt-3">
        {pickGroup ? (
          <Groups />
        ) : (
          <h2 className="truncate text-lead leading-[1.35]">
            {areOfAll(periods) ? 'All groups' : period.groups.join(', ')}
          </h2>
        )}
        <Periods period={period} />
      </div>
      <div className="flex min-w-0 flex-1 border-l border-rule max-md:order-3 max-md:h-16 max-md:min-w-full max-md:border-t max-md:border-l-0">
        {(strip?.days ?? []).map((day) => (
          <Day key={day.day} of={day} mayPick={pickDays} shownDay={shownDay} />
        ))}
      </div>
      {strip !== undefined && <Sums strip={strip} />}
    </section>
  );
}

/** Whose cards are shown. */
function Groups() {
  const { query, go } = useAddress();
  const { groups } = usePeriod();
  return (
    <Select
      label="Pay group"
      value={query.get('group') ?? ''}
      choices={[
        { value: '', name: 'All groups' },
        ...groups.map(({ id, name }) => ({ value: String(id), name })),
      ]}
      onChoose={(chosen) => go({ group: chosen, person: null })}
      className="max-w-52 font-serif text-lead font-semibold"
    />
  );
}

/** The period that is shown, those beside it, and all others. */
function Periods({ period }: { period: PeriodSummary }) {
  const { go } = useAddress();
  const { periods, earlier, later } = usePeriod();
  const asItem = itemOf(areOfAll(periods));
  const choose = (id: number) => go({ period: String(id), day: null });
  const step = (to: PeriodSummary | undefined, label: string, Icon: typeof ChevronLeft) => (
    <button
      type="button"
      aria-label={label}
      disabled={to === undefined}
      onClick={() => to !== undefined && choose(to.id)}
      className="grid size-6 place-items-center rounded text-soft hover:text-heather disabled:opacity-30"
    >
      <Icon size={16} />
    </button>
  );
  return (
    <div className="flex items-center gap-1 text-note text-soft">
      {step(earlier, 'Period before', ChevronLeft)}
      <PeriodPicker items={periods.map(asItem)} value={asItem(period)} onChoose={choose} />
      {period.sealed && <span className="ml-1 rounded bg-faint px-1.5 text-ink">sealed</span>}
      {step(later, 'Next period', ChevronRight)}
    </div>
  );
}

/** One day: how much of what was planned was clocked, and how much of it is to settle. */
function Day({ of, mayPick, shownDay }: { of: StripDay; mayPick: boolean; shownDay: Workday | null }) {
  const { query, go } = useAddress();
  const { day, plannedSeconds, clockedSeconds, toSettle } = of;
  const isPicked = shownDay === null ? query.get('day') === workdayToIso(day) : day === shownDay;
  const covered = plannedSeconds === 0 ? 0 : Math.min(clockedSeconds / plannedSeconds, 1);
  const clocked = hoursAndMinutes(Math.round(clockedSeconds / 60) * 60);
  const open = toSettle > 0 ? `, ${toSettle} to settle` : '';
  const sentence = `${shortDay(day)}: ${clocked} clocked of ${hoursAndMinutes(plannedSeconds)} planned${open}`;
  return (
    <button
      type="button"
      {...says(sentence)}
      aria-pressed={isPicked}
      disabled={!mayPick}
      onClick={() => go({ day: isPicked && shownDay === null ? null : workdayToIso(day) })}
      className={`relative min-w-0 max-w-10.5 flex-1 border-r border-faint pt-2 text-center text-fine text-soft disabled:cursor-default ${isPicked ? 'bg-heather-wash' : isWeekend(day) ? 'bg-weekend' : ''}`}
    >
      {weekday(day)[0]}
      <b className={`block text-body font-semibold ${isPicked ? 'text-heather' : 'text-ink'}`}>
        {dayOfMonth(day)}
      </b>
      {toSettle > 0 && (
        <em className="absolute right-1 top-1 text-tick font-semibold not-italic text-ember">{toSettle}</em>
      )}
      <span className="sr-only">: {sentence}</span>
      <span className="absolute inset-x-2 bottom-2 h-1.25 rounded-sm bg-faint">
        <span className="block h-full rounded-sm bg-moss" style={{ width: `${covered * 100}%` }} />
      </span>
    </button>
  );
}

/** The numbers that matter. */
function Sums({ strip }: { strip: StripReply }) {
  return (
    <dl className="ml-auto flex shrink-0 items-center gap-4 pl-4 pr-5 text-right max-md:hidden xl:gap-6">
      <Figure
        name="clocked"
        value={secondsText(strip.clockedSeconds)}
        spoken={hoursAndMinutes(strip.clockedSeconds)}
      />
      <Figure
        name="payable"
        value={hoursText(strip.payableHours)}
        spoken={hoursOtherwise(strip.payableHours)}
      />
      {strip.computing > 0 ? (
        <Figure name="computing" value={strip.computing.toLocaleString('en')} />
      ) : (
        <Figure name="to settle" value={strip.toSettle.toLocaleString('en')} alarm={strip.toSettle > 0} />
      )}
      <Figure
        name="approved"
        value={`${strip.approved.toLocaleString('en')} / ${strip.people.toLocaleString('en')}`}
      />
    </dl>
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
/** What shows what is computed. */
const COMPUTED = ['strip', 'cards', 'day', 'exceptions', 'handoff'] as const;

/** While cards are being computed, asks again until none is. */
function useRefreshWhileComputing(computing: number): void {
  const dispatch = useAppDispatch();
  const waiting = computing > 0;
  useEffect(() => {
    if (!waiting) return;
    const timer = setInterval(() => dispatch(api.util.invalidateTags([...COMPUTED])), REFRESH_MILLISECONDS);
    return () => {
      clearInterval(timer);
      dispatch(api.util.invalidateTags([...COMPUTED]));
    };
  }, [waiting, dispatch]);
}
