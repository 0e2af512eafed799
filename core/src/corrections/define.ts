import { type Fields, letThrough, type Objection, type SettingsOf } from '../kinds/define.ts';
import type { Example } from '../kinds/example.ts';
import type { CorrectionId, PunchId } from '../model/ids.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { OpenChanges, Settleable } from './changes.ts';

/** What a correction names: the moments, raw punches, days and other corrections that it is about. */
export interface Touched {
  readonly instants?: readonly Instant[];
  /** Raw punches, wherever they lie. */
  readonly punches?: readonly PunchId[];
  readonly days?: readonly Workday[];
  readonly corrections?: readonly CorrectionId[];
}

/** Everything about one kind of correction. */
interface CorrectionDefinition<Name extends string, F extends Fields> {
  readonly name: Name;
  /** As lists name it: `Punch moved`. */
  readonly label: string;
  /** One sentence for the reference. */
  readonly says: string;
  /** What it did, with its settings by name, for the history of a card: `{punch} moved to {at}`. */
  readonly sentence: string;
  /** Made of `fields.ts`, so that each can be read from a text. */
  readonly settings: F;
  /** What cannot be meant, and what would be right. */
  cannotBe?(settings: SettingsOf<F>): readonly Objection[];
  touches(settings: SettingsOf<F>): Touched;
  /** Adds what it changes to the changes of the corrections before it. */
  lay?(settings: SettingsOf<F>, changes: OpenChanges, id: CorrectionId): void;
  /** True for an exception that it settles although no hours change. */
  settles?(settings: SettingsOf<F>, exception: Settleable): boolean;
  /** The correction that no longer holds. */
  takesBack?(settings: SettingsOf<F>): CorrectionId;
  readonly example: Example;
}

/** One kind of correction, ready to be put into `CORRECTIONS`. */
export interface CorrectionKind<Name extends string = string, F extends Fields = Fields>
  extends Pick<
    CorrectionDefinition<Name, F>,
    'name' | 'label' | 'says' | 'sentence' | 'settings' | 'example'
  > {
  objections(correction: object): readonly Objection[];
  touched(correction: object): Touched;
  lay(correction: object, changes: OpenChanges, id: CorrectionId): void;
  /** Null where it takes nothing back. */
  takesBack(correction: object): CorrectionId | null;
}

/** Defines one kind of correction: one file says everything about it, and a line in `CORRECTIONS` makes it known. */
export function defineCorrection<Name extends string, F extends Fields>(
  definition: CorrectionDefinition<Name, F>,
): CorrectionKind<Name, F> {
  const { settles } = definition;
  return {
    ...definition,
    objections: (correction) => definition.cannotBe?.(letThrough<F>(correction)) ?? [],
    touched: (correction) => definition.touches(letThrough<F>(correction)),
    lay(correction, changes, id) {
      const settings = letThrough<F>(correction);
      definition.lay?.(settings, changes, id);
      if (settles !== undefined) changes.settled.push((exception) => settles(settings, exception));
    },
    takesBack: (correction) => definition.takesBack?.(letThrough<F>(correction)) ?? null,
  };
}
