import { type Fields, letThrough, type Objection, type SettingsOf } from '../../kinds/define.ts';
import type { Example } from '../../kinds/example.ts';
import type { Resolver } from '../../model/names.ts';
import type { Condition } from './types.ts';

/** Everything about one condition of premiums: the fields by which a premium states it, and when hours meet it. */
interface ConditionDefinition<F extends Fields> {
  readonly name: string;
  /** One sentence for the reference. */
  readonly says: string;
  /** Fields of a premium; each may be left out. */
  readonly settings: F;
  /** What cannot be meant, and what would be right. */
  cannotBe?(settings: SettingsOf<F>): readonly Objection[];
  /** Null where a premium does not state it. */
  compile(settings: SettingsOf<F>, resolver: Resolver): Condition | null;
  readonly example: Example;
}

/** One condition, ready to be put into `CONDITIONS`. */
export interface ConditionKind<F extends Fields = Fields>
  extends Pick<ConditionDefinition<F>, 'name' | 'says' | 'settings' | 'example'> {
  objections(premium: object): readonly Objection[];
  compile(premium: object, resolver: Resolver): Condition | null;
}

/** Defines one condition of premiums: one file says everything about it, and a line in `CONDITIONS` makes it known. */
export function definePremiumCondition<F extends Fields>(
  definition: ConditionDefinition<F>,
): ConditionKind<F> {
  return {
    ...definition,
    objections: (premium) => definition.cannotBe?.(letThrough<F>(premium)) ?? [],
    compile: (premium, resolver) => definition.compile(letThrough<F>(premium), resolver),
  };
}
