import type { Instant, Workday } from '@heath/core';
import { type PointerEvent, type RefObject, useRef } from 'react';
import type { HandMarks } from './HandMark.tsx';
import type { RibbonDay, RibbonPart } from './parts.ts';
import { instantAt, originOf, percent, type Scale } from './scale.ts';

/** What the hand on a ribbon does: takes punches elsewhere, parts a spell, draws a stretch. */
export type Tool = 'move' | 'split' | 'stretch';

/** What comes of a hand on a ribbon. While something is dragged it is told of each place; at the end that it is done. */
export interface Hand {
  readonly tool: Tool;
  readonly onMove: (part: RibbonPart, to: Instant, isDone: boolean) => void;
  /** A punch was touched and not taken anywhere. */
  readonly onTouch: (part: RibbonPart) => void;
  readonly onSplit: (at: Instant) => void;
  readonly onStretch: (from: Instant, to: Instant, isDone: boolean) => void;
  /** What lies on a ribbon is held over the one of another day. */
  readonly onDay: (at: Instant, day: Workday) => void;
}

/** By which a row says of which day it is, so that something can be dragged there. */
export const DAY_ATTRIBUTE = 'data-workday';

/** So near to a punch a mouse takes hold of it; a finger is wider. */
const NEAR_PIXELS = 7;
const NEAR_PIXELS_OF_FINGER = 22;
/** Less is a hand that shook. */
const SHORTEST_DRAG_SECONDS = 60;
/** So far up or down something is dragged to another day, not along its own. */
const OTHER_ROW_PIXELS = 24;

/** What is held, and where it was taken. */
type Held =
  | { readonly what: 'punch'; readonly part: RibbonPart; readonly isMoved: boolean }
  | { readonly what: 'stretch'; readonly from: Instant }
  | { readonly what: 'shift'; readonly at: Instant; readonly y: number };

/** Follows a hand on a ribbon. Its minute is the one below it; with Alt held, its second. */
export function useHand(
  lane: RefObject<HTMLDivElement | null>,
  { day, scale, offsets }: Pick<RibbonDay, 'day' | 'offsets'> & { readonly scale: Scale },
  parts: readonly RibbonPart[],
  hand: Hand | undefined,
) {
  const held = useRef<Held | null>(null);
  // The click that ends a drag picks nothing.
  const isDragEnd = useRef(false);
  const marks = useRef<HandMarks>(null);
  if (hand === undefined) return { isDragEnd, marks, handlers: {} };
  const origin = originOf(day, scale, offsets);
  const under = ({ clientX, altKey }: PointerEvent): Instant => {
    const { left, width } = lane.current?.getBoundingClientRect() ?? { left: 0, width: 1 };
    return instantAt((clientX - left) / width, origin, scale, altKey ? 1 : 60);
  };
  /** The punch that the pointer takes hold of. */
  const punchUnder = ({ clientX, pointerType }: PointerEvent): RibbonPart | undefined => {
    const { left, width } = lane.current?.getBoundingClientRect() ?? { left: 0, width: 1 };
    const near = pointerType === 'touch' ? NEAR_PIXELS_OF_FINGER : NEAR_PIXELS;
    const away = (part: RibbonPart) =>
      Math.abs(left + (percent(part.from, origin, scale) / 100) * width - clientX);
    return parts
      .filter((part) => part.lane === 'punch' && away(part) <= near)
      .sort((a, b) => away(a) - away(b))[0];
  };
  const take = (event: PointerEvent): Held | null => {
    if (hand.tool === 'stretch') return { what: 'stretch', from: under(event) };
    if (hand.tool === 'split') return null;
    const part = punchUnder(event);
    if (part !== undefined) return { what: 'punch', part, isMoved: false };
    const at = under(event);
    const isOnShift = parts.some((one) => one.lane === 'clocked' && one.from <= at && at <= one.to);
    return isOnShift ? { what: 'shift', at, y: event.clientY } : null;
  };
  const letGo = () => {
    held.current = null;
    marks.current?.show(null);
  };
  return {
    isDragEnd,
    marks,
    handlers: {
      onPointerDown: (event: PointerEvent) => {
        if (event.button !== 0) return;
        isDragEnd.current = false;
        held.current = take(event);
      },
      onPointerMove: (event: PointerEvent) => {
        const now = held.current;
        if (now === null) return;
        const at = under(event);
        // Only what moves is followed beyond the ribbon: a click stays the click of what it is on.
        event.currentTarget.setPointerCapture(event.pointerId);
        if (now.what === 'punch') {
          if (!now.isMoved && Math.abs(at - now.part.from) < SHORTEST_DRAG_SECONDS) return;
          held.current = { ...now, isMoved: true };
          marks.current?.show({ at });
          hand.onMove(now.part, at, false);
        } else if (now.what === 'stretch') {
          const [from, to] = inOrder(now.from, at);
          marks.current?.show({ from, to });
          hand.onStretch(from, to, false);
        } else if (Math.abs(event.clientY - now.y) >= OTHER_ROW_PIXELS) {
          const other = dayUnder(event);
          if (other !== null && other !== day) hand.onDay(now.at, other);
        }
      },
      onPointerUp: (event: PointerEvent) => {
        const now = held.current;
        const at = under(event);
        letGo();
        if (hand.tool === 'split') {
          isDragEnd.current = true;
          return hand.onSplit(at);
        }
        if (now === null) return;
        if (now.what === 'punch') {
          isDragEnd.current = true;
          if (now.isMoved) hand.onMove(now.part, at, true);
          else hand.onTouch(now.part);
        } else if (now.what === 'stretch') {
          isDragEnd.current = true;
          if (Math.abs(at - now.from) >= SHORTEST_DRAG_SECONDS)
            hand.onStretch(...inOrder(now.from, at), true);
        }
      },
      onPointerCancel: letGo,
    },
  } as const;
}

const inOrder = (a: Instant, b: Instant): [Instant, Instant] => (a <= b ? [a, b] : [b, a]);

/** The day of the row below a pointer. */
function dayUnder({ clientX, clientY }: PointerEvent): Workday | null {
  const row = document.elementFromPoint(clientX, clientY)?.closest(`[${DAY_ATTRIBUTE}]`);
  const text = row?.getAttribute(DAY_ATTRIBUTE) ?? null;
  return text === null ? null : (Number(text) as Workday);
}
