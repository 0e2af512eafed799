import { type CardReply, cardRows, type MappingReply } from '@heath/contract';
import { type MappingRule, workday, workdayFromIso, workdayToIso } from '@heath/core';
import { CURRENT_PERIOD } from '@heath/demo';
import { desc } from 'drizzle-orm';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { auditEvent, mapping as mappingTable } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { listCards, openCard } from '../cards/service.ts';
import { checkHandoff } from '../handoff/gathering/checking.ts';
import { keepMapping, mappingNow, previewMapping } from './service.ts';

let company: Company;
/** Every card, as the screen has it. */
let cards: CardReply[];
let first: MappingReply;
beforeAll(async () => {
  company = await freshCompany('mapping');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  cards = [];
  for (const { personId } of cardRows(await listCards(company, company.who, company.periodId)))
    cards.push(await openCard(company, company.who, { periodId: company.periodId, personId }));
  first = await mappingNow(company, company.who);
});
afterAll(() => company.close());

const quiet = () => {};
const preview = (rules: readonly MappingRule[]) => previewMapping(company, company.periodId, rules, quiet);
const keep = (rules: readonly MappingRule[], basedOn: number | null, who = company.who) =>
  keepMapping(company, who, null, basedOn, rules);
const rule = (when: MappingRule['when'], code: string, more: Partial<MappingRule> = {}): MappingRule => ({
  name: '',
  firstDay: null,
  lastDay: null,
  when,
  code,
  ...more,
});

const WEEKDAYS = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'] as const;

/** The rule that decides a line, found without what is tested: by the numbers of the card, one condition after another. */
function decides(
  rules: readonly MappingRule[],
  card: CardReply,
  line: CardReply['lines'][number],
  { names }: MappingReply,
): number {
  const code = (of: readonly { id: number; code: string }[], id: number | null) =>
    of.find((one) => one.id === id)?.code;
  const holds = (
    among: readonly (string | number)[] | undefined,
    value: string | number | null | undefined,
  ) => among === undefined || (value !== null && value !== undefined && among.includes(value));
  const [kind, name] = line.classId.split(':');
  const times =
    kind === 'ordinary' ? 1 : /^overtime-/.test(line.classId) ? Number(line.classId.slice(9)) : null;
  return rules.findIndex(
    ({ when, firstDay, lastDay }) =>
      (firstDay === null || line.workday >= workdayFromIso(firstDay)) &&
      (lastDay === null || line.workday <= workdayFromIso(lastDay)) &&
      holds(when.departments, code(names.departments, line.department)) &&
      holds(when.sites, code(names.sites, line.site)) &&
      holds(when.costCenters, code(names.costCenters, line.costCenter)) &&
      holds(when.jobs, code(names.jobs, line.job)) &&
      holds(when.jobTypes, names.jobs.find(({ id }) => id === line.job)?.type) &&
      holds(when.groups, code(names.groups, card.row.groupId)) &&
      holds(when.people, card.row.number) &&
      holds(when.multipliers, times) &&
      holds(when.premiums, kind === 'premium' ? name : null) &&
      holds(when.weekdays, WEEKDAYS[new Date(line.workday * 86_400_000).getUTCDay()]) &&
      holds(when.days, card.holidays.includes(line.workday) ? 'holiday' : 'no holiday'),
  );
}

/** Rules of the demo's own words, a few conditions each. */
const anyRules = ({ names, codes }: MappingReply): fc.Arbitrary<MappingRule[]> => {
  const among = <T>(all: readonly T[]) =>
    fc.subarray([...all], { minLength: 1, maxLength: Math.min(3, all.length) });
  const codesOf = (all: readonly { code: string }[]) => among(all.map(({ code }) => code));
  const day = fc.integer({ min: 0, max: 13 }).map((n) => workdayToIso(workday(CURRENT_PERIOD + n)));
  const condition = fc.oneof(
    fc.record({ departments: codesOf(names.departments) }),
    fc.record({ sites: codesOf(names.sites) }),
    fc.record({ costCenters: codesOf(names.costCenters) }),
    fc.record({ jobs: codesOf(names.jobs) }),
    fc.record({ jobTypes: codesOf(names.jobTypes) }),
    fc.record({ groups: codesOf(names.groups) }),
    fc.record({ people: among(cards.map(({ row }) => row.number)) }),
    fc.record({ multipliers: among(names.multipliers) }),
    fc.record({ premiums: codesOf(names.premiums) }),
    fc.record({ weekdays: among(WEEKDAYS) }),
    fc.record({ days: among(['holiday', 'no holiday'] as const) }),
  );
  return fc.array(
    fc
      .record({
        conditions: fc.array(condition, { maxLength: 2 }),
        // Every other one is bound to days; an end before its beginning is no rule.
        days: fc.option(fc.tuple(day, day), { nil: null }),
        code: fc.constantFrom(...codes.map(({ code }) => code)),
      })
      .map(({ conditions, days, code }) => {
        const [from, to] = days === null ? [null, null] : [...days].sort();
        const when = Object.assign({}, ...conditions) as MappingRule['when'];
        return rule(when, code, { firstDay: from ?? null, lastDay: to ?? null });
      }),
    { maxLength: 7 },
  );
};

