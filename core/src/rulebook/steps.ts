import { exceptions } from '../exceptions/settings.ts';
import { breaks } from '../steps/breaks/settings.ts';
import { guarantees } from '../steps/guarantees/settings.ts';
import { holding } from '../steps/hold-to-plan/settings.ts';
import { lines } from '../steps/lines/settings.ts';
import { overtime } from '../steps/overtime/settings.ts';
import { pairing } from '../steps/pair/settings.ts';
import { premiums } from '../steps/premiums/settings.ts';
import { rounding } from '../steps/round/settings.ts';
import { workdays } from '../steps/workday/settings.ts';

/** What a rulebook says of each step, in the order of the calculation. */
export const STEPS = [
  pairing,
  holding,
  rounding,
  breaks,
  workdays,
  overtime,
  premiums,
  guarantees,
  lines,
  exceptions,
] as const;
