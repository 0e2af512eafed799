import { lazy, Suspense, useEffect, useRef, useState } from 'react';

/** What a figure or a mark says when it is looked at: goes among the properties of its element. See `SaysLayer`. */
export const says = (text: string) => ({ 'data-says': text }) as const;

interface Shown {
  readonly text: string;
  readonly over: Element;
}

const DELAY_MILLISECONDS = 200;

/** What an element says, or the whole of a text that had no room; null where there is neither. */
const saying = (target: EventTarget | null): Shown | null => {
  if (!(target instanceof Element)) return null;
  const over = target.closest('[data-says]');
  const text = over?.getAttribute('data-says');
  if (over !== null && text !== null && text !== undefined && text !== '') return { over, text };
  const short = shortened(target);
  return short === null ? null : { over: short, text: short.textContent.trim() };
};

/** The element around a target whose text ends in an ellipsis for want of room; null where there is none. */
function shortened(target: Element): Element | null {
  const over = target.closest('.truncate');
  return over !== null && over.scrollWidth > over.clientWidth ? over : null;
}

/**
 * Shows what the element under the mouse, or with the focus, says. One for all: a card has hundreds of marks and figures, and a tooltip for
 * each of them would cost more than the card.
 */
export function SaysLayer() {
  const [shown, setShown] = useState<Shown | null>(null);
  const timer = useRef(0);
  useEffect(() => {
    const show = (next: Shown | null) => {
      window.clearTimeout(timer.current);
      if (next === null) setShown(null);
      else timer.current = window.setTimeout(() => setShown(next), DELAY_MILLISECONDS);
    };
    const look = ({ target }: Event) => show(saying(target));
    const hide = () => show(null);
    const hideByKey = (event: KeyboardEvent) => event.key === 'Escape' && hide();
    const all: readonly (readonly [string, EventListener])[] = [
      ['pointerover', look],
      ['focusin', look],
      ['focusout', hide],
      ['pointerdown', hide],
      ['scroll', hide],
      ['keydown', hideByKey as EventListener],
    ];
    for (const [name, heard] of all) document.addEventListener(name, heard, { capture: true, passive: true });
    return () => {
      window.clearTimeout(timer.current);
      for (const [name, heard] of all) document.removeEventListener(name, heard, { capture: true });
    };
  }, []);
  if (shown?.over.isConnected !== true) return null;
  return (
    <Suspense fallback={null}>
      <Saying over={shown.over} text={shown.text} />
    </Suspense>
  );
}

const Saying = lazy(() => import('./Saying.tsx'));
