import * as v from 'valibot';
import type { Say } from '../../kinds/define.ts';
import type { Rounding } from '../../model/rounding.ts';
import { seconds } from '../../time/units.ts';

/** A length of time rounded; never below zero. */
export function roundAmount(seconds: number, { unitSeconds, turnSeconds }: Rounding): number {
  const into = seconds % unitSeconds;
  return into === 0 || into < turnSeconds ? seconds - into : seconds - into + unitSeconds;
}

const TOWARD = ['nearest', 'up', 'down', "person's favor", "employer's favor"] as const;

/** How a rulebook states it. */
export const amountFields = {
  minutes: v.pipe(v.number(), v.integer('Whole minutes only.'), v.minValue(1), v.maxValue(60)),
  toward: v.picklist(TOWARD),
  /** With `nearest`: from this minute of the interval on, up. */
  turnsAtMinute: v.optional(v.pipe(v.number(), v.integer('Whole minutes only.'), v.minValue(1))),
};
type AmountSettings = v.InferOutput<v.StrictObjectSchema<typeof amountFields, undefined>>;

/** Ready to round with. In the person's favor, what starts work goes down, all else up. */
export function roundingOf(rule: AmountSettings, startsWork: boolean): Rounding {
  const unitSeconds = seconds(rule.minutes * 60);
  let { toward } = rule;
  if (toward === "person's favor") toward = startsWork ? 'down' : 'up';
  if (toward === "employer's favor") toward = startsWork ? 'up' : 'down';
  const turn = toward === 'up' ? 1 : toward === 'down' ? unitSeconds : (rule.turnsAtMinute ?? 0) * 60;
  return { unitSeconds, turnSeconds: seconds(turn) };
}

/** Rounding to the nearest says where it turns over, and only that does. */
export function checkTurn({ toward, turnsAtMinute, minutes }: AmountSettings, path: string, say: Say): void {
  if ((toward === 'nearest') !== (turnsAtMinute !== undefined))
    say(
      `${path}.turnsAtMinute`,
      'Rounding to the nearest says at which minute it turns over, and only that does.',
    );
  else if (turnsAtMinute !== undefined && turnsAtMinute >= minutes && minutes > 1)
    say(`${path}.turnsAtMinute`, `It turns over within its ${minutes} minutes: 1 to ${minutes - 1}.`);
}
