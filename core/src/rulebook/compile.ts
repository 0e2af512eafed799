import * as v from 'valibot';
import { EXCEPTIONS } from '../exceptions/kinds.ts';
import type { ExceptionRules, LookedFor } from '../exceptions/types.ts';
import { premiumClass } from '../pay/classes.ts';
import type { DepartmentId, JobId, SiteId } from '../record/ids.ts';
import type { Resolver } from '../record/names.ts';
import type { BreakRules } from '../steps/breaks/types.ts';
import { guaranteeKind } from '../steps/guarantees/kinds.ts';
import type { GuaranteeRule } from '../steps/guarantees/types.ts';
import { DEFAULT_REACH_SECONDS } from '../steps/hold-to-plan/match.ts';
import { compiledBasis } from '../steps/overtime/bases.ts';
import type { Meeting, OvertimeRule, Tier } from '../steps/overtime/types.ts';
import { conditionsOf } from '../steps/premiums/conditions.ts';
import type { Premium } from '../steps/premiums/types.ts';
import type { Rounding } from '../steps/round/amount.ts';
import type { RoundingRules } from '../steps/round/round.ts';
import type { DayKinds } from '../time/calendar.ts';
import { stepOf } from '../time/hours.ts';
import { itemAt } from '../time/item-at.ts';
import { clockSeconds, durationSeconds } from '../time/lengths.ts';
import { seconds } from '../time/units.ts';
import type { CompiledRulebook } from './compiled.ts';
import { contradictions } from './contradictions.ts';
import type { RulebookFault } from './fault.ts';
import { type Rulebook, RulebookSchema, weekdayNumber } from './schema.ts';

/** The numbers behind the names that a rulebook uses; undefined where there is nothing of that name. */
export interface Names {
  job(name: string): JobId | undefined;
  department(name: string): DepartmentId | undefined;
  site(name: string): SiteId | undefined;
}
const NO_NAMES: Names = { job: () => undefined, department: () => undefined, site: () => undefined };

/** Checks a rulebook and makes it ready to compute with, or says everything that is wrong with it. */
export function compileRulebook(
  rules: unknown,
  edition: number,
  names: Names = NO_NAMES,
): { ok: true; rulebook: CompiledRulebook } | { ok: false; faults: RulebookFault[] } {
  const parsed = v.safeParse(RulebookSchema, rules);
  if (!parsed.success) return { ok: false, faults: parsed.issues.flatMap(faultsOfIssue) };
  const faults = contradictions(parsed.output);
  const resolve = resolverOf(names, faults);
  const rulebook = compiled(parsed.output, edition, resolve);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, rulebook };
}

function faultsOfIssue(issue: v.BaseIssue<unknown>): RulebookFault[] {
  const path = issue.path?.map(({ key }) => String(key)).join('.') ?? '';
  if (issue.type === 'strict_object' && issue.expected === 'never')
    return [{ path, reason: 'There is no such field here: check its spelling, or leave it out.' }];
  if (issue.received === 'undefined')
    return [{ path, reason: `It is missing. Expected: ${issue.expected}.` }];
  return [{ path, reason: issue.message }];
}

type Resolve = <T>(
  kind: keyof Names,
  names: readonly string[] | undefined,
  path: string,
) => ReadonlySet<T> | null;

/** Numbers of the names given; a name that stands for nothing is a fault. */
function resolverOf(names: Names, faults: RulebookFault[]): Resolve {
  return <T>(kind: keyof Names, given: readonly string[] | undefined, path: string) => {
    if (given === undefined) return null;
    const ids = new Set<T>();
    given.forEach((name, i) => {
      const id = names[kind](name);
      if (id === undefined)
        faults.push({
          path: `${path}.${i}`,
          reason: `There is no ${kind} named ${name}: name one that exists.`,
        });
      else ids.add(id as T);
    });
    return ids;
  };
}

const optionalSeconds = (iso: string | undefined) => (iso === undefined ? null : durationSeconds(iso));

