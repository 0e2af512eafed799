import * as v from 'valibot';
import type { PayLine } from '../pay-line.ts';

/** What a condition compares of a line. Null where the line has none, which no condition meets. */
export type Value = string | number | null;

/** Everything about one condition of mapping rules: the field by which a rule states it, and what of a line it looks at. */
interface ConditionDefinition<Name extends string, V extends string | number> {
  /** The field of a rule: a list of values, one of which the line must have. */
  readonly name: Name;
  /** As tables and forms head it: `Job`. */
  readonly label: string;
  /** One sentence for the reference. */
  readonly says: string;
  readonly value: v.GenericSchema<V>;
  of(line: PayLine): Value;
  /** What there is to choose from; left out where that is what the company has. */
  readonly choices?: readonly V[];
  /** Its values are typed, with commas or blanks between: there are too many to choose from. */
  readonly isTyped?: true;
  /** How one of its values is said; left out where it is said as it is written. */
  written?(value: V): string;
}

/** One condition, ready to be put into `MAPPING_CONDITIONS`. */
export interface MappingCondition<Name extends string = string, V extends string | number = string | number>
  extends Pick<ConditionDefinition<Name, V>, 'name' | 'label' | 'says' | 'choices' | 'isTyped' | 'of'> {
  /** A value from its text: of a condition of numbers, the number. */
  readValue(text: string): V;
  readonly values: v.OptionalSchema<v.GenericSchema<readonly V[]>, undefined>;
  written(value: string | number): string;
}

const MOST_VALUES = 200;

/** Defines one condition of mapping rules: one file says everything about it, and a line in `MAPPING_CONDITIONS` makes it known. */
export function defineMappingCondition<Name extends string, V extends string | number>(
  definition: ConditionDefinition<Name, V>,
): MappingCondition<Name, V> {
  const { name, label, says, choices, isTyped, value, of } = definition;
  return {
    name,
    label,
    says,
    ...(choices === undefined ? {} : { choices }),
    ...(isTyped === undefined ? {} : { isTyped }),
    readValue: (text) => (v.is(value, text) ? text : v.parse(value, Number(text))),
    of,
    values: v.optional(
      v.pipe(
        v.array(value),
        v.minLength(1, 'Name at least one, or leave the field out.'),
        v.maxLength(MOST_VALUES, `Name at most ${MOST_VALUES}.`),
      ),
    ),
    written: (one) => definition.written?.(one as V) ?? String(one),
  };
}
