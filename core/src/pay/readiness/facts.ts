import type { ClassId } from '../../model/classes.ts';
import type { Workday } from '../../time/units.ts';
import type { CodeKind } from '../codes.ts';
import type { FileCheck } from '../layouts/check.ts';

/** What is known of a card that is about to be handed off. */
export interface CardFacts {
  readonly personId: number;
  readonly number: string;
  readonly name: string;
  readonly isComputed: boolean;
  readonly toSettle: number;
  readonly isApproved: boolean;
  /** In 1/90,000 h, as everywhere here. */
  readonly payableHours: number;
  /** Employed until then; null where there is no end. */
  readonly lastDay: Workday | null;
  /** The last workday with hours. */
  readonly lastPaidDay: Workday | null;
  /** What their last periods paid, the latest first. */
  readonly past: readonly number[];
  /** The codes of their lines. */
  readonly codes: ReadonlySet<string>;
  /** Other pay groups that pay them for some of the same days. */
  readonly alsoIn: readonly string[];
}

/** What the pay system says that it knows. */
export interface KnownToPaySystem {
  /** By number: the codes that each may have; null: all. */
  readonly people: ReadonlyMap<string, ReadonlySet<string> | null>;
}

/** A pay code, as far as checks look at it. */
export interface CodeFacts {
  readonly code: string;
  readonly kind: CodeKind;
  /** Of hours of work; null where any may be paid under it. */
  readonly multiplier: number | null;
  readonly firstDay: Workday | null;
  readonly lastDay: Workday | null;
}

/** Lines of one class under one code. */
export interface PaidClass {
  readonly code: string;
  readonly classId: ClassId;
  readonly lines: number;
  readonly hours: number;
}

/** Hours that no rule catches, all alike. */
export interface Uncaught {
  /** What they are, in words: `Ordinary, no job`. */
  readonly what: string;
  readonly lines: number;
  readonly hours: number;
}

/** Everything that checks look at before a period is handed off. */
export interface Facts {
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly cards: readonly CardFacts[];
  readonly uncaught: readonly Uncaught[];
  readonly paid: readonly PaidClass[];
  /** Badges that nobody owned when they were used in the period, with how often. */
  readonly unownedBadges: readonly { readonly code: string; readonly punches: number }[];
  /** Null where the pay system has not said whom it knows. */
  readonly known: KnownToPaySystem | null;
  readonly codes: readonly CodeFacts[];
  /** Codes that were handed off before; null where nothing was. */
  readonly codesBefore: ReadonlySet<string> | null;
  readonly hoursInLines: number;
  readonly file: FileCheck;
  readonly settings: ReadinessSettings;
}

/** From where on a card is worth a look. */
interface ReadinessSettings {
  /** More than so many payable hours in a day, over the days of the period. */
  readonly hoursADay: number;
}
