import type {
  ClassId,
  DayReason,
  Exception,
  Instant,
  Line,
  PersonId,
  Plan,
  PunchKind,
  ShiftReason,
  Spell,
  UnpaidBreak,
  ZoneOffsets,
} from '@heath/core';

/** What a day's mark in the list shows: ordinary, with overtime, with something to settle, nothing. */
export type DayMark = 'o' | 't' | 'x' | '-';

/** One person in the list of a period; hours are null while they are being computed. */
export interface CardRow {
  readonly personId: PersonId;
  readonly number: string;
  readonly name: string;
  readonly department: string;
  readonly groupId: number;
  readonly payableHours: number | null;
  readonly toSettle: number;
  /** A mark a day. */
  readonly marks: string;
}

/** GET /api/periods/:id/cards */
export interface CardsReply {
  readonly rows: readonly CardRow[];
}

/** GET /api/periods/:id/strip?group=ID */
export interface StripReply {
  readonly days: readonly StripDay[];
  readonly clockedSeconds: number;
  readonly payableHours: number;
  readonly toSettle: number;
  readonly people: number;
  /** Cards whose hours are still being computed. */
  readonly computing: number;
}

export interface StripDay {
  /** ISO 8601 date. */
  readonly day: string;
  readonly plannedSeconds: number;
  readonly clockedSeconds: number;
  readonly toSettle: number;
}

/** One shift as the ribbon draws it and the why panel explains it. */
export interface ShiftView {
  /** ISO 8601 date. */
  readonly workday: string;
  readonly spells: readonly Spell[];
  readonly unpaid: readonly UnpaidBreak[];
  readonly onTheClock: Instant | null;
  readonly clockedSeconds: number;
  readonly payableSeconds: number;
  readonly unpaidSeconds: number;
  readonly heldSeconds: number;
  readonly roundingSeconds: number;
  readonly reasons: readonly ShiftReason[];
}

export interface SegmentView {
  readonly workday: string;
  readonly start: Instant;
  readonly end: Instant;
  readonly classId: ClassId;
  readonly premiums: readonly string[];
}

/** A correction as the card's history shows it. */
export interface CorrectionView {
  readonly id: number;
  /** The name of one of the core's kinds. */
  readonly kind: string;
  /** Its settings, as that kind has them. */
  readonly says: Readonly<Record<string, unknown>>;
  /** The raw punch that it is about, as it was made; null where it is about none on this card. */
  readonly punch: { readonly kind: PunchKind; readonly at: number } | null;
  readonly note: string;
  readonly by: string;
  /** ISO 8601 instant. */
  readonly madeAt: string;
  readonly payableBeforeHours: number;
  readonly payableAfterHours: number;
  /** The correction that it takes back. */
  readonly undoes: number | null;
  /** Another correction took it back. */
  readonly undone: boolean;
}

/** GET /api/periods/:id/cards/:personId */
export interface CardReply {
  readonly row: CardRow;
  readonly rulebook: string;
  readonly edition: number;
  readonly firstDay: string;
  readonly lastDay: string;
  readonly sealed: boolean;
  /** Punches or corrections came after the period was handed off. */
  readonly changedSinceSealed: boolean;
  /** The site's offsets, so that every instant can be shown on its wall clock. */
  readonly offsets: ZoneOffsets;
  readonly plans: readonly Plan[];
  readonly shifts: readonly ShiftView[];
  readonly segments: readonly SegmentView[];
  readonly lines: readonly Line[];
  readonly exceptions: readonly Exception[];
  /** Why overtime, guarantees and leave are what they are. */
  readonly reasons: readonly DayReason[];
  readonly corrections: readonly CorrectionView[];
}
