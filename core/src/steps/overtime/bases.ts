import * as v from 'valibot';
import { oneOfKinds, typedBy } from '../../kinds/define.ts';
import { beyondPlan } from './bases/beyond-plan.ts';
import { clockTime } from './bases/clock-time.ts';
import { consecutiveWorkday } from './bases/consecutive-workday.ts';
import { cycle } from './bases/cycle.ts';
import { holiday } from './bases/holiday.ts';
import { payPeriod } from './bases/pay-period.ts';
import { restDay } from './bases/rest-day.ts';
import { shift } from './bases/shift.ts';
import { shortRest } from './bases/short-rest.ts';
import { workday } from './bases/workday.ts';
import { workweek } from './bases/workweek.ts';
import type { BasisKind } from './define.ts';
import type { Basis } from './types.ts';

/** Those that their name says everything about. */
const PLAIN = [workday, workweek, payPeriod, shift, beyondPlan, restDay, holiday] as const;
/** Those with settings of their own. */
const WITH_SETTINGS = [cycle, consecutiveWorkday, clockTime, shortRest] as const;

/** Everything an overtime rule may add up. */
export const BASES: readonly BasisKind[] = [...PLAIN, ...WITH_SETTINGS];

const plainNames = typedBy<[(typeof PLAIN)[number]['name']]>(PLAIN.map(({ name }) => name));
const fieldsOf = ({ name, settings }: BasisKind): string => `${name} (${Object.keys(settings).join(', ')})`;

/** A basis as a rulebook names it: by its name alone, or as an object with `of` and its fields. */
export const BasisSchema = v.pipe(
  v.union(
    [v.picklist(plainNames), oneOfKinds('of', WITH_SETTINGS)],
    `A basis is ${plainNames.join(', ')}, or an object with of: ${WITH_SETTINGS.map(fieldsOf).join(', ')}.`,
  ),
  v.description('What the rule adds up.'),
);

type BasisSettings = v.InferOutput<typeof BasisSchema>;

/** The kind of a basis, and its settings. */
export function basisKind(basis: BasisSettings): { readonly kind: BasisKind; readonly settings: object } {
  const name = typeof basis === 'string' ? basis : basis.of;
  const kind = BASES.find((one) => one.name === name);
  if (kind === undefined) throw new RangeError(`No basis is called ${name}.`);
  return { kind, settings: typeof basis === 'string' ? {} : basis };
}

/** A basis, ready to count with. */
export function compiledBasis(basis: BasisSettings): Basis {
  const { kind, settings } = basisKind(basis);
  return kind.compile(settings);
}
