import type { Instant, Workday } from '@heath/core';
import { type MouseEvent, type PointerEvent, type ReactNode, useMemo, useRef, useState } from 'react';
import { says } from '../Says.tsx';
import { type Lane, type RibbonDay, type RibbonPart, ribbonParts, ribbonSentence } from './parts.ts';
import { axisMarks, instantAt, originOf, percent, type Scale } from './scale.ts';

/** Where each lane lies, and how what is in it looks. Clocked above, payable below, the plan under both. */
const LANES: Readonly<Record<Lane, string>> = {
  'clock change': 'inset-y-0 border-l border-dotted border-ink',
  plan: 'top-7.25 h-1 border border-t-0 border-bracket',
  clocked: 'top-1.5 h-px bg-ink',
  band: 'top-3.25 h-3',
  unpaid: 'band-unpaid top-3.25 h-3',
  premium: 'band-premium top-6.5 h-0.5',
  'not worked':
    'band-not-worked top-2.75 flex h-3.75 items-center overflow-visible whitespace-nowrap px-1 text-tick leading-none text-soft',
  hole: 'top-2.5 flex h-4.5 items-center overflow-visible whitespace-nowrap border-mark border-dashed border-ember bg-ember-wash px-1.5 text-tick leading-none text-ember',
  noticed: 'top-0 size-1.25 -translate-x-1/2 rotate-45 border border-ember bg-ember-wash',
  'past punch': 'top-0.75 h-1.75 w-mark bg-past',
  punch: 'top-0.75 h-1.75 w-mark bg-ink',
  'on the clock': 'top-0.75 h-1.75 w-mark bg-moss',
};
const OPEN: Readonly<Record<string, string>> = {
  'open before': 'border-l-0',
  'open after': 'justify-end border-r-0',
};

export interface RibbonProps extends RibbonDay {
  /** What stands inside the hole of a missing punch. */
  readonly inHole?: (part: RibbonPart) => ReactNode;
  readonly pickedId?: string | null;
  readonly onPick?: (part: RibbonPart) => void;
  /** Where it is given, punches can be dragged: to which minute one was taken. */
  readonly onMove?: (part: RibbonPart, to: Instant) => void;
  /** Where it is given, a double click on a band splits it at that minute. */
  readonly onSplit?: (part: RibbonPart, at: Instant) => void;
}

/** One day on one axis, drawn to scale in real elapsed time from what `ribbonParts` says of it. A shift across midnight runs on. */
export function Ribbon({ inHole, pickedId = null, onPick, onMove, onSplit, ...of }: RibbonProps) {
  const { day, scale, offsets } = of;
  const parts = ribbonParts(of);
  const origin = originOf(day, scale, offsets);
  const lane = useRef<HTMLDivElement>(null);
  // The click that ends a drag picks nothing.
  const isDragEnd = useRef(false);
  const [dragged, setDragged] = useState<{ readonly part: RibbonPart; readonly at: Instant } | null>(null);
  const minuteUnder = ({ clientX }: { readonly clientX: number }): Instant => {
    const { left, width } = lane.current?.getBoundingClientRect() ?? { left: 0, width: 1 };
    return instantAt((clientX - left) / width, origin, scale);
  };
  const place = ({ from, to }: { readonly from: Instant; readonly to: Instant }) => {
    const left = percent(from, origin, scale);
    return { left: `${left}%`, ...(to > from ? { width: `${percent(to, origin, scale) - left}%` } : {}) };
  };
  const handlers = (part: RibbonPart) => ({
    ...(onPick === undefined
      ? {}
      : {
          onClick: (event: MouseEvent) => {
            event.stopPropagation();
            if (!isDragEnd.current) onPick(part);
            isDragEnd.current = false;
          },
        }),
    ...(onSplit === undefined || part.lane !== 'band'
      ? {}
      : { onDoubleClick: (event: MouseEvent) => onSplit(part, minuteUnder(event)) }),
    ...(onMove === undefined || part.lane !== 'punch'
      ? {}
      : {
          onPointerDown: (event: PointerEvent) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            isDragEnd.current = false;
            setDragged({ part, at: part.from });
          },
          onPointerMove: (event: PointerEvent) => {
            if (dragged?.part.id === part.id) setDragged({ part, at: minuteUnder(event) });
          },
          onPointerUp: (event: PointerEvent) => {
            setDragged(null);
            const to = minuteUnder(event);
            isDragEnd.current = dragged !== null && Math.abs(to - part.from) >= SHORTEST_DRAG_SECONDS;
            if (isDragEnd.current) onMove(part, to);
          },
          onPointerCancel: () => setDragged(null),
        }),
  });
  return (
    <div ref={lane} className="relative h-8.75">
      {/* A picture with a name, not text that is hidden: hidden text is laid out with the rest. */}
      <span role="img" aria-label={ribbonSentence(day, parts)} className="absolute inset-0" />
      <AxisLines scale={scale} day={day} />
      {parts.map((part) => (
        <span
          key={`${part.lane} ${part.id}`}
          {...says(part.says)}
          {...handlers(part)}
          className={`absolute ${LANES[part.lane]} ${part.lane === 'band' ? (part.look ?? '') : ''} ${OPEN[part.look ?? ''] ?? ''} ${part.id === pickedId ? 'picked-part' : ''} ${onMove !== undefined && part.lane === 'punch' ? 'cursor-ew-resize' : ''}`}
          style={place(dragged?.part.id === part.id ? { from: dragged.at, to: dragged.at } : part)}
        >
          {part.lane === 'not worked' && part.look}
          {part.lane === 'hole' && inHole?.(part)}
          {part.look === 'corrected' && <i className="correction-wedge absolute -left-0.75 -top-1" />}
        </span>
      ))}
    </div>
  );
}

/** Less is a hand that shook. */
const SHORTEST_DRAG_SECONDS = 60;

/** The lines of a ribbon's hours, as two paths: an element a line would be a third of all that a card consists of. */
export function AxisLines({ scale, day }: { scale: Scale; day: Workday }) {
  const [hours, midnights] = useMemo(() => {
    const marks = axisMarks(scale, day);
    const lines = (isMidnight: boolean) =>
      marks.flatMap((mark) => (mark.isMidnight === isMidnight ? [`M${mark.percent} 0V1`] : [])).join('');
    return [lines(false), lines(true)];
  }, [scale, day]);
  return (
    <svg
      aria-hidden="true"
      viewBox="0 0 100 1"
      preserveAspectRatio="none"
      className="absolute inset-0 size-full overflow-visible axis-lines"
    >
      <path d={hours} className="stroke-faint" />
      <path d={midnights} className="stroke-rule" />
    </svg>
  );
}

/** The hours above a column of ribbons, or the days above those of weeks. */
export function RibbonAxis({ scale, day }: { scale: Scale; day: Workday }) {
  return (
    <div className="relative h-4.5 text-tick text-soft">
      {axisMarks(scale, day).map(({ percent: left, label }) => (
        <span key={left} className="absolute -translate-x-1/2 whitespace-nowrap" style={{ left: `${left}%` }}>
          {label}
        </span>
      ))}
    </div>
  );
}
