import { kindsLookedFor } from '../exceptions/exceptions.ts';
import { inOneOrder } from '../steps/overtime/one-order.ts';
import type { RuleOverEditions, RulesInForce } from '../steps/overtime/types.ts';
import type { PairingRules } from '../steps/pair/pair.ts';
import { workdayAt } from '../steps/workday/workday.ts';
import { itemAt } from '../time/item-at.ts';
import { type Instant, type Workday, workday } from '../time/units.ts';
import type { ZoneOffsets } from '../time/zone.ts';
import type { CompiledRulebook } from './compiled.ts';

/** A rulebook edition and the first day on which it holds. */
export interface EditionInForce {
  readonly from: Workday;
  readonly rulebook: CompiledRulebook;
}

/** What the editions in force say of steps that go through all of them. */
interface Together {
  readonly overtime: readonly RulesInForce[];
  /** Their rules that meet once only or are added together, by code. */
  readonly overtimeInOrder: readonly RuleOverEditions[];
  readonly premiums: readonly CompiledRulebook['premiums'][];
  readonly exceptions: ReturnType<typeof kindsLookedFor>;
  readonly hasGuarantees: boolean;
  /** Some edition rounds the totals of workdays. */
  readonly roundsDays: boolean;
  /** Some edition rounds hours over the pay period. */
  readonly roundsOverPeriods: boolean;
}

/** The rulebook editions in force over a span, one after another. */
export class Editions {
  /** Ascending by `from`. */
  readonly #inForce: readonly EditionInForce[];
  /** All there are, ascending: punches long before the span may decide how those in it pair. */
  readonly #ever: readonly EditionInForce[];
  /** One after another. */
  readonly rulebooks: readonly CompiledRulebook[];
  readonly isSingle: boolean;
  /** How punches pair, where all editions say the same; else null, and `pairingAt` tells. */
  readonly pairing: PairingRules | null;
  /** What each says of its own steps, put together once. */
  readonly together: Together;

  /**
   * Throws a RangeError without any edition.
   *
   * @param ever all editions there are, where those in force are not all
   */
  constructor(inForce: readonly EditionInForce[], ever: readonly EditionInForce[] = inForce) {
    const [first] = inForce;
    if (first === undefined) throw new RangeError('A person works under at least one rulebook edition.');
    this.#inForce = [...inForce].sort((a, b) => a.from - b.from);
    this.#ever = [...ever].sort((a, b) => a.from - b.from);
    this.rulebooks = this.#inForce.map(({ rulebook }) => rulebook);
    this.isSingle = inForce.length === 1;
    const { pairing } = first.rulebook;
    this.together = this.#together();
    this.pairing = ever.every(({ rulebook }) => isSamePairing(rulebook.pairing, pairing)) ? pairing : null;
  }

  #together(): Together {
    const overtime: RulesInForce[] = this.rulebooks.map((rulebook) => ({
      rules: rulebook.overtime,
      meeting: rulebook.meeting,
      weekStartsOn: rulebook.workday.weekStartsOn,
      owns: ({ shift }) => shift.start.rulebook === rulebook,
    }));
    return {
      overtime,
      overtimeInOrder: inOneOrder(
        overtime.map(({ rules, meeting }) => (meeting.mode === 'greater of' ? [] : rules)),
      ),
      premiums: this.rulebooks.map(({ premiums }) => premiums),
      exceptions: kindsLookedFor(this.rulebooks.map(({ exceptions }) => exceptions)),
      roundsDays: this.rulebooks.some(({ rounding }) => rounding.day !== null),
      hasGuarantees: this.rulebooks.some(({ guarantees }) => guarantees.length > 0),
      roundsOverPeriods: this.rulebooks.some(({ lines }) => lines.roundedOver === 'pay period'),
    };
  }

  /** One edition for all days. */
  static always(rulebook: CompiledRulebook): Editions {
    return new Editions([{ from: workday(Number.NEGATIVE_INFINITY), rulebook }]);
  }

  /** Those that hold on some day of a span, in order. Days before the first edition follow the first. */
  within(first: Workday, last: Workday): Editions {
    const { length } = this.#inForce;
    if (length === 1) return this;
    const kept = this.#inForce.filter(
      ({ from }, i) => from <= last && (i + 1 === length || itemAt(this.#inForce, i + 1).from > first),
    );
    return new Editions(kept.length > 0 ? kept : [itemAt(this.#inForce, 0)], this.#ever);
  }

  /** The edition that a shift goes by. */
  of({ rulebook }: { readonly rulebook: object }): CompiledRulebook {
    const own = this.rulebooks.find((one) => one === rulebook);
    if (own === undefined) throw new Error('A shift goes by an edition that is not in force.');
    return own;
  }

  /** Those in force, and all there are: what these editions can be put together from again. */
  parts(): { readonly inForce: readonly EditionInForce[]; readonly ever: readonly EditionInForce[] } {
    return { inForce: this.#inForce, ever: this.#ever };
  }

  /** The edition in force on a workday. */
  on(day: number): CompiledRulebook {
    return latestBy(this.#inForce, day);
  }

  /** How punches pair on the workday of an instant, also long before the span. */
  pairingAt(instant: Instant, offsets: ZoneOffsets): PairingRules {
    return this.pairing ?? latestAt(this.#ever, instant, offsets).pairing;
  }

  /** Two punches further apart than this hang together under no edition. */
  get furthestApartSeconds(): number {
    return Math.max(
      ...this.#ever.map(({ rulebook: { pairing } }) =>
        Math.max(pairing.longestSpellSeconds, pairing.shiftGapSeconds),
      ),
    );
  }

  /** The edition in force on the workday of an instant, told by that edition's own line between days. */
  at(instant: Instant, offsets: ZoneOffsets): CompiledRulebook {
    return latestAt(this.#inForce, instant, offsets);
  }
}

/** The last of these that has begun by a day; before all of them, the first. */
function latestBy(inForce: readonly EditionInForce[], day: number): CompiledRulebook {
  let i = inForce.length - 1;
  while (i > 0 && itemAt(inForce, i).from > day) i--;
  return itemAt(inForce, i).rulebook;
}

/** The last of these that has begun by the workday of an instant, told by its own line between days; before all of them, the first. */
function latestAt(inForce: readonly EditionInForce[], at: Instant, offsets: ZoneOffsets): CompiledRulebook {
  let i = inForce.length - 1;
  while (i > 0) {
    const { from, rulebook } = itemAt(inForce, i);
    if (workdayAt(at, rulebook.workday, offsets) >= from) break;
    i--;
  }
  return itemAt(inForce, i).rulebook;
}

const isSamePairing = (a: PairingRules, b: PairingRules): boolean =>
  a.longestSpellSeconds === b.longestSpellSeconds &&
  a.repeatWindowSeconds === b.repeatWindowSeconds &&
  a.shiftGapSeconds === b.shiftGapSeconds;
