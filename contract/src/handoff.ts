import type { ClassId } from '@heath/core';

/** GET /api/periods/:id/handoff */
export interface HandoffReply {
  readonly periodId: number;
  readonly people: number;
  readonly clockedSeconds: number;
  /** From clocked to payable: what meals and breaks took off and what rounding did. */
  readonly unpaidSeconds: number;
  /** Taken off by holding to the plan; negative where it forgave. */
  readonly heldSeconds: number;
  /** Guarantees, leave and adjustments, of the payable. */
  /** What the classes pay, before it is brought to whole steps of pay; and what of that was not worked. */
  readonly payableSeconds: number;
  readonly notWorkedSeconds: number;
  readonly payableHours: number;
  readonly codes: readonly CodeSum[];
  readonly toSettle: number;
  readonly computing: number;
  /** Null until the period is handed off. */
  readonly batch: HandoffBatch | null;
  /** Batches of earlier periods, newest first. */
  readonly earlier: readonly HandoffBatch[];
}

/** Hours under one pay code; `code` is null in the catch-all. */
export interface CodeSum {
  readonly code: string | null;
  readonly name: string;
  readonly classIds: readonly ClassId[];
  readonly premium: boolean;
  readonly people: number;
  readonly hours: number;
  /** The same code's hours in the period before; null where that was not handed off. */
  readonly previousHours: number | null;
}

export interface HandoffBatch {
  readonly id: number;
  readonly firstDay: string;
  readonly lastDay: string;
  readonly people: number;
  readonly lines: number;
  readonly payableHours: number;
  readonly premiumHours: number;
  readonly madeBy: string;
  readonly madeAt: string;
}
