import { type CardInputReply, segmentView, shiftView } from '@heath/contract';
import {
  type Computed,
  type Correction,
  type CorrectionWarning,
  classSums,
  compute,
  correctionFrom,
  correctionId,
  daysChanged,
  holdsUp,
  isPremium,
  type PersonInput,
  payableHours,
  uncarried,
  type Workday,
  warningsOf,
} from '@heath/core';

/** What a ribbon draws of a day, and what it pays. */
export interface DrawnDay {
  readonly workday: Workday;
  readonly shifts: readonly ReturnType<typeof shiftView>[];
  readonly segments: readonly ReturnType<typeof segmentView>[];
  readonly lines: Computed['lines'];
  readonly exceptions: Computed['exceptions'];
}

/** What one more correction would make of a card. */
export type Effect =
  | { readonly ok: false; readonly field: string; readonly reason: string }
  | {
      readonly ok: true;
      /** The days on which something is otherwise, as they would be. */
      readonly days: readonly DrawnDay[];
      /** Of each of those days, in the same order, and of the card. */
      readonly changes: readonly {
        readonly workday: Workday;
        readonly before: number;
        readonly after: number;
      }[];
      readonly payableBefore: number;
      readonly payableAfter: number;
      readonly toSettleBefore: number;
      readonly toSettleAfter: number;
      readonly warnings: readonly CorrectionWarning[];
    };

const paidOn = ({ lines }: Computed, day: Workday): number =>
  lines.reduce((sum, line) => sum + (line.workday === day && !isPremium(line.classId) ? line.hours : 0), 0);
const toSettle = ({ exceptions }: Computed): number => exceptions.filter(holdsUp).length;

/** An id above all others, for a correction that is not kept yet. */
const NOT_KEPT = correctionId(2 ** 52);

/** A card that somebody corrects by hand: computed as it stands once, and for each change that they consider. */
export class CardByHand {
  readonly #input: PersonInput;
  readonly #before: Computed;

  constructor(readonly of: CardInputReply) {
    this.#input = uncarried(of.input);
    this.#before = compute(this.#input);
  }

  /** What a correction would make of the card; its zone is that by which dates are told. */
  effectOf(says: object, zone: string): Effect {
    const read = correctionFrom(NOT_KEPT, says);
    if (!read.ok) return { ok: false, ...read.fault };
    const { correction } = read;
    const after = compute({ ...this.#input, corrections: [...this.#input.corrections, correction] });
    return { ok: true, ...this.#told(correction, after, zone) };
  }

  #told(correction: Correction, after: Computed, zone: string) {
    const before = this.#before;
    const input = this.#input;
    const span = { first: input.first, last: input.last };
    const changed = daysChanged({ before, after }, span);
    return {
      days: changed.map((workday) => drawn(after, workday)),
      changes: changed.map((workday) => ({
        workday,
        before: paidOn(before, workday),
        after: paidOn(after, workday),
      })),
      payableBefore: payableHours(classSums(before.lines)),
      payableAfter: payableHours(classSums(after.lines)),
      toSettleBefore: toSettle(before),
      toSettleAfter: toSettle(after),
      warnings: warningsOf(correction, {
        input,
        before,
        after,
        employed: this.of.employed,
        offsets: input.zones.of(zone),
      }),
    };
  }
}

function drawn({ shifts, segments, lines, exceptions }: Computed, workday: Workday): DrawnDay {
  const isOfDay = (one: { readonly workday: Workday }) => one.workday === workday;
  return {
    workday,
    shifts: shifts.filter(isOfDay).map(shiftView),
    segments: segments.filter(isOfDay).map(segmentView),
    lines: lines.filter(isOfDay),
    exceptions: exceptions.filter(isOfDay),
  };
}
