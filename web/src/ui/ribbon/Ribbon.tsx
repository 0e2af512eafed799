import type { Instant, Workday } from '@heath/core';
import { type MouseEvent, type ReactNode, useMemo, useRef } from 'react';
import { says } from '../text/Says.tsx';
import { HandMark } from './HandMark.tsx';
import { type Lane, type RibbonDay, type RibbonPart, ribbonParts, ribbonSentence } from './parts.ts';
import { axisMarks, originOf, percent, type Scale } from './scale.ts';
import { type Hand, type Tool, useHand } from './useHand.ts';

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
  /** Where many lie on one axis, whoever draws them draws its lines once for all. */
  readonly hasLines?: boolean;
  /** What stands inside the hole of a missing punch. */
  readonly inHole?: (part: RibbonPart) => ReactNode;
  readonly pickedId?: string | null;
  readonly onPick?: (part: RibbonPart) => void;
  /** Where it is given, punches can be dragged, spells parted, stretches drawn. */
  readonly hand?: Hand | undefined;
}

/** One day on one axis, drawn to scale in real elapsed time from what `ribbonParts` says of it. A shift across midnight runs on. */
export function Ribbon({ hasLines = true, inHole, pickedId = null, onPick, hand, ...of }: RibbonProps) {
  const { day, scale, offsets } = of;
  const parts = ribbonParts(of);
  const origin = originOf(day, scale, offsets);
  const lane = useRef<HTMLDivElement>(null);
  const { isDragEnd, marks, handlers } = useHand(lane, of, parts, hand);
  const place = ({ from, to }: { readonly from: Instant; readonly to: Instant }) => {
    const left = percent(from, origin, scale);
    return { left: `${left}%`, ...(to > from ? { width: `${percent(to, origin, scale) - left}%` } : {}) };
  };
  const pick = (part: RibbonPart) =>
    onPick === undefined
      ? {}
      : {
          onClick: (event: MouseEvent) => {
            event.stopPropagation();
            if (!isDragEnd.current) onPick(part);
            isDragEnd.current = false;
          },
        };
  return (
    // As high as it is whatever lies on it, so that a change of it lays out nothing else.
    <div
      ref={lane}
      {...handlers}
      className={`relative h-8.75 contain-size contain-layout contain-style ${hand === undefined ? '' : HANDS[hand.tool]}`}
    >
      {/* A picture with a name, not text that is hidden: hidden text is laid out with the rest. */}
      <span role="img" aria-label={ribbonSentence(day, parts)} className="absolute inset-0" />
      {hasLines && <AxisLines scale={scale} day={day} />}
      {parts.map((part) => (
        <span
          key={`${part.lane} ${part.id}`}
          {...says(part.says)}
          {...pick(part)}
          className={`absolute ${LANES[part.lane]} ${part.lane === 'band' ? (part.look ?? '') : ''} ${OPEN[part.look ?? ''] ?? ''} ${part.id === pickedId ? 'picked-part' : ''} ${hand?.tool === 'move' && part.lane === 'punch' ? 'cursor-ew-resize' : ''}`}
          style={place(part)}
        >
          {part.lane === 'not worked' && part.look}
          {part.lane === 'hole' && inHole?.(part)}
          {part.look === 'corrected' && <i className="correction-wedge absolute -left-0.75 -top-1" />}
        </span>
      ))}
      {hand !== undefined && <HandMark ref={marks} place={place} offsets={offsets} />}
    </div>
  );
}

/** What the pointer looks like, and that a finger draws instead of scrolling. */
const HANDS: Readonly<Record<Tool, string>> = {
  move: 'touch-none',
  split: 'cursor-col-resize touch-none',
  stretch: 'cursor-crosshair touch-none',
};

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
export function RibbonAxis({
  scale,
  day,
  every = 1,
}: {
  scale: Scale;
  day: Workday;
  /** Where there is little room, every how many of them are written. */
  every?: number;
}) {
  const marks = axisMarks(scale, day).filter((_, i) => i % every === 0);
  return (
    <div className="relative h-4.5 text-tick text-soft">
      {marks.map(({ percent: left, label }) => (
        <span key={left} className="absolute -translate-x-1/2 whitespace-nowrap" style={{ left: `${left}%` }}>
          {label}
        </span>
      ))}
    </div>
  );
}