function compiled(rules: Rulebook, edition: number, resolve: Resolve): CompiledRulebook {
  const overtime = rules.overtime.map(compiledOvertime);
  return {
    name: rules.name,
    edition,
    pairing: {
      repeatWindowSeconds: durationSeconds(rules.pairing.repeatWindow),
      longestSpellSeconds: durationSeconds(rules.pairing.longestSpell),
      shiftGapSeconds: durationSeconds(rules.pairing.shiftGap),
    },
    hold: {
      reachSeconds: optionalSeconds(rules.plan?.reach) ?? seconds(DEFAULT_REACH_SECONDS),
      earlyInSeconds: optionalSeconds(rules.plan?.earlyIn),
      lateInSeconds: optionalSeconds(rules.plan?.lateIn),
      earlyOutSeconds: optionalSeconds(rules.plan?.earlyOut),
      lateOutSeconds: optionalSeconds(rules.plan?.lateOut),
    },
    rounding: compiledRounding(rules.rounding),
    breaks: compiledBreaks(rules.breaks),
    workday: {
      startsAtSeconds: clockSeconds(rules.workday.startsAt),
      shiftBelongsTo: rules.workday.shiftBelongsTo,
      weekStartsOn: weekdayNumber(rules.workweek.startsOn),
    },
    overtime,
    meeting: compiledMeeting(rules.overtimeMeets, overtime),
    premiums: rules.premiums.map((premium, i) =>
      compiledPremium(premium, resolverAt(`premiums.${i}`, resolve)),
    ),
    guarantees: compiledGuarantees(rules, resolve),
    exceptions: compiledExceptions(rules, resolve),
    lines: {
      step: stepOf(
        rules.hours?.whole === undefined
          ? { decimals: rules.hours?.decimals ?? 2 }
          : { whole: rules.hours.whole },
      ),
      roundedOver: rules.hours?.roundedOver ?? 'day',
    },
  };
}

/** What the rulebook looks for: as it says or, where it does not, as each kind does by itself. */
function compiledExceptions(rules: Rulebook, resolve: Resolve): ExceptionRules {
  const looked = new Map<string, LookedFor>();
  for (const kind of EXCEPTIONS) {
    const of = kind.compile(
      rules.exceptions?.[kind.name],
      rules,
      resolverAt(`exceptions.${kind.name}`, resolve).jobs,
    );
    if (of !== null) looked.set(kind.name, of);
  }
  return looked;
}

type RoundingRule = Rulebook['rounding'][number];

/** Kinds that start work: in the person's favor, they go down. */
const STARTS = new Set(['in', 'meal-in', 'break-in']);

function roundingOf(
  rule: Pick<RoundingRule, 'minutes' | 'toward' | 'turnsAtMinute'>,
  startsWork: boolean,
): Rounding {
  const unitSeconds = seconds(rule.minutes * 60);
  let toward = rule.toward;
  if (toward === "person's favor") toward = startsWork ? 'down' : 'up';
  if (toward === "employer's favor") toward = startsWork ? 'up' : 'down';
  const turn = toward === 'up' ? 1 : toward === 'down' ? unitSeconds : (rule.turnsAtMinute ?? 0) * 60;
  return { unitSeconds, turnSeconds: seconds(turn) };
}

function compiledRounding(rules: Rulebook['rounding']): RoundingRules {
  const punches: Partial<Record<string, Rounding>> = {};
  for (const rule of rules) {
    for (const kind of rule.kinds ?? []) punches[kind] ??= roundingOf(rule, STARTS.has(kind));
  }
  const total = (of: RoundingRule['of']) => {
    const rule = rules.find((candidate) => candidate.of === of);
    return rule === undefined ? null : roundingOf(rule, false);
  };
  return { punches, spell: total('spell'), shift: total('shift'), day: total('day') };
}

