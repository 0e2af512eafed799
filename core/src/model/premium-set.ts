import type { ClassId } from './classes.ts';

/** What a segment needs of a premium that it is paid. */
export interface PaidPremium {
  readonly name: string;
  readonly classId: ClassId;
}

/** The premiums of a segment, in the order in which they were found. Equal sets are one object, so that marking a segment makes none. */
export class PremiumSet {
  readonly list: readonly PaidPremium[];
  readonly #with = new WeakMap<PaidPremium, PremiumSet>();
  readonly #without = new WeakMap<PaidPremium, PremiumSet>();

  private constructor(list: readonly PaidPremium[]) {
    this.list = list;
  }

  static readonly none = new PremiumSet([]);

  has(premium: PaidPremium): boolean {
    return this.list.includes(premium);
  }

  with(premium: PaidPremium): PremiumSet {
    if (this.has(premium)) return this;
    let set = this.#with.get(premium);
    if (set === undefined) {
      set = new PremiumSet([...this.list, premium]);
      this.#with.set(premium, set);
    }
    return set;
  }

  without(premium: PaidPremium): PremiumSet {
    if (!this.has(premium)) return this;
    let set = this.#without.get(premium);
    if (set === undefined) {
      set = PremiumSet.none;
      for (const other of this.list) if (other !== premium) set = set.with(other);
      this.#without.set(premium, set);
    }
    return set;
  }
}
