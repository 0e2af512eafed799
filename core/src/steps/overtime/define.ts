import { type Fields, letThrough, type Objection, type SettingsOf } from '../../kinds/define.ts';
import type { Example } from '../../kinds/example.ts';
import type { Basis } from './types.ts';

/** What of an overtime rule decides whether its basis can be meant. */
interface RuleOfBasis {
  readonly countsLeave?: unknown;
  readonly on?:
    | { readonly holidays?: string | undefined; readonly restDays?: string | undefined }
    | undefined;
}

/** Everything about one basis: what an overtime rule adds up. */
interface BasisDefinition<Name extends string, F extends Fields> {
  readonly name: Name;
  /** One sentence for the reference. */
  readonly says: string;
  /** Its fields; a basis without any is named by its name alone. */
  readonly settings: F;
  /** What cannot be meant, and what would be right, by fields of the overtime rule: `basis.until`, `countsLeave`. */
  cannotBe?(settings: SettingsOf<F>, rule: RuleOfBasis): readonly Objection[];
  /** Whether hours may count together across the line of a workweek. */
  crossesWeeks?(workday: { readonly shiftBelongsTo: string }): boolean;
  compile(settings: SettingsOf<F>): Omit<Basis, 'name'>;
  readonly example: Example;
}

/** One basis, ready to be put into `BASES`. */
export interface BasisKind<Name extends string = string, F extends Fields = Fields>
  extends Pick<BasisDefinition<Name, F>, 'name' | 'says' | 'settings' | 'example'> {
  /** It has no fields. */
  readonly isPlain: boolean;
  objections(settings: object, rule: RuleOfBasis): readonly Objection[];
  crossesWeeks(workday: { readonly shiftBelongsTo: string }): boolean;
  compile(settings: object): Basis;
}

/** Defines one basis: one file says everything about it, and a line in `BASES` makes it known. */
export function defineBasis<Name extends string, const F extends Fields>(
  definition: BasisDefinition<Name, F>,
): BasisKind<Name, F> {
  const { name } = definition;
  return {
    ...definition,
    isPlain: Object.keys(definition.settings).length === 0,
    objections: (settings, rule) => definition.cannotBe?.(letThrough<F>(settings), rule) ?? [],
    crossesWeeks: (workday) => definition.crossesWeeks?.(workday) ?? false,
    compile: (settings) => ({ name, ...definition.compile(letThrough<F>(settings)) }),
  };
}