describe('what a mapping would do', () => {
  it('is what it does, line by line: counted once more from the cards, for any rules', async () => {
    const lines = cards.flatMap((card) => card.lines.map((line) => ({ card, line })));
    await fc.assert(
      fc.asyncProperty(anyRules(first), async (rules) => {
        const now = await mappingNow(company, company.who);
        const shown = await preview(rules);
        const places = lines.map(({ card, line }) => decides(rules, card, line, now));
        const before = lines.map(({ card, line }) => decides(now.rules, card, line, now));
        const sumOf = (place: number) =>
          lines.reduce(
            (sum, { line }, i) =>
              places[i] === place ? { lines: sum.lines + 1, hours: sum.hours + line.hours } : sum,
            { lines: 0, hours: 0 },
          );
        expect(shown.rules.map(({ lines: count, hours }) => ({ lines: count, hours }))).toEqual(
          rules.map((_, place) => sumOf(place)),
        );
        expect({ lines: shown.catchAll.lines, hours: shown.catchAll.hours }).toEqual(sumOf(-1));
        const moved = lines.filter((_, i) => rules[places[i]!]?.code !== now.rules[before[i]!]?.code).length;
        expect(shown.changes.reduce((sum, { lines: count }) => sum + count, 0)).toBe(moved);
        // Whatever a rule lost, it lost to one before it.
        for (const [place, { taken, shadowedBy }] of shown.rules.entries()) {
          for (const { by } of taken) expect(by).toBeLessThan(place);
          if (shadowedBy !== null) expect(shown.rules[place]!.lines).toBe(0);
        }
        await keep(rules, now.id);
        expect((await mappingNow(company, company.who)).rules).toEqual(rules);
        expect((await preview(rules)).changes).toEqual([]);
        const { checks } = await checkHandoff(company, company.who, company.periodId, undefined, quiet);
        const uncaught = checks.find(({ name }) => name === 'mapped')!.count;
        expect(uncaught > 0).toBe(places.includes(-1));
      }),
      { numRuns: 25 },
    );
    const { id } = await mappingNow(company, company.who);
    await keep(first.rules, id);
  });

  it('writes nothing', async () => {
    const kept = await company.database.select().from(mappingTable);
    await preview([]);
    await preview([rule({}, 'no such code')]);
    expect(await company.database.select().from(mappingTable)).toEqual(kept);
  });
});

describe('a mapping', () => {
  it('is refused with the rule and the field that is wrong, and nothing of it is kept', async () => {
    const { id, rules } = await mappingNow(company, company.who);
    const fine = rules[0]!;
    for (const [wrong, field, says] of [
      [rule({}, '9999'), 'rules.1.code', 'Rule 2: there is no pay code 9999.'],
      [rule({ jobs: ['no-job'] }, fine.code), 'rules.1.when.jobs', 'Rule 2: there is no job no-job.'],
      [rule({ jobTypes: ['calm'] }, fine.code), 'rules.1.when.jobTypes', 'there is no job type calm.'],
      [rule({ sites: ['moon'] }, fine.code), 'rules.1.when.sites', 'there is no site moon.'],
      [rule({ groups: ['idle'] }, fine.code), 'rules.1.when.groups', 'there is no pay group idle.'],
      [
        rule({}, fine.code, { firstDay: '2026-10-20', lastDay: '2026-10-19' }),
        'rules.1.lastDay',
        'its last day is before its first.',
      ],
    ] as const)
      await expect(keep([fine, wrong], id)).rejects.toMatchObject({
        status: 422,
        message: expect.stringContaining(says),
        more: { field },
      });
    expect(await mappingNow(company, company.who)).toMatchObject({ id, rules });
  });

  it('that two change at once is changed by one of them; the other is told by whom, and their own is not kept', async () => {
    const { id, rules } = await mappingNow(company, company.who);
    const before = (await company.database.select().from(mappingTable)).length;
    const others = [...rules].reverse();
    const results = await Promise.allSettled([keep(rules, id), keep(others, id), keep(rules, id)]);
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    for (const one of results)
      if (one.status === 'rejected')
        expect(one.reason).toMatchObject({
          status: 409,
          type: 'stale',
          message: expect.stringContaining('Odile'),
        });
    const now = await mappingNow(company, company.who);
    expect(await company.database.select().from(mappingTable)).toHaveLength(before + 1);
    await keep(rules, now.id);
  });

  it('says who made it and when, and each change stays with what was before', async () => {
    const before = await mappingNow(company, company.who);
    await keep(before.rules, before.id);
    const now = await mappingNow(company, company.who);
    expect([now.madeBy, now.id! > before.id!, now.rules]).toEqual(['Odile Ravn', true, before.rules]);
    const [last] = await company.database.select().from(auditEvent).orderBy(desc(auditEvent.id)).limit(1);
    expect(last).toMatchObject({ what: 'mapped', aboutId: now.id, before: { mapping: before.id } });
  });
});
