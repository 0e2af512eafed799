import type { PayLine } from '../pay-line.ts';
import type { CodeMapping } from './map-lines.ts';
import { type MappingRule, statedOf } from './rule.ts';

/** What one rule does for some lines. */
export interface RuleAccount {
  /** Lines that it decides, and their hours. */
  readonly lines: number;
  readonly hours: number;
  /** Lines that it holds for, but that a rule before it decides: how many, by the place of that rule. */
  readonly taken: ReadonlyMap<number, number>;
  /** The place of a rule before it that holds whenever this one does, so that it can never decide; null where there is none. */
  readonly shadowedBy: number | null;
}

/** What a mapping does for some lines. */
export interface MappingAccount {
  readonly rules: readonly RuleAccount[];
  readonly catchAll: { readonly lines: number; readonly hours: number };
}

/** Counts which rule decides what of some lines, what it is kept from deciding, and what falls into the catch-all. */
export function accountOf(mapping: CodeMapping, lines: Iterable<PayLine>): MappingAccount {
  const counted = mapping.rules.map(() => ({ lines: 0, hours: 0, taken: new Map<number, number>() }));
  const catchAll = { lines: 0, hours: 0 };
  for (const line of lines) {
    const rule = mapping.ruleOf(line);
    const sum = counted[rule] ?? catchAll;
    sum.lines++;
    sum.hours += line.hours;
    if (rule < 0) continue;
    for (let later = rule + 1; later < counted.length; later++)
      if (mapping.wouldHold(later, line)) {
        const taken = counted[later]?.taken;
        taken?.set(rule, (taken.get(rule) ?? 0) + 1);
      }
  }
  return {
    rules: counted.map((one, i) => ({ ...one, shadowedBy: shadowOf(mapping.rules, i) })),
    catchAll,
  };
}

/** The first rule before one that holds whenever it does, by what the two state; null where there is none. */
function shadowOf(rules: readonly MappingRule[], place: number): number | null {
  const rule = rules[place];
  if (rule === undefined) return null;
  const found = rules.findIndex((earlier, i) => i < place && holdsWhenever(earlier, rule));
  return found < 0 ? null : found;
}

/** Whether a rule holds whenever another does: it states nothing that the other does not state as narrowly. */
export function holdsWhenever(wide: MappingRule, narrow: MappingRule): boolean {
  const startsLater = wide.firstDay !== null && (narrow.firstDay === null || narrow.firstDay < wide.firstDay);
  const endsSooner = wide.lastDay !== null && (narrow.lastDay === null || narrow.lastDay > wide.lastDay);
  if (startsLater || endsSooner) return false;
  const of = new Map(statedOf(narrow.when).map(({ condition, values }) => [condition.name, values]));
  return statedOf(wide.when).every(({ condition, values }) =>
    of.get(condition.name)?.every((value) => values.includes(value)),
  );
}
