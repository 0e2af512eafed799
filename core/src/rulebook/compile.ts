import * as v from 'valibot';
import type { AutomaticMeal, BreakRules } from '../breaks/breaks.ts';
import type { OvertimeRule } from '../overtime/overtime.ts';
import type { PairingRules } from '../pair/pair.ts';
import type { PremiumWindow } from '../premiums/premiums.ts';
import type { RoundingRule } from '../round/round.ts';
import { SECONDS_PER_HOUR, type Seconds, seconds } from '../units.ts';
import type { WorkdayRules } from '../workday/workday.ts';
import { type Rulebook, RulebookSchema, weekdayNumber } from './schema.ts';

/** A rulebook edition made ready for computing: every length in seconds, every name resolved. */
export interface CompiledRulebook {
  readonly name: string;
  readonly edition: number;
  readonly pairing: PairingRules;
  readonly rounding: readonly RoundingRule[];
  readonly breaks: BreakRules;
  readonly workday: WorkdayRules;
  readonly overtime: readonly OvertimeRule[];
  readonly premiums: readonly PremiumWindow[];
}

/** What a rulebook cannot mean: where it stands, why, and what would be right. */
export interface RulebookFault {
  readonly path: string;
  readonly reason: string;
}

/** Seconds of an ISO 8601 duration that the rulebook schema accepted. */
export function durationSeconds(iso: string): Seconds {
  const [, h, m, s] = /^PT(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?$/.exec(iso) ?? [];
  return seconds(Number(h ?? 0) * SECONDS_PER_HOUR + Number(m ?? 0) * 60 + Number(s ?? 0));
}

/** Seconds after midnight of a clock time that the rulebook schema accepted. */
export function clockSeconds(time: string): Seconds {
  return seconds(Number(time.slice(0, 2)) * SECONDS_PER_HOUR + Number(time.slice(3)) * 60);
}

/** Checks a rulebook and makes it ready to compute with, or says everything that is wrong with it. */
export function compileRulebook(
  rules: unknown,
  edition: number,
): { ok: true; rulebook: CompiledRulebook } | { ok: false; faults: RulebookFault[] } {
  const parsed = v.safeParse(RulebookSchema, rules);
  if (!parsed.success) {
    return {
      ok: false,
      faults: parsed.issues.map((issue) => ({ path: v.getDotPath(issue) ?? '', reason: issue.message })),
    };
  }
  const faults = contradictions(parsed.output);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, rulebook: compiled(parsed.output, edition) };
}

function contradictions(rules: Rulebook): RulebookFault[] {
  const faults: RulebookFault[] = [];
  const ascending = (path: string, lengths: readonly string[]) => {
    for (let i = 1; i < lengths.length; i++) {
      if (durationSeconds(lengths[i]!) <= durationSeconds(lengths[i - 1]!)) {
        faults.push({
          path: `${path}.${i}`,
          reason: `Tiers go upward: ${lengths[i]} must be more than ${lengths[i - 1]} before it.`,
        });
      }
    }
  };
  rules.overtime.forEach((rule, i) => {
    ascending(
      `overtime.${i}.tiers`,
      rule.tiers.map((tier) => tier.above),
    );
  });
  const meal = rules.breaks.automaticMeal;
  if (meal !== undefined) {
    ascending(
      'breaks.automaticMeal.tiers',
      meal.tiers.map((tier) => tier.after),
    );
  }
  rules.premiums.forEach((premium, i) => {
    if (premium.from === premium.to) {
      faults.push({
        path: `premiums.${i}.to`,
        reason: 'The window has no length: give it an end other than its start.',
      });
    }
    if (rules.premiums.findIndex((other) => other.name === premium.name) < i) {
      faults.push({
        path: `premiums.${i}.name`,
        reason: `There is another premium named ${premium.name}: give each its own name.`,
      });
    }
  });
  rules.rounding.forEach((rule, i) => {
    if ((rule.toward === 'nearest') !== (rule.turnsAtMinute !== undefined)) {
      faults.push({
        path: `rounding.${i}.turnsAtMinute`,
        reason: 'Rounding to the nearest says at which minute it turns over, and only that does.',
      });
    } else if (rule.turnsAtMinute !== undefined && rule.turnsAtMinute >= rule.minutes && rule.minutes > 1) {
      faults.push({
        path: `rounding.${i}.turnsAtMinute`,
        reason: `It turns over within its ${rule.minutes} minutes: 1 to ${rule.minutes - 1}.`,
      });
    }
  });
  return faults;
}

function compiled(rules: Rulebook, edition: number): CompiledRulebook {
  return {
    name: rules.name,
    edition,
    pairing: {
      repeatWindowSeconds: durationSeconds(rules.pairing.repeatWindow),
      longestSpellSeconds: durationSeconds(rules.pairing.longestSpell),
      shiftGapSeconds: durationSeconds(rules.pairing.shiftGap),
    },
    rounding: rules.rounding.map((rule) => ({
      kinds: new Set(rule.kinds),
      unitSeconds: seconds(rule.minutes * 60),
      turnSeconds: seconds(
        rule.toward === 'up' ? 1 : rule.toward === 'down' ? rule.minutes * 60 : rule.turnsAtMinute! * 60,
      ),
    })),
    breaks: {
      paidUpToSeconds: durationSeconds(rules.breaks.paidUpTo),
      automaticMeal: rules.breaks.automaticMeal ? compiledMeal(rules.breaks.automaticMeal) : null,
    },
    workday: {
      startsAtSeconds: clockSeconds(rules.workday.startsAt),
      shiftBelongsTo: rules.workday.shiftBelongsTo,
      weekStartsOn: weekdayNumber(rules.workweek.startsOn),
    },
    overtime: rules.overtime.map((rule) => ({
      name: rule.name,
      basis: rule.basis,
      tiers: rule.tiers.map((tier) => ({
        aboveSeconds: durationSeconds(tier.above),
        multiplier: tier.multiplier,
      })),
      leastSeconds: durationSeconds(rule.least ?? 'PT0S'),
    })),
    premiums: rules.premiums.map((premium) => ({
      name: premium.name,
      fromSeconds: clockSeconds(premium.from),
      toSeconds: clockSeconds(premium.to),
    })),
  };
}

function compiledMeal(meal: NonNullable<Rulebook['breaks']['automaticMeal']>): AutomaticMeal {
  return {
    // "At least 6 h" is "more than 5:59:59" in whole seconds.
    tiers: meal.tiers.map((tier) => ({
      overSeconds: seconds(durationSeconds(tier.after) - (tier.compare === 'at least' ? 1 : 0)),
      takeSeconds: durationSeconds(tier.take),
    })),
    besidePunched: meal.besidePunched,
    placed:
      meal.placed.at === 'clock time'
        ? { at: 'clock time', clockSeconds: clockSeconds(meal.placed.time) }
        : meal.placed.at === 'after work'
          ? { at: 'after work', afterSeconds: durationSeconds(meal.placed.after) }
          : { at: 'end' },
  };
}
