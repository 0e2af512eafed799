import type { PayPeriodsReply } from '@heath/contract';
import { type Workday, workday } from '@heath/core';
import { inFull } from '../../ui/form/dates.ts';
import { dateRange } from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';
import { type DrawnPeriod, monthsBetween, placeOf } from './drawn.ts';
import { STATES } from './words.ts';

const LOOKS: Readonly<Record<DrawnPeriod['state'], string>> = {
  'handed off': 'bg-moss-band border-moss-band',
  'in part': 'bg-moss-wash border-moss',
  open: 'border-moss bg-sheet',
  'to come': 'border-rule bg-sheet',
  new: 'border-heather border-dashed bg-heather-wash',
  shorter: 'border-heather bg-sheet',
  'no longer': 'border-ember border-dashed bg-ember-wash opacity-60',
};

const MONTH = new Intl.DateTimeFormat('en', { month: 'short', timeZone: 'UTC' });
const monthOf = (day: Workday): string => {
  const date = new Date(day * 86_400_000);
  return date.getUTCMonth() === 0 ? String(date.getUTCFullYear()) : MONTH.format(date);
};

const BEFORE_DAYS = 75;
const LEAST_AFTER_DAYS = 120;
const MOST_AFTER_DAYS = 420;
/** The name of a month that begins later than this before the end of the axis would be cut. */
const ROOM_OF_A_NAME_DAYS = 14;

/** The pay periods of each pay group on one axis, one under the other, with the days on which people are paid. */
export function PeriodCalendar({
  of: { groups, today },
  drawn,
}: {
  of: PayPeriodsReply;
  drawn: readonly DrawnPeriod[];
}) {
  const first = workday(Math.max(drawn[0]?.firstDay ?? today, today - BEFORE_DAYS));
  const end = drawn.reduce((last, { lastDay }) => Math.max(last, lastDay), today + LEAST_AFTER_DAYS);
  const last = workday(Math.min(end, today + MOST_AFTER_DAYS));
  const at = (day: number) => `${Math.min(Math.max(placeOf(day, first, last), 0), 100)}%`;
  const shown = drawn.filter(({ firstDay, lastDay }) => lastDay >= first && firstDay <= last);
  return (
    <figure aria-label="Pay periods of each pay group" className="mb-4">
      <div className="relative ml-24 h-5 text-fine text-soft">
        {monthsBetween(first, workday(last - ROOM_OF_A_NAME_DAYS)).map((month) => (
          <span key={month} className="absolute border-l border-rule pl-1" style={{ left: at(month) }}>
            {monthOf(month)}
          </span>
        ))}
      </div>
      {groups.map(({ id, name }) => (
        <div key={id} className="flex items-stretch border-t border-faint">
          <span className="w-24 shrink-0 truncate py-2 font-semibold">{name}</span>
          <div className="relative h-10 min-w-0 flex-1">
            {shown
              .filter((one) => one.groups.includes(name))
              .map((one) => (
                <Bar key={one.key} of={one} at={at} />
              ))}
            <span
              className="absolute inset-y-0 w-px bg-ink"
              style={{ left: at(today) }}
              {...says(`Today, ${inFull(today)}`)}
            />
          </div>
        </div>
      ))}
      <figcaption className="flex flex-wrap gap-x-4 gap-y-1 border-t border-faint pt-1.5 text-fine text-soft">
        {(Object.keys(LOOKS) as DrawnPeriod['state'][])
          .filter((state) => shown.some((one) => one.state === state))
          .map((state) => (
            <span key={state} className="flex items-center gap-1">
              <span className={`inline-block h-2.5 w-5 rounded-xs border ${LOOKS[state]}`} />
              {STATES[state]}
            </span>
          ))}
        <span className="flex items-center gap-1">
          <span className="inline-block size-1.5 rotate-45 bg-gorse" /> people are paid
        </span>
      </figcaption>
    </figure>
  );
}

function Bar({
  of: { firstDay, lastDay, payDay, state },
  at,
}: {
  of: DrawnPeriod;
  at: (day: number) => string;
}) {
  const paid = payDay === null ? '' : `, paid on ${inFull(payDay)}`;
  const sentence = `${dateRange(firstDay, lastDay)}, ${lastDay - firstDay + 1} days, ${STATES[state]}${paid}`;
  return (
    <>
      <span
        {...says(sentence)}
        className={`absolute top-2 h-4 rounded-xs border ${LOOKS[state]}`}
        style={{ left: at(firstDay), width: `calc(${at(lastDay + 1)} - ${at(firstDay)} - 1px)` }}
      />
      {payDay !== null && (
        <span
          className="absolute bottom-1.5 size-1.5 -translate-x-1/2 rotate-45 bg-gorse"
          style={{ left: at(payDay + 0.5) }}
        />
      )}
    </>
  );
}
