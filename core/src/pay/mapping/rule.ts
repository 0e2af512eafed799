import * as v from 'valibot';
import { type ClassId, classParts } from '../../model/classes.ts';
import { date } from '../../time/schemas.ts';
import { conditionFields, MAPPING_CONDITIONS } from './conditions.ts';
import type { MappingCondition } from './define.ts';

/** When a rule holds for a line: every condition that it states must be met. Without any it holds for all. */
const WhenSchema = v.strictObject(conditionFields);
export type MappingWhen = v.InferOutput<typeof WhenSchema>;

/** Conditions that hold for lines of one class, and for no other. */
export function whenOfClass(classId: ClassId): MappingWhen {
  const parts = classParts(classId);
  switch (parts.kind) {
    case 'worked':
      return parts.multiplier === 1
        ? { classes: ['ordinary'] }
        : { classes: ['overtime'], multipliers: [parts.multiplier] };
    case 'premium':
      return { premiums: [parts.name] };
    case 'leave':
      return { leave: [parts.name] };
    case 'guarantee':
      return { guarantees: [parts.name] };
    case 'adjustment':
      return { adjustments: [parts.name] };
    case 'amount':
      return { amounts: [parts.name] };
  }
}

/** One rule of the mapping: which lines are paid under which code. Of several that hold for a line, the first decides. */
export const MappingRuleSchema = v.strictObject({
  /** What people call it; may be empty. */
  name: v.pipe(v.string(), v.trim(), v.maxLength(80, 'The name of a rule has at most 80 characters.')),
  /** Workdays from this one on; null: always. */
  firstDay: v.nullable(date),
  /** Workdays up to this one; null: from then on. */
  lastDay: v.nullable(date),
  when: WhenSchema,
  /** The pay code. */
  code: v.pipe(v.string('Give a pay code.'), v.minLength(1, 'Give a pay code.'), v.maxLength(16)),
});
export type MappingRule = v.InferOutput<typeof MappingRuleSchema>;

/** One condition that a rule states, with its values. */
export interface Stated {
  readonly condition: MappingCondition;
  readonly values: readonly (string | number)[];
}

/** The conditions that a rule states, in the order of `MAPPING_CONDITIONS`. */
export function statedOf(when: MappingWhen): Stated[] {
  const all: readonly MappingCondition[] = MAPPING_CONDITIONS;
  const given: Readonly<Record<string, readonly (string | number)[] | undefined>> = when;
  return all.flatMap((condition) => {
    const values = given[condition.name];
    return values === undefined ? [] : [{ condition, values }];
  });
}

/** How codes are called; null where a code has no name of its own. */
export type NameOf = (condition: string, value: string | number) => string | null;

/** A rule's conditions in words: `Storm duty · ×2`; `every line` where it states none. */
export function whenSentence(when: MappingWhen, nameOf: NameOf = () => null): string {
  const stated = statedOf(when).map(({ condition, values }) =>
    values.map((value) => nameOf(condition.name, value) ?? condition.written(value)).join(' or '),
  );
  return stated.length === 0 ? 'every line' : stated.join(' · ');
}
