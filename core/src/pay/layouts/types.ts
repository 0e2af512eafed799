import type { ClassId } from '../../model/classes.ts';
import type { Workday } from '../../time/units.ts';

/** One line of a batch, as it was sealed. */
export interface BatchLine {
  /** Its place in the batch, from 1. */
  readonly seq: number;
  readonly person: string;
  readonly name: string;
  readonly group: string;
  readonly workday: Workday;
  readonly code: string;
  readonly codeName: string;
  readonly account: string | null;
  readonly classId: ClassId;
  readonly multiplier: number | null;
  readonly rule: string | null;
  readonly job: string | null;
  readonly department: string | null;
  readonly site: string | null;
  readonly costCenter: string | null;
  /** In 1/90,000 h. */
  readonly hours: number;
  /** The period that it corrects; null where it is of the batch's own. */
  readonly corrects: { readonly firstDay: Workday; readonly lastDay: Workday } | null;
}

/** What a file says of its batch as a whole. */
export interface BatchHead {
  readonly number: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  /** When people are paid; the day after the period where nothing else is said. */
  readonly payDay: Workday;
}

/** Lines of a batch that a file writes as one. */
export interface FileLine {
  /** Its place among the lines of the file, from 1. */
  readonly line: number;
  /** The first of them; of what they do not share, a layout writes nothing. */
  readonly first: BatchLine;
  /** The lines of the batch that it stands for. */
  readonly seqs: readonly number[];
  /** Its one figure where lines are told apart by code: hours, premium hours or an amount. Otherwise its payable hours alone. */
  readonly hours: number;
  readonly payableHours: number;
  readonly premiumHours: number;
  /** Every figure that it stands for, hours, premium hours and amounts added up. */
  readonly figures: number;
  /** The same by code, where codes are columns. */
  readonly hoursByCode: ReadonlyMap<string, number>;
}

/** What has been written so far, for the records before and after the lines. */
export interface FileTotals {
  readonly lines: number;
  readonly people: number;
  /** Payable hours. */
  readonly hours: number;
  readonly premiumHours: number;
  /** Every figure, whatever it counts: a control total. */
  readonly figures: number;
}

/** One value of a file: its text, and the number that it is where it is one; null for a figure like `8:30`. Left out of words. */
export interface Cell {
  readonly text: string;
  readonly number?: number | null;
}

/** How the whole file writes what several columns may hold. */
export interface Writing {
  readonly decimalMark: '.' | ',';
}
