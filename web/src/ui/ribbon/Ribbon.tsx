import type { SegmentView, ShiftView } from '@heath/contract';
import {
  classLabel,
  type EffectivePunch,
  type Exception,
  type Instant,
  isMissingPunch,
  type Plan,
  type Workday,
  workday,
  type ZoneOffsets,
} from '@heath/core';
import type { ReactNode } from 'react';
import { classBand, clockTime, exceptionText, hoursAndMinutes } from '../format.ts';
import { says } from '../Says.tsx';
import { axisHours, clockChange, originOf, percent, type Scale } from './scale.ts';

export interface RibbonProps {
  readonly day: Workday;
  readonly scale: Scale;
  readonly offsets: ZoneOffsets;
  readonly plans: readonly Plan[];
  readonly shifts: readonly ShiftView[];
  readonly segments: readonly SegmentView[];
  readonly exceptions: readonly Exception[];
  /** Paid without being worked: drawn as an outline after the work, or where the plan lies. */
  readonly notWorked: readonly { readonly name: string; readonly seconds: number }[];
  /** What stands inside the outline of an exception. */
  readonly inHole?: (exception: Exception) => ReactNode;
}

/** How far the outline of a missing punch reaches where no plan says. */
const HOLE_SECONDS = 6 * 3600;

/**
 * One day on one axis, drawn to scale in real elapsed time: what was clocked above, what is payable below, the plan as a
 * bracket under both. A shift across midnight runs on. Height 35 px.
 */
export function Ribbon({
  day,
  scale,
  offsets,
  plans,
  shifts,
  segments,
  exceptions,
  notWorked,
  inHole,
}: RibbonProps) {
  const origin = originOf(day, scale, offsets);
  const x = (at: number) => `${percent(at, origin, scale)}%`;
  const span = (from: number, to: number) => ({
    left: x(from),
    width: `${percent(to, origin, scale) - percent(from, origin, scale)}%`,
  });
  const change = clockChange(origin, scale, offsets);
  const time = (at: Instant) => clockTime(at, offsets, true);
  return (
    <div className="relative h-8.75">
      {axisHours(scale).map(({ percent: left, label, midnight: isMidnight }) => (
        <i
          key={left}
          data-hour={label}
          className={`absolute inset-y-0 w-px ${isMidnight ? 'bg-rule' : 'bg-faint'}`}
          style={{ left: `${left}%` }}
        />
      ))}
      {change !== null && (
        <i
          {...says(
            `Clocks go ${change.bySeconds < 0 ? 'back' : 'forward'}: one hour ${change.bySeconds < 0 ? 'more' : 'less'}`,
          )}
          className="absolute inset-y-0 border-l border-dotted border-ink"
          style={{ left: x(change.at) }}
        />
      )}
      {plans.map((plan) => (
        <span
          key={plan.startsAt}
          {...says(`Planned ${clockTime(plan.startsAt, offsets)} to ${clockTime(plan.endsAt, offsets)}`)}
          className="absolute top-7.25 h-1 border border-t-0 border-bracket"
          style={span(plan.startsAt, plan.endsAt)}
        />
      ))}
      {shifts.map((shift, i) => (
        <Clocked key={i} shift={shift} x={x} span={span} time={time} />
      ))}
      {segments.map((segment) => (
        <span
          key={segment.start}
          {...says(
            `${classLabel(segment.classId)}, ${time(segment.start)} to ${time(segment.end)}: ${hoursAndMinutes(segment.end - segment.start)}`,
          )}
          className={`absolute top-3.25 h-3 ${classBand(segment.classId)}`}
          style={span(segment.start, segment.end)}
        />
      ))}
      {segments
        .filter((segment) => segment.premiums.length > 0)
        .map((segment) => (
          <span
            key={segment.start}
            {...says(segment.premiums.join(', '))}
            className="band-premium absolute top-6.5 h-0.5"
            style={span(segment.start, segment.end)}
          />
        ))}
      {notWorked.map(({ name, seconds }) => {
        const from = segments[segments.length - 1]?.end ?? plans[0]?.startsAt ?? origin + scale.from;
        return (
          <span
            key={name}
            {...says(`${name}, paid and not worked: ${hoursAndMinutes(seconds)}`)}
            className="band-not-worked absolute top-2.75 flex h-3.75 items-center overflow-visible whitespace-nowrap px-1 text-tick leading-none text-soft"
            style={span(from, from + seconds)}
          >
            {name}
          </span>
        );
      })}
      {exceptions.filter(isMissingPunch).map((exception) => {
        const { at } = exception;
        const other =
          exception.proposals[0]?.at ??
          (exception.kind === 'missing-out' ? at + HOLE_SECONDS : at - HOLE_SECONDS);
        return (
          <div
            key={exception.key}
            className={`absolute top-2.5 flex h-4.5 items-center overflow-visible whitespace-nowrap border-mark border-dashed border-ember bg-ember-wash px-1.5 text-tick leading-none text-ember ${exception.kind === 'missing-out' ? 'border-l-0' : 'justify-end border-r-0'}`}
            style={span(Math.min(at, other), Math.max(at, other))}
          >
            {inHole?.(exception)}
          </div>
        );
      })}
      {exceptions
        .filter((exception) => !isMissingPunch(exception))
        .map((exception) => (
          <i
            key={exception.key}
            {...says(exceptionText(exception))}
            className="absolute top-0 h-1.25 w-1.25 -translate-x-1/2 rotate-45 border border-ember bg-ember-wash"
            style={{ left: x(exception.at) }}
          />
        ))}
      {exceptions.map(
        ({ key, punch }) => punch !== null && <Tick key={key} punch={punch} x={x} time={time} />,
      )}
    </div>
  );
}

