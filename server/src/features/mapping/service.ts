import type { MappingPreview, MappingReply } from '@heath/contract';
import {
  accountOf,
  type ClassId,
  classParts,
  compileMapping,
  instantToIso,
  type MappingRule,
  type PayLine,
  type Rulebook,
} from '@heath/core';
import { sql } from 'drizzle-orm';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Queries, Reads } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import type { Report } from '../../http/progress.ts';
import { Slice } from '../../http/slices.ts';
import { namesOfAmounts } from '../../pay/amounts.ts';
import { asksForHolidays, linesOfCards, placesByNumber } from '../../pay/lines.ts';
import { currentMapping } from '../../pay/mapping.ts';
import { idsByNumber, idsOfNumbers } from '../../pay/people-by-number.ts';
import { jobNames, lineWords } from '../../pay/words.ts';
import { peopleWithin } from '../../rights/reach.ts';
import { somebody, type Who } from '../../rights/who.ts';
import { addMapping, allRulebooks, codesByCode, leaveClasses, namesOf } from './store.ts';

/** Every multiplier that an hour can have: where rules are added together, any of them may meet. */
function multipliersOf({ overtime, overtimeMeets }: Rulebook): number[] {
  const each = overtime.map(({ tiers }) => tiers.map(({ multiplier }) => multiplier));
  if (overtimeMeets?.mode !== 'added together') return each.flat();
  let sums = [1];
  for (const tiers of each)
    sums = [
      ...new Set([
        ...sums,
        ...sums.flatMap((sum) => tiers.map((tier) => Math.round((sum + tier - 1) * 1000) / 1000)),
      ]),
    ];
  return sums;
}

const inOrder = (all: Iterable<string>) => [...new Set(all)].sort().map((code) => ({ code, name: code }));

/** The mapping that holds now, and all that its rules can name. */
export async function mappingNow({ database }: Pick<Context, 'database'>, who: Who): Promise<MappingReply> {
  const { id, rules, madeBy, madeAt } = await currentMapping(database);
  const rulebooks = await allRulebooks(database);
  const ofLeave = await leaveClasses(database);
  const named = (kind: string) =>
    inOrder(
      ofLeave.flatMap((classId: ClassId) => {
        const parts = classParts(classId);
        return parts.kind === kind && 'name' in parts ? [parts.name] : [];
      }),
    );
  return {
    id,
    rules: await withoutNumbersBeyond(database, who, rules),
    madeBy,
    madeAt: madeAt === null || id === null ? null : instantToIso(madeAt),
    names: {
      premiums: inOrder(rulebooks.flatMap(({ premiums }) => premiums.map(({ name }) => name))),
      leave: named('leave'),
      guarantees: inOrder(rulebooks.flatMap(({ guarantees = [] }) => guarantees.map(({ name }) => name))),
      adjustments: named('adjustment'),
      amounts: inOrder(await namesOfAmounts(database)),
      multipliers: [...new Set([1, ...rulebooks.flatMap(multipliersOf)])].sort((a, b) => a - b),
      ...(await namesOf(database)),
    },
    codes: await codesByCode(database),
  };
}

/** What stands in the place of the number of somebody beyond reach. */
const BEYOND_REACH = '…';

/** Rules as they are, but for the numbers of people whom somebody does not reach. */
async function withoutNumbersBeyond(
  queries: Reads,
  who: Who,
  rules: readonly MappingRule[],
): Promise<readonly MappingRule[]> {
  const within = await peopleWithin(queries, who);
  if (within === null) return rules;
  const numbers = new Set<string>();
  for (const [number, id] of await idsByNumber(queries)) if (within.has(id)) numbers.add(number);
  return rules.map((rule) => {
    const people = rule.when.people?.map((number) => (numbers.has(number) ? number : BEYOND_REACH));
    return people === undefined ? rule : { ...rule, when: { ...rule.when, people } };
  });
}

interface Sum {
  readonly what: string;
  readonly classId: ClassId;
  readonly from: string | null;
  readonly to: string | null;
  lines: number;
  hours: number;
}

/** Adds up what is alike. */
class Sums {
  readonly #sums = new Map<string, Sum>();

  add(what: string, from: string | null, to: string | null, { classId, hours }: PayLine): void {
    const key = `${what}\t${from}\t${to}`;
    const sum = this.#sums.get(key) ?? { what, classId, from, to, lines: 0, hours: 0 };
    sum.lines++;
    sum.hours += hours;
    this.#sums.set(key, sum);
  }

