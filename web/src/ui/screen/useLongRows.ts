import { elementScroll, type Rect, useVirtualizer, type Virtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';

interface LongRows {
  readonly count: number;
  readonly scroller: RefObject<HTMLDivElement | null>;
  /** The height of a row, as far as it is known before it is measured. */
  readonly heightOf: (index: number) => number;
  readonly keyOf?: (index: number) => string | number;
  /** So many more are drawn than are in sight. */
  readonly spare?: number;
  /** Where all are drawn, none is virtual. */
  readonly enabled?: boolean;
}

/** How high the last one was: until it is known, another is taken for as high. */
let heightSeen: number | undefined;

type Rows = Virtualizer<HTMLDivElement, Element>;

/**
 * The size of a list as the browser tells it once a page is laid out. Asking for it while the page is still being put together would have
 * the page laid out twice, a third of what it takes to open a list of ten thousand.
 */
function observeRect({ scrollElement }: Rows, tell: (rect: Rect) => void) {
  if (scrollElement === null) return;
  const observer = new ResizeObserver(([entry]) => {
    if (entry === undefined) return;
    const { width, height } = entry.contentRect;
    heightSeen = height;
    tell({ width, height });
  });
  observer.observe(scrollElement);
  return () => observer.disconnect();
}

/** A list begins at its top, and is not put there once more: for that too the page would be laid out. */
const scrollTo: typeof elementScroll = (offset, options, rows) => {
  if (offset === 0 && rows.scrollOffset === 0 && options.adjustments === undefined) return;
  elementScroll(offset, options, rows);
};

/** Virtual rows for a list of any length: how many of them there are to draw, and where. */
export const useLongRows = ({ count, scroller, heightOf, keyOf, spare = 8, enabled = true }: LongRows) =>
  useVirtualizer<HTMLDivElement, Element>({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: heightOf,
    overscan: spare,
    enabled,
    initialRect: { width: 0, height: heightSeen ?? window.innerHeight / 2 },
    initialOffset: 0,
    observeElementRect: observeRect,
    scrollToFn: scrollTo,
    ...(keyOf === undefined ? {} : { getItemKey: keyOf }),
  });

/** Brings a row into sight when it becomes another. One that is there already is not scrolled to: for that the page would be laid out. */
export function useInSight(rows: Rows, index: number): void {
  useEffect(() => {
    const { startIndex = 0, endIndex = 0 } = rows.range ?? {};
    const isInSight = index === 0 ? rows.scrollOffset === 0 : startIndex < index && index < endIndex;
    if (index >= 0 && !isInSight) rows.scrollToIndex(index, { align: 'auto' });
  }, [index, rows]);
}

/** Whoever scrolls by more than this share of what is in sight at once does not read what passes. */
const FLIES_BY = 0.25;

/** True from a step that nobody can follow until scrolling ends: what is costly to draw waits until somebody can see it. */
export function useIsFlying(rows: Rows): boolean {
  const offset = rows.scrollOffset ?? 0;
  const before = useRef({ offset, isFlying: false });
  const step = Math.abs(offset - before.current.offset);
  const isFlying =
    rows.isScrolling && (before.current.isFlying || step > (rows.scrollRect?.height ?? 0) * FLIES_BY);
  useLayoutEffect(() => {
    before.current = { offset, isFlying };
  });
  return isFlying;
}
