import type { Paper } from './paper.ts';
import type { Sheet } from './sheet.ts';

/**
 * Makes what takes long to make, away from the thread that answers everybody: a table of 20,000 rows is on paper after 24 seconds, in which
 * nothing else would be answered, and in a workbook after two.
 */
export interface Printing {
  readonly paper: (paper: Paper) => Promise<Uint8Array>;
  readonly sheet: (sheet: Sheet) => Promise<Uint8Array>;
}
