import {
  type Fields,
  letThrough,
  type Objection,
  type OtherRules,
  type SettingsOf,
} from '../../kinds/define.ts';
import type { Example } from '../../kinds/example.ts';
import type { Resolver } from '../../model/names.ts';
import type { GuaranteeRule } from './types.ts';

/** What a kind makes of its settings. */
type Owing = Pick<GuaranteeRule, 'owes'> & Partial<Pick<GuaranteeRule, 'paysToBeReached'>>;

/** Everything about one kind of guarantee. */
interface GuaranteeDefinition<Name extends string, F extends Fields> {
  readonly name: Name;
  /** One sentence for the reference. */
  readonly says: string;
  /** What it paid, for people, with `guaranteed`, `worked` and `times` by name. */
  readonly sentence: string;
  readonly settings: F;
  /** What cannot be meant, and what would be right. */
  cannotBe?(settings: SettingsOf<F>, rules: OtherRules): readonly Objection[];
  readonly per: GuaranteeRule['per'];
  /** What it owes by its settings, ready to be asked of each workday. */
  compile(settings: SettingsOf<F>, resolver: Resolver): Owing;
  readonly example: Example;
}

/** One kind of guarantee, ready to be put into `GUARANTEES`. */
export interface GuaranteeKind<Name extends string = string, F extends Fields = Fields>
  extends Pick<GuaranteeDefinition<Name, F>, 'name' | 'says' | 'sentence' | 'settings' | 'example'> {
  objections(settings: object, rules: OtherRules): readonly Objection[];
  compile(settings: { readonly name: string }, resolver: Resolver): GuaranteeRule;
}

/** Defines one kind of guarantee: one file says everything about it, and a line in `GUARANTEES` makes it known. */
export function defineGuarantee<Name extends string, F extends Fields>(
  definition: GuaranteeDefinition<Name, F>,
): GuaranteeKind<Name, F> {
  return {
    ...definition,
    objections: (settings, rules) => definition.cannotBe?.(letThrough<F>(settings), rules) ?? [],
    compile: (settings, resolver) => ({
      kind: definition.name,
      name: settings.name,
      per: definition.per,
      paysToBeReached: null,
      ...definition.compile(letThrough<F>(settings), resolver),
    }),
  };
}