function compiledBreaks(breaks: Rulebook['breaks']): BreakRules {
  const paidUpToSeconds = durationSeconds(breaks.paidUpTo);
  const meal = breaks.automaticMeal;
  return {
    paidUpToSeconds,
    allowanceSeconds: optionalSeconds(breaks.allowance),
    // Without a least length, a meal is like any break: paid up to the paid length, unpaid from a second more on.
    mealUnpaidFromSeconds: optionalSeconds(breaks.mealUnpaidFrom) ?? seconds(paidUpToSeconds + 1),
    automaticMeal:
      meal === undefined
        ? null
        : {
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
          },
    mealsDue: (breaks.mealsDue ?? []).map((due) => ({
      whenWorkOverSeconds: durationSeconds(due.whenWorkOver),
      startsBySeconds: durationSeconds(due.startsBy),
      leastSeconds: durationSeconds(due.least),
    })),
  };
}

type OvertimeSettings = Rulebook['overtime'][number];

/** The tiers' edges: where one says none, it starts where the one before it ends. */
function tiersOf(tiers: OvertimeSettings['tiers']): Tier[] {
  const starts: number[] = [];
  const ends: (number | null)[] = [];
  tiers.forEach((tier, i) => {
    const start = tier.above === undefined ? (ends[i - 1] ?? 0) : durationSeconds(tier.above);
    starts.push(start);
    ends.push(tier.forNext === undefined ? null : start + durationSeconds(tier.forNext));
  });
  return tiers.map(({ multiplier }, i) => ({
    fromSeconds: seconds(itemAt(starts, i)),
    toSeconds: (ends[i] ?? starts[i + 1] ?? null) as Tier['toSeconds'],
    multiplier,
  }));
}

function compiledOvertime(rule: OvertimeSettings): OvertimeRule {
  return {
    name: rule.name,
    basis: compiledBasis(rule.basis),
    tiers: tiersOf(rule.tiers),
    leastSeconds: durationSeconds(rule.least ?? 'PT0S'),
    leastPays: rule.leastPays ?? 'all',
    rounding: rule.rounding === undefined ? null : roundingOf(rule.rounding, false),
    capSeconds: optionalSeconds(rule.cap),
    countedLeave: new Set(rule.countsLeave ?? []),
    atMostPerWorkdaySeconds: optionalSeconds(rule.countsAtMostPerWorkday),
    on: rule.on === undefined ? null : dayKinds(rule.on),
    waitsForApproval: rule.waitsForApproval ?? false,
  };
}

const dayKinds = (on: NonNullable<OvertimeSettings['on']>): DayKinds => ({
  weekdays: on.weekdays === undefined ? null : new Set(on.weekdays.map(weekdayNumber)),
  holidays: on.holidays ?? null,
  restDays: on.restDays ?? null,
});

function compiledMeeting(overtimeMeets: Rulebook['overtimeMeets'], rules: readonly OvertimeRule[]): Meeting {
  if (overtimeMeets?.mode !== 'greater of') return overtimeMeets ?? { mode: 'once only' };
  return {
    mode: 'greater of',
    groups: overtimeMeets.groups.map((group) => rules.filter(({ name }) => group.includes(name))),
  };
}

function compiledPremium(premium: Rulebook['premiums'][number], resolver: Resolver): Premium {
  const { name, wholeShift, least = 'PT0S', additive = true } = premium;
  return {
    name,
    classId: premiumClass(name),
    conditions: conditionsOf(premium, resolver),
    wholeShift:
      wholeShift === undefined
        ? null
        : {
            when: wholeShift.when,
            enoughSeconds: durationSeconds(wholeShift.when === 'enough' ? wholeShift.enough : 'PT0S'),
          },
    leastSeconds: durationSeconds(least),
    additive,
  };
}

/** The names that one rule uses, with its path before the fields at fault. */
const resolverAt = (path: string, resolve: Resolve): Resolver => ({
  jobs: (names, field) => resolve('job', names, `${path}.${field}`),
  departments: (names, field) => resolve('department', names, `${path}.${field}`),
  sites: (names, field) => resolve('site', names, `${path}.${field}`),
});

function compiledGuarantees(rules: Rulebook, resolve: Resolve): GuaranteeRule[] {
  return (rules.guarantees ?? []).map((rule, i) =>
    guaranteeKind(rule).compile(rule, resolverAt(`guarantees.${i}`, resolve)),
  );
}
