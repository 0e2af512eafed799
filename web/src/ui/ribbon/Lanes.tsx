import type { Instant, Workday, ZoneOffsets } from '@heath/core';
import { createContext, type ReactNode, useContext, useMemo } from 'react';
import { clockTime } from '../text/format.ts';
import { says } from '../text/Says.tsx';
import { AxisLines, RibbonAxis } from './Ribbon.tsx';
import { originOf, percent, type Scale } from './scale.ts';

/** From here on, in percent, a label stands before its mark, where there is room. */
const RIGHT_EDGE = 92;

interface Axis {
  readonly day: Workday;
  readonly scale: Scale;
  readonly offsets: ZoneOffsets;
}
interface Placing extends Axis {
  /** Where an instant lies, in percent of the width. */
  readonly at: (instant: Instant) => number;
}

const Place = createContext<Placing | null>(null);

/** The axis that a lane is drawn on. */
function usePlace(): Placing {
  const place = useContext(Place);
  if (place === null) throw new Error('A lane stands among lanes.');
  return place;
}

/** Lanes below one another on one axis, each with its name to the left, and a line across all of them at a time. */
export function Lanes({
  mark = null,
  children,
  ...axis
}: Axis & {
  /** A time that is proposed: a line across all lanes. */
  readonly mark?: Instant | null;
  readonly children: ReactNode;
}) {
  const { day, scale, offsets } = axis;
  const place = useMemo((): Placing => {
    const origin = originOf(day, scale, offsets);
    return { day, scale, offsets, at: (instant) => percent(instant, origin, scale) };
  }, [day, scale, offsets]);
  return (
    <Place value={place}>
      <div className="relative">
        <div className="pl-lane">
          <RibbonAxis scale={scale} day={day} />
        </div>
        <div className="pointer-events-none absolute inset-y-0 right-0 left-lane top-4.5">
          <div className="relative h-full">
            <AxisLines scale={scale} day={day} />
          </div>
        </div>
        {children}
        {mark !== null && (
          // Above what lies on the lanes: a time in the middle of a band is read there, too.
          <div className="pointer-events-none absolute inset-y-0 right-0 left-lane top-4.5">
            <span
              className="absolute inset-y-0 border-l-2 border-dashed border-heather"
              style={{ left: `${place.at(mark)}%` }}
            >
              <b
                className={`absolute top-1 whitespace-nowrap ${place.at(mark) > RIGHT_EDGE ? 'right-1.5' : 'left-1.5'} rounded-control bg-sheet px-1 text-note text-heather`}
              >
                {clockTime(mark, offsets)}
              </b>
            </span>
          </div>
        )}
      </div>
    </Place>
  );
}

/** One lane: what it is, and what lies on it. */
export function Lane({
  name,
  detail,
  high = false,
  children,
}: {
  readonly name: ReactNode;
  readonly detail?: string;
  /** As high as a ribbon. */
  readonly high?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <div className={`relative flex items-center ${high ? 'h-8.75' : 'h-5'}`}>
      <span className="w-lane shrink-0 truncate pr-3 text-note">
        {name} {detail !== undefined && <small className="text-fine text-soft">{detail}</small>}
      </span>
      <div className="relative h-full min-w-0 flex-1">{children}</div>
    </div>
  );
}

/** From a time to another: a hairline with ends, or the bracket of a plan. */
export function Stretch({
  from,
  to,
  look,
  text,
}: {
  readonly from: Instant;
  readonly to: Instant;
  readonly look: 'clocked' | 'plan';
  readonly text: string;
}) {
  const { at } = usePlace();
  const [left, right] = [at(from), at(to)];
  const drawn =
    look === 'clocked'
      ? 'top-1/2 h-1.75 -translate-y-1/2 border-x-2 border-ink stretch-line'
      : 'top-1/2 h-1 border border-t-0 border-bracket';
  return (
    <span
      {...says(text)}
      role="img"
      aria-label={text}
      className={`absolute ${drawn}`}
      style={{ left: `${left}%`, width: `${right - left}%` }}
    />
  );
}

/** A time that it usually is. */
export function Dot({ time, text }: { readonly time: Instant; readonly text: string }) {
  const { at } = usePlace();
  return (
    <span
      {...says(text)}
      role="img"
      aria-label={text}
      className="absolute top-1/2 size-1.75 -translate-x-1/2 -translate-y-1/2 rounded-full border border-heather"
      style={{ left: `${at(time)}%` }}
    />
  );
}
