import type { CardRow, PeriodSummary, Right } from '@heath/contract';
import type { ComponentType } from 'react';
import type { Keys } from './keys.ts';

/** What the finder knows when somebody types. */
export interface Known {
  readonly period: PeriodSummary | undefined;
  /** Everybody with a card in that period. */
  readonly rows: readonly CardRow[];
}

/** Something that was found: where it is, and how it is shown. */
export interface Found {
  readonly to: string;
  readonly name: string;
  readonly detail: string;
  /** Set apart at the right. */
  readonly aside: string;
}

/** Something that can be begun from anywhere: where it is done, and by whom. */
export interface Action {
  readonly name: string;
  /** Other words by which people look for it. */
  readonly also?: string;
  readonly to: string;
  readonly right: Right;
}

/** True where each word of a text begins a word of the name, or of the other words by which people look for it. */
export function isMeantBy(text: string, { name, also = '' }: Pick<Action, 'name' | 'also'>): boolean {
  const words = `${name} ${also}`.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((wanted) => words.some((word) => word.startsWith(wanted)));
}

/** A screen. The router, the bar, the finder, the help with keys and the titles of pages are made from these. */
export interface Feature {
  readonly name: string;
  /** As the router takes it. */
  readonly path: string;
  /** Who sees it; everybody where it is null. */
  readonly right: Right | null;
  /** Whether it stands in the bar above every screen. */
  readonly isInBar: boolean;
  /** Loaded when it is first opened. */
  readonly page: () => Promise<ComponentType>;
  /** Its keys, of each part of it. */
  readonly keys: readonly Keys[];
  /** Other words by which people look for it. */
  readonly also?: string;
  /** What can be begun from anywhere. */
  readonly actions: readonly Action[];
  /** What the finder finds in it for a text that is not empty. */
  readonly find: ((text: string, known: Known) => readonly Found[]) | null;
}

/** Where a screen begins: its path without what it takes. */
export const homeOf = ({ path }: Feature): string => `/${path.split('/:')[0]}`;
