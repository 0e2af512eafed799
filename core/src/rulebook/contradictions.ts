import { EXCEPTIONS } from '../exceptions/kinds.ts';
import { guaranteeKind } from '../steps/guarantees/kinds.ts';
import { basisKind } from '../steps/overtime/bases.ts';
import { CONDITIONS } from '../steps/premiums/conditions.ts';
import { itemAt } from '../time/item-at.ts';
import { durationSeconds } from '../time/lengths.ts';
import type { RulebookFault } from './fault.ts';
import type { Rulebook } from './schema.ts';

type Say = (path: string, reason: string) => void;

/** What is wrong between fields that are each in order: every fault with its path and what would be right. */
export function contradictions(rules: Rulebook): RulebookFault[] {
  const faults: RulebookFault[] = [];
  const say: Say = (path, reason) => faults.push({ path, reason });
  if (rules.hours?.decimals !== undefined && rules.hours.whole !== undefined)
    say(
      'hours.whole',
      `Hours have ${rules.hours.decimals} decimals or are whole ${rules.hours.whole}: leave one of the two out.`,
    );
  for (const [i, rule] of rules.rounding.entries()) checkRounding(rule, `rounding.${i}`, say);
  checkRoundingTogether(rules.rounding, say);
  checkBreaks(rules.breaks, say);
  for (const [i, rule] of rules.overtime.entries()) checkOvertime(rule, `overtime.${i}`, say);
  checkNames(rules.overtime, 'overtime', say);
  checkMeeting(rules, say);
  for (const [i, premium] of rules.premiums.entries()) checkPremium(premium, `premiums.${i}`, say);
  checkNames(rules.premiums, 'premiums', say);
  checkNames(rules.guarantees ?? [], 'guarantees', say);
  for (const [i, rule] of (rules.guarantees ?? []).entries())
    for (const { field, reason } of guaranteeKind(rule).objections(rule, rules))
      say(`guarantees.${i}.${field}`, reason);
  for (const { name, cannotBe } of EXCEPTIONS) {
    const setting = rules.exceptions?.[name];
    const reason = setting === undefined || setting.severity === 'off' ? null : cannotBe?.(rules);
    if (typeof reason === 'string') say(`exceptions.${name}`, reason);
  }
  if (durationSeconds(rules.pairing.repeatWindow) >= durationSeconds(rules.pairing.longestSpell))
    say('pairing.repeatWindow', `It must be shorter than the longest spell, ${rules.pairing.longestSpell}.`);
  return faults;
}

type RoundingRule = Rulebook['rounding'][number];

function checkTurn(
  rule: Pick<RoundingRule, 'toward' | 'turnsAtMinute' | 'minutes'>,
  path: string,
  say: Say,
): void {
  const { toward, turnsAtMinute, minutes } = rule;
  if ((toward === 'nearest') !== (turnsAtMinute !== undefined))
    say(
      `${path}.turnsAtMinute`,
      'Rounding to the nearest says at which minute it turns over, and only that does.',
    );
  else if (turnsAtMinute !== undefined && turnsAtMinute >= minutes && minutes > 1)
    say(`${path}.turnsAtMinute`, `It turns over within its ${minutes} minutes: 1 to ${minutes - 1}.`);
}

function checkRounding(rule: RoundingRule, path: string, say: Say): void {
  checkTurn(rule, path, say);
  const { of = 'punch', kinds } = rule;
  if (of === 'punch' && kinds === undefined)
    say(
      `${path}.kinds`,
      'Rounding of punches says which kinds: in, out, meal-out, meal-in, break-out, break-in.',
    );
  // On the wall clock another step would begin each day at another minute: the same shift would pay otherwise every day.
  if (of === 'punch' && 60 % rule.minutes !== 0)
    say(
      `${path}.minutes`,
      `${rule.minutes} minutes do not divide an hour, so that the same shift would be rounded otherwise every day. Take 1, 2, 3, 4, 5, 6, 10, 12, 15, 20, 30 or 60.`,
    );
  if (of !== 'punch' && kinds !== undefined)
    say(`${path}.kinds`, `Rounding of a ${of} has no kinds of punch: leave them out.`);
}

/** Two rules for one thing contradict each other. */
function checkRoundingTogether(rules: Rulebook['rounding'], say: Say): void {
  const seen = new Map<string, number>();
  rules.forEach((rule, i) => {
    const what = rule.of === undefined || rule.of === 'punch' ? (rule.kinds ?? []) : [`a ${rule.of}`];
    for (const one of what) {
      const first = seen.get(one);
      if (first !== undefined)
        say(`rounding.${i}`, `Rounding of ${one} is given twice, here and in rounding.${first}: keep one.`);
      seen.set(one, i);
    }
  });
}

