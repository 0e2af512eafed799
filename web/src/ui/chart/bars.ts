/** How a bar is filled: as the marks of a ribbon are, so that a color is never all that tells. */
export type BarMark =
  | 'total'
  | 'taken'
  | 'given'
  | 'ordinary'
  | 'overtime-1'
  | 'overtime-2'
  | 'overtime-3'
  | 'not-worked'
  | 'trouble';

/** A bar from one level to another. */
export interface Bar {
  readonly name: string;
  readonly from: number;
  readonly to: number;
  readonly mark: BarMark;
  /** Its figure, as it is written. */
  readonly text: string;
}

/** The tokens that draw a mark: what lies under, the lines over it and how they run, the outline. */
export interface MarkInk {
  readonly under: string;
  readonly lines: string | null;
  readonly crossed: boolean;
  readonly outline: string | null;
}

export const MARK_INK: Readonly<Record<BarMark, MarkInk>> = {
  total: { under: 'peat', lines: null, crossed: false, outline: 'outline' },
  taken: { under: 'sheet', lines: null, crossed: false, outline: 'outline' },
  given: { under: 'moss-band', lines: null, crossed: false, outline: 'outline' },
  ordinary: { under: 'moss-band', lines: null, crossed: false, outline: null },
  'overtime-1': { under: 'heather-pale', lines: 'heather', crossed: false, outline: null },
  'overtime-2': { under: 'heather-pale', lines: 'heather', crossed: true, outline: null },
  'overtime-3': { under: 'heather', lines: 'deepest', crossed: true, outline: null },
  'not-worked': { under: 'sheet', lines: null, crossed: false, outline: 'moss' },
  trouble: { under: 'ember-wash', lines: null, crossed: false, outline: 'ember' },
};

/**
 * Where the axis of a walk of bars begins: below its lowest level by a little more than the walk is high, so that small steps can be seen. Bars
 * that stand on the ground go on below it.
 */
export function baseOf(bars: readonly Bar[]): number {
  const levels = bars.flatMap(({ from, to }) => [from, to]).filter((level) => level > 0);
  if (levels.length === 0) return 0;
  const highest = Math.max(...levels);
  const lowest = Math.min(...levels);
  return Math.max(lowest - (highest - lowest) * 1.2, 0);
}
