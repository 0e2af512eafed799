import type { Together } from '../kinds/define.ts';
import type { STEPS } from './steps.ts';

/** What all steps make of their rules. */
export type CompiledSteps = Together<ReturnType<(typeof STEPS)[number]['compile']>>;

/** A rulebook edition made ready for computing: every length in seconds, every name resolved. */
export interface CompiledRulebook extends CompiledSteps {
  readonly name: string;
  readonly edition: number;
}
