import { type Workday, workdayFromIso } from '../../time/units.ts';
import type { PayLine } from '../pay-line.ts';
import type { Value } from './define.ts';
import { type MappingRule, statedOf } from './rule.ts';

interface Test {
  readonly of: (line: PayLine) => Value;
  readonly among: ReadonlySet<Value>;
}

interface CompiledRule {
  readonly first: number;
  readonly last: number;
  readonly tests: readonly Test[];
}

const compiled = ({ firstDay, lastDay, when }: MappingRule): CompiledRule => ({
  first: firstDay === null ? Number.NEGATIVE_INFINITY : workdayFromIso(firstDay),
  last: lastDay === null ? Number.POSITIVE_INFINITY : workdayFromIso(lastDay),
  tests: statedOf(when).map(({ condition, values }) => ({ of: condition.of, among: new Set<Value>(values) })),
});

const holds = ({ first, last, tests }: CompiledRule, line: PayLine): boolean => {
  const day: Workday = line.workday;
  if (day < first || day > last) return false;
  for (const { of, among } of tests) if (!among.has(of(line))) return false;
  return true;
};

/** A mapping ready to be asked. */
export interface CodeMapping {
  readonly rules: readonly MappingRule[];
  /** The place of the rule that a line is paid by: the first that holds; -1 where none does, so that the line falls into the catch-all. */
  ruleOf(line: PayLine): number;
  /** Whether one rule alone would hold for a line. */
  wouldHold(rule: number, line: PayLine): boolean;
}

/** Makes a mapping ready. */
export function compileMapping(rules: readonly MappingRule[]): CodeMapping {
  const all = rules.map(compiled);
  return {
    rules,
    ruleOf(line) {
      let place = 0;
      for (const rule of all) {
        if (holds(rule, line)) return place;
        place++;
      }
      return -1;
    },
    wouldHold: (rule, line) => {
      const one = all[rule];
      return one !== undefined && holds(one, line);
    },
  };
}