function checkBreaks({ automaticMeal, mealsDue, allowance, paidUpTo }: Rulebook['breaks'], say: Say): void {
  const upward = (path: string, lengths: readonly string[], from = 1) => {
    for (let i = from; i < lengths.length; i++) {
      if (durationSeconds(itemAt(lengths, i)) <= durationSeconds(itemAt(lengths, i - 1)))
        say(`${path}.${i}`, `Tiers go upward: ${lengths[i]} must be more than ${lengths[i - 1]} before it.`);
    }
  };
  if (automaticMeal !== undefined) {
    upward(
      'breaks.automaticMeal.tiers',
      automaticMeal.tiers.map((tier) => tier.after),
    );
    automaticMeal.tiers.forEach((tier, i) => {
      if (durationSeconds(tier.take) === 0)
        say(
          `breaks.automaticMeal.tiers.${i}.take`,
          'A meal of no length takes nothing off: give it a length.',
        );
    });
  }
  upward(
    'breaks.mealsDue',
    (mealsDue ?? []).map((due) => due.startsBy),
  );
  if (allowance !== undefined && durationSeconds(allowance) === 0 && durationSeconds(paidUpTo) > 0)
    say(
      'breaks.allowance',
      `No break time is paid, yet breaks up to ${paidUpTo} are: leave one of the two out.`,
    );
}

function checkOvertime(rule: Rulebook['overtime'][number], path: string, say: Say): void {
  let end: number | null = 0;
  let start = -1;
  rule.tiers.forEach((tier, i) => {
    const at = `${path}.tiers.${i}`;
    if (tier.above === undefined && end === null) {
      say(
        `${at}.above`,
        'It says neither where it starts nor where the tier before it ends: give above, or forNext there.',
      );
      return;
    }
    const from: number = tier.above === undefined ? (end ?? 0) : durationSeconds(tier.above);
    if (from <= start) say(at, `Tiers go upward: this one must start above the one before it.`);
    else if (end !== null && i > 0 && from < end)
      say(`${at}.above`, 'It starts before the tier before it ends: start it there or later.');
    if (tier.forNext !== undefined && durationSeconds(tier.forNext) === 0)
      say(`${at}.forNext`, 'A tier of no length pays nothing: give it a length, or leave forNext out.');
    start = from;
    end = tier.forNext === undefined ? null : from + durationSeconds(tier.forNext);
  });
  if (rule.leastPays !== undefined && rule.least === undefined)
    say(`${path}.leastPays`, 'There is no least amount that it could follow: give least, or leave it out.');
  if (rule.cap !== undefined && durationSeconds(rule.cap) === 0)
    say(`${path}.cap`, 'A cap of nothing lets no overtime pay: give it a length, or take the rule out.');
  if (
    rule.cap !== undefined &&
    rule.least !== undefined &&
    durationSeconds(rule.least) > durationSeconds(rule.cap)
  )
    say(`${path}.cap`, `The least amount, ${rule.least}, is more than the cap: raise the cap.`);
  if (rule.rounding !== undefined) checkTurn(rule.rounding, `${path}.rounding`, say);
  const { kind, settings } = basisKind(rule.basis);
  for (const { field, reason } of kind.objections(settings, rule)) say(`${path}.${field}`, reason);
}

function checkMeeting({ overtime, overtimeMeets, workday }: Rulebook, say: Say): void {
  if (overtimeMeets?.mode !== 'greater of') return;
  // The greater is taken for each workweek, so nothing may count together across its line.
  for (const [i, { name, basis }] of overtime.entries()) {
    if (basisKind(basis).kind.crossesWeeks(workday))
      say(
        `overtime.${i}.basis`,
        `${name} reaches beyond a workweek, and the greater is taken for each workweek: count within one, or have the rules meet once only.`,
      );
  }
  const seen = new Set<string>();
  overtimeMeets.groups.forEach((group, g) => {
    group.forEach((name, i) => {
      const path = `overtimeMeets.groups.${g}.${i}`;
      if (!overtime.some((rule) => rule.name === name))
        say(path, `There is no overtime rule named ${name}: name one of overtime.`);
      if (seen.has(name))
        say(path, `${name} stands in two groups: a rule in no group counts in each of them.`);
      seen.add(name);
    });
  });
}

function checkPremium(premium: Rulebook['premiums'][number], path: string, say: Say): void {
  const { least, wholeShift } = premium;
  const objections = CONDITIONS.flatMap((condition) => condition.objections(premium));
  for (const { field, reason } of objections) say(`${path}.${field}`, reason);
  const fields = CONDITIONS.flatMap(({ settings }) => Object.keys(settings));
  if (!fields.some((field) => Object.hasOwn(premium, field)))
    say(path, `It says nothing of when it is paid: give one of ${fields.join(', ')}.`);
  if (
    least !== undefined &&
    wholeShift?.when === 'enough' &&
    durationSeconds(wholeShift.enough) < durationSeconds(least)
  )
    say(
      `${path}.wholeShift.enough`,
      `It is less than the least that pays, ${least}: make it as long or longer.`,
    );
}

function checkNames(rules: readonly { readonly name: string }[], path: string, say: Say): void {
  rules.forEach(({ name }, i) => {
    if (rules.findIndex((other) => other.name === name) < i)
      say(`${path}.${i}.name`, `There is another of these named ${name}: give each its own name.`);
  });
}
