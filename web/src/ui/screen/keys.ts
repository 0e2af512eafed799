import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';

/** A key of a screen: what is pressed, as it is shown (`J`, `Shift Enter`, `↓`), and what it does. */
export interface Key {
  readonly press: string;
  readonly does: string;
  /** It is heard while somebody types, too. */
  readonly inFields?: boolean;
}
/** The keys of a screen or a part of one, by what code calls them. */
export type Keys = Readonly<Record<string, Key>>;

const NAMES: Readonly<Record<string, string>> = {
  ctrl: 'mod',
  '↓': 'down',
  '↑': 'up',
  '←': 'left',
  '→': 'right',
  esc: 'escape',
};

const isCharacter = (press: string): boolean => press.length === 1 && NAMES[press] === undefined;

/** As the package that listens names it. */
const hotkeyOf = (press: string): string =>
  press
    .toLowerCase()
    .split(' ')
    .map((part) => NAMES[part] ?? part)
    .join('+');

/** While one of these is open, its screen does not listen. */
const IN_FRONT = '[role="dialog"], [role="menu"], [role="listbox"]';
const isCovered = (): boolean => document.querySelector(IN_FRONT) !== null;

/** What Enter does by itself where the keyboard has led to it: a link, or a button that is no box to tick. */
const TAKES_ENTER = 'a[href], button:not([role="checkbox"], [role="radio"])';

/**
 * The element that got the focus by keyboard; null where a click gave it. A browser's `:focus-visible` becomes true with the first key after
 * a click, and does not tell the two apart any more.
 */
let ledByKeyboard: Element | null = null;
let isPointing = false;
let isWatched = false;
/** Begins, once, to tell a focus that the keyboard gave from one that a click gave. */
function watchFocus(): void {
  if (isWatched) return;
  isWatched = true;
  const on = (event: 'pointerdown' | 'keydown' | 'focusin', act: (target: EventTarget | null) => void) =>
    document.addEventListener(event, ({ target }) => act(target), true);
  on('pointerdown', () => {
    isPointing = true;
    ledByKeyboard = null;
  });
  on('keydown', () => {
    isPointing = false;
  });
  on('focusin', (target) => {
    ledByKeyboard = isPointing || !(target instanceof Element) ? null : target;
  });
}

/** Whoever came to a button by keyboard means that button with Enter; whoever clicked one is done with it. */
const isEnterOfAnother = ({ key, target }: KeyboardEvent): boolean =>
  key === 'Enter' && target instanceof Element && target === ledByKeyboard && target.matches(TAKES_ENTER);

type Options = NonNullable<Parameters<typeof useHotkeys>[2]>;

/** By what a key is told: a character by itself, anything else by its name. */
function optionsOf(press: string, inFields: boolean): Options {
  if (!isCharacter(press))
    return {
      preventDefault: true,
      enableOnFormTags: inFields,
      ignoreEventWhen: (event) => isCovered() || isEnterOfAnother(event),
    };
  const isLetter = /^\p{L}$/u.test(press);
  return {
    preventDefault: true,
    useKey: true,
    ignoreModifiers: true,
    // The package takes it for a field; but nobody types into one of a few that can be chosen.
    enableOnFormTags: ['radio'],
    ignoreEventWhen: (event) =>
      ((event.ctrlKey || event.altKey || event.metaKey) && !event.getModifierState('AltGraph')) ||
      (isLetter && event.shiftKey) ||
      isCovered(),
  };
}

/**
 * Does something when a key is pressed outside a field. A character counts wherever the layout of the keyboard has it: `?` and `/` lie
 * elsewhere on a German keyboard than on a British one, and need Shift there.
 */
export function useKey({ press, inFields = false }: Key, act: () => void): void {
  useEffect(watchFocus, []);
  useHotkeys(hotkeyOf(press), act, optionsOf(press, inFields));
}
