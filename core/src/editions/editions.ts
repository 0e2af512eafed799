import type { CompiledRulebook } from '../rulebook/compile.ts';
import { type Instant, SECONDS_PER_DAY, type Workday } from '../units.ts';
import { wallOf, type ZoneOffsets } from '../zone/zone.ts';

/** A rulebook edition and the first day on which it holds. */
export interface EditionInForce {
  readonly from: Workday;
  readonly rulebook: CompiledRulebook;
}

/** The rulebook editions in force over a span, one after another. */
export class Editions {
  /** Ascending by `from`. */
  readonly #inForce: readonly EditionInForce[];
  /** One after another. */
  readonly rulebooks: readonly CompiledRulebook[];
  readonly isSingle: boolean;

  /** Throws a RangeError without any edition. */
  constructor(inForce: readonly EditionInForce[]) {
    if (inForce.length === 0) throw new RangeError('A person works under at least one rulebook edition.');
    this.#inForce = [...inForce].sort((a, b) => a.from - b.from);
    this.rulebooks = this.#inForce.map(({ rulebook }) => rulebook);
    this.isSingle = inForce.length === 1;
  }

  /** One edition for all days. */
  static always(rulebook: CompiledRulebook): Editions {
    return new Editions([{ from: Number.NEGATIVE_INFINITY as Workday, rulebook }]);
  }

  /** Those that hold on some day of a span, in order. Days before the first edition follow the first. */
  within(first: Workday, last: Workday): Editions {
    const { length } = this.#inForce;
    if (length === 1) return this;
    const kept = this.#inForce.filter(
      ({ from }, i) => from <= last && (i + 1 === length || this.#inForce[i + 1]!.from > first),
    );
    return new Editions(kept.length > 0 ? kept : [this.#inForce[0]!]);
  }

  /** The edition in force on a workday. */
  on(day: number): CompiledRulebook {
    let i = this.#inForce.length - 1;
    while (i > 0 && this.#inForce[i]!.from > day) i--;
    return this.#inForce[i]!.rulebook;
  }

  /** The edition in force on the date that the wall clock shows. */
  at(instant: Instant, offsets: ZoneOffsets): CompiledRulebook {
    return this.isSingle
      ? this.#inForce[0]!.rulebook
      : this.on(Math.floor(wallOf(offsets, instant) / SECONDS_PER_DAY));
  }
}