type Place = {
  readonly x: (at: number) => string;
  readonly span: (from: number, to: number) => { left: string; width: string };
  readonly time: (at: Instant) => string;
};

function Clocked({ shift, x, span, time }: Place & { shift: ShiftView }) {
  return (
    <>
      {shift.spells.map((spell) => (
        <span key={spell.in.at}>
          <i className="absolute top-1.5 h-px bg-ink" style={span(spell.in.at, spell.out.at)} />
          <Tick punch={spell.in} x={x} time={time} />
          <Tick punch={spell.out} x={x} time={time} />
        </span>
      ))}
      {shift.unpaid.map((gap) => (
        <span
          key={gap.start}
          {...says(`Not paid: ${time(gap.start)} to ${time(gap.end)}`)}
          className="band-unpaid absolute top-3.25 h-3"
          style={span(gap.start, gap.end)}
        />
      ))}
      {shift.onTheClock !== null && (
        <i className="absolute top-0.75 h-1.75 w-mark bg-moss" style={{ left: x(shift.onTheClock) }} />
      )}
    </>
  );
}

const KIND: Readonly<Record<string, string>> = {
  in: 'In',
  out: 'Out',
  'meal-out': 'Meal out',
  'meal-in': 'Meal in',
  'break-out': 'Break out',
  'break-in': 'Break in',
  'job-change': 'Job change',
  undirected: 'Punch',
};

/** A punch; a corrected one has a wedge above it, and its first time stays as a gray tick. */
function Tick({ punch, x, time }: Pick<Place, 'x' | 'time'> & { punch: EffectivePunch }) {
  const corrected = punch.correction !== undefined;
  return (
    <>
      {punch.clockedAt !== undefined && (
        <i
          {...says(`Clocked ${time(punch.clockedAt)}`)}
          className="absolute top-0.75 h-1.75 w-mark bg-past"
          style={{ left: x(punch.clockedAt) }}
        />
      )}
      <i
        {...says(`${KIND[punch.kind]} ${time(punch.at)}${corrected ? ', corrected' : ''}`)}
        className="absolute top-0.75 h-1.75 w-mark bg-ink"
        style={{ left: x(punch.at) }}
      >
        {corrected && <span className="correction-wedge absolute -left-0.75 -top-1" />}
      </i>
    </>
  );
}

/** The hours above a column of ribbons. */
export function RibbonAxis({ scale }: { scale: Scale }) {
  return (
    <div className="relative h-4.5 text-tick text-soft">
      {axisHours(scale).map(({ percent: left, label }) => (
        <span key={left} className="absolute -translate-x-1/2" style={{ left: `${left}%` }}>
          {label}
        </span>
      ))}
    </div>
  );
}

/** The workdays from `first` to `last`. */
export function workdaysBetween(first: Workday, last: Workday): Workday[] {
  return Array.from({ length: last - first + 1 }, (_, i) => workday(first + i));
}