  /** The largest first, at most two hundred. */
  get all(): Sum[] {
    return [...this.#sums.values()].sort((a, b) => Math.abs(b.hours) - Math.abs(a.hours)).slice(0, 200);
  }
}

/** What a mapping would do with the lines of a period, rule by rule, and what it would change. */
export async function previewMapping(
  { database }: Pick<Context, 'database'>,
  periodId: number,
  rules: readonly MappingRule[],
  report: Report,
): Promise<MappingPreview> {
  const period = await periodAt(database, periodId);
  const places = await placesByNumber(database);
  const names = jobNames(places);
  const now = await currentMapping(database);
  const [before, after] = [compileMapping(now.rules), compiledFirst(rules)];
  const which = { ...period, periodId, groups: [...places.groups.keys()] };
  const holidays = asksForHolidays(rules) || asksForHolidays(now.rules);
  const lines: PayLine[] = [];
  let cards = 0;
  for await (const some of linesOfCards(database, database, which, places, holidays)) {
    for (const one of some) lines.push(...one.lines);
    cards += some.length;
    report(cards, Math.max(cards, 1));
  }
  const [uncaught, changes] = [new Sums(), new Sums()];
  const slice = new Slice();
  for (const line of lines) {
    if (slice.isOver) await slice.next();
    const from = now.rules[before.ruleOf(line)]?.code ?? null;
    const to = rules[after.ruleOf(line)]?.code ?? null;
    if (to === null) uncaught.add(lineWords(line, names), from, to, line);
    if (from !== to) changes.add(lineWords(line, names), from, to, line);
  }
  const account = accountOf(after, lines);
  return {
    rules: account.rules.map(({ taken, ...one }) => ({
      ...one,
      taken: [...taken].map(([by, count]) => ({ by, lines: count })),
    })),
    catchAll: { ...account.catchAll, what: uncaught.all },
    changes: changes.all,
  };
}

/** A mapping ready to be asked. Refuses one that cannot be: kept, it would break every check and report. */
function compiledFirst(rules: readonly MappingRule[]): ReturnType<typeof compileMapping> {
  try {
    return compileMapping(rules);
  } catch (error) {
    throw new Problem(
      422,
      'invalid',
      'These rules cannot be used. Look at their days.',
      { field: 'rules' },
      error,
    );
  }
}

/** Keeps a mapping as a whole. Refused where somebody kept another since the one that it was made from. */
export async function keepMapping(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  basedOn: number | null,
  rules: readonly MappingRule[],
): Promise<void> {
  const userId = somebody(who);
  compiledFirst(rules);
  await once(context, who, write, async (tx, tell) => {
    // Whoever keeps one waits here for whoever is before them.
    await tx.execute(sql`SELECT id FROM mapping ORDER BY id DESC LIMIT 1 FOR UPDATE`);
    const now = await currentMapping(tx);
    if (now.id !== basedOn)
      throw new Problem(
        409,
        'stale',
        `${now.madeBy ?? 'Somebody'} changed the mapping meanwhile. Yours is not kept; look at theirs first.`,
      );
    await refuseUnknown(tx, rules);
    const id = await addMapping(tx, rules, { madeBy: userId, madeAt: context.clock.now() });
    tell({
      what: 'mapped',
      about: 'mapping',
      aboutId: id,
      pays: { alike: () => true, each: await peopleNamedOtherwise(tx, now.rules, rules) },
      before: { mapping: now.id },
      after: { rules: rules.length },
    });
    return null;
  });
}

/** Ids of people whom rules name by their numbers, and who are named otherwise than before. */
async function peopleNamedOtherwise(
  tx: Queries,
  before: readonly MappingRule[],
  after: readonly MappingRule[],
): Promise<number[]> {
  const byNumber = (rules: readonly MappingRule[]) => {
    const named = new Map<string, string>();
    for (const rule of rules)
      for (const number of rule.when.people ?? [])
        named.set(number, `${named.get(number) ?? ''}${JSON.stringify(rule)}`);
    return named;
  };
  const [was, is] = [byNumber(before), byNumber(after)];
  const numbers = [...new Set([...was.keys(), ...is.keys()])].filter(
    (number) => was.get(number) !== is.get(number),
  );
  return idsOfNumbers(tx, numbers);
}

/** Refuses rules that pay under a code that is none, or name what is not there. */
async function refuseUnknown(tx: Queries, rules: readonly MappingRule[]): Promise<void> {
  const codes = new Set((await codesByCode(tx)).map(({ code }) => code));
  const names = await namesOf(tx);
  rules.forEach((rule, i) => {
    const refuse = (field: string, says: string) => {
      throw new Problem(422, 'invalid', `Rule ${i + 1}: ${says}`, { field: `rules.${i}.${field}` });
    };
    if (!codes.has(rule.code)) refuse('code', `there is no pay code ${rule.code}.`);
    if (rule.firstDay !== null && rule.lastDay !== null && rule.lastDay < rule.firstDay)
      refuse('lastDay', 'its last day is before its first.');
    for (const [field, what] of [
      ['jobs', 'job'],
      ['jobTypes', 'job type'],
      ['departments', 'department'],
      ['sites', 'site'],
      ['costCenters', 'cost center'],
      ['groups', 'pay group'],
    ] as const) {
      const there = new Set(names[field].map(({ code }) => code));
      const missing = rule.when[field]?.find((code) => !there.has(code));
      if (missing !== undefined) refuse(`when.${field}`, `there is no ${what} ${missing}.`);
    }
  });
}
