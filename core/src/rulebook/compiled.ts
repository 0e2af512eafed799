import type { ExceptionRules } from '../exceptions/types.ts';
import type { BreakRules } from '../steps/breaks/types.ts';
import type { GuaranteeRule } from '../steps/guarantees/types.ts';
import type { HoldRules } from '../steps/hold-to-plan/types.ts';
import type { LineRules } from '../steps/lines/lines.ts';
import type { Meeting, OvertimeRule } from '../steps/overtime/types.ts';
import type { PairingRules } from '../steps/pair/pair.ts';
import type { Premium } from '../steps/premiums/types.ts';
import type { RoundingRules } from '../steps/round/round.ts';
import type { WorkdayRules } from '../steps/workday/workday.ts';

/** A rulebook edition made ready for computing: every length in seconds, every name resolved. */
export interface CompiledRulebook {
  readonly name: string;
  readonly edition: number;
  readonly pairing: PairingRules;
  readonly hold: HoldRules;
  readonly rounding: RoundingRules;
  readonly breaks: BreakRules;
  readonly workday: WorkdayRules;
  readonly overtime: readonly OvertimeRule[];
  readonly meeting: Meeting;
  readonly premiums: readonly Premium[];
  readonly guarantees: readonly GuaranteeRule[];
  readonly exceptions: ExceptionRules;
  readonly lines: LineRules;
}
