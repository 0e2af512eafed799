import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { classOf, guaranteeClass } from '../../model/classes.ts';
import { mappingRules, payLines } from '../../testing/pay.ts';
import { workdayFromIso, workdayToIso } from '../../time/units.ts';
import type { PayLine } from '../pay-line.ts';
import { accountOf, holdsWhenever } from './account.ts';
import { compileMapping } from './map-lines.ts';
import { type MappingRule, MappingRuleSchema, whenSentence } from './rule.ts';

const LINE: PayLine = {
  person: 'MF-0101',
  group: 'afloat',
  workday: workdayFromIso('2026-10-28'),
  isHoliday: false,
  classId: classOf(2),
  multiplier: 2,
  rule: 'Daily',
  job: 'storm-duty',
  jobType: 'storm',
  department: 'deck',
  site: 'northquay',
  costCenter: 'deck',
  seconds: 0 as never,
  hours: 141_300 as never,
};
const rule = (when: MappingRule['when'], code: string, more: Partial<MappingRule> = {}): MappingRule => ({
  name: '',
  firstDay: null,
  lastDay: null,
  when,
  code,
  ...more,
});
const codeOf = (rules: readonly MappingRule[], line: PayLine): string | null =>
  rules[compileMapping(rules).ruleOf(line)]?.code ?? null;

describe('a mapping', () => {
  it('pays by the first rule that holds: storm duty at 2 has its own code', () => {
    const rules = [rule({ jobTypes: ['storm'], multipliers: [2] }, '780'), rule({ multipliers: [2] }, '220')];
    expect(codeOf(rules, LINE)).toBe('780');
    expect(codeOf(rules, { ...LINE, job: 'kittiwake', jobType: null })).toBe('220');
    expect(codeOf([...rules].reverse(), LINE)).toBe('220');
  });

  it('leaves what no rule holds for in the catch-all, and a rule without conditions holds for all', () => {
    expect(codeOf([rule({ jobs: ['lamps'] }, '110')], LINE)).toBeNull();
    expect(codeOf([rule({}, '999')], LINE)).toBe('999');
  });

  it('goes by the workday of the line, both ends of a rule’s days included', () => {
    const dated = rule({}, '110', { firstDay: '2026-10-28', lastDay: '2026-10-29' });
    const on = (day: string) => codeOf([dated], { ...LINE, workday: workdayFromIso(day) });
    expect(['2026-10-27', '2026-10-28', '2026-10-29', '2026-10-30'].map(on)).toEqual([
      null,
      '110',
      '110',
      null,
    ]);
  });

  it('takes a condition that a line has no value for as not met', () => {
    expect(codeOf([rule({ jobs: ['lamps'] }, '110')], { ...LINE, job: null })).toBeNull();
    expect(
      codeOf([rule({ multipliers: [2] }, '1')], {
        ...LINE,
        classId: guaranteeClass('Call-out'),
        multiplier: null,
      }),
    ).toBeNull();
  });

  it('is said in words', () => {
    expect(whenSentence({ jobTypes: ['storm'], multipliers: [2] })).toBe('double · storm');
    expect(
      whenSentence({ weekdays: ['sunday'], jobs: ['dunlin'] }, (_, code) =>
        code === 'dunlin' ? 'Dunlin' : null,
      ),
    ).toBe('Dunlin · Sundays');
    expect(whenSentence({})).toBe('every line');
  });

  it('refuses a condition that is none, and an empty one', () => {
    const refused = (when: object) => v.safeParse(MappingRuleSchema, { ...rule({}, '110'), when }).success;
    expect(refused({ jobs: ['lamps'] })).toBe(true);
    expect(refused({ jobs: [] })).toBe(false);
    expect(refused({ weekdays: ['lundi'] })).toBe(false);
    expect(refused({ shoe: ['large'] })).toBe(false);
  });
});

/** A mapping as one would read it aloud, sharing nothing with the code but the names of its fields. */
function slowly(rules: readonly MappingRule[], line: PayLine): string | null {
  const kind = line.classId.startsWith('overtime') ? 'overtime' : (line.classId.split(':')[0] ?? '');
  const named = (prefix: string) =>
    line.classId.startsWith(prefix) ? line.classId.slice(prefix.length) : null;
  const weekday = new Date(`${workdayToIso(line.workday)}T12:00:00Z`)
    .toLocaleDateString('en', { weekday: 'long', timeZone: 'UTC' })
    .toLowerCase();
  const facts: Readonly<Record<string, unknown>> = {
    classes: kind,
    multipliers: line.multiplier,
    premiums: named('premium:'),
    leave: named('leave:'),
    guarantees: named('guarantee:'),
    adjustments: named('adjustment:'),
    amounts: named('amount:'),
    jobs: line.job,
    jobTypes: line.jobType,
    departments: line.department,
    sites: line.site,
    costCenters: line.costCenter,
    groups: line.group,
    people: line.person,
    weekdays: weekday,
    days: line.isHoliday ? 'holiday' : 'no holiday',
  };
  const day = workdayToIso(line.workday);
  for (const { firstDay, lastDay, when, code } of rules) {
    if ((firstDay ?? '') > day || (lastDay ?? '9999') < day) continue;
    const all = Object.entries(when) as [string, readonly unknown[]][];
    if (all.every(([field, among]) => among.some((one) => one === facts[field]))) return code;
  }
  return null;
}

describe('any mapping of any lines', () => {
  it('is what reading it aloud gives', () => {
    fc.assert(
      fc.property(mappingRules, fc.array(payLines, { maxLength: 20 }), (rules, lines) => {
        for (const line of lines) expect(codeOf(rules, line)).toBe(slowly(rules, line));
      }),
      { numRuns: 400 },
    );
  });

  it('is accounted for: every line and hour under one rule or in the catch-all, and what is shadowed decides nothing', () => {
    fc.assert(
      fc.property(mappingRules, fc.array(payLines, { maxLength: 30 }), (rules, lines) => {
        const { rules: each, catchAll } = accountOf(compileMapping(rules), lines);
        const sum = (of: (one: { lines: number; hours: number }) => number) =>
          each.reduce((total, one) => total + of(one), of(catchAll));
        expect(sum((one) => one.lines)).toBe(lines.length);
        expect(sum((one) => one.hours)).toBe(lines.reduce((total, line) => total + line.hours, 0));
        each.forEach((one, i) => {
          if (one.shadowedBy !== null) expect(one.lines).toBe(0);
          const alone = lines.filter((line) => slowly([rules[i]!], line) !== null).length;
          expect(one.lines + [...one.taken.values()].reduce((a, b) => a + b, 0)).toBe(alone);
        });
      }),
      { numRuns: 300 },
    );
  });

  it('has a rule that holds whenever another does only where it does, on every line', () => {
    let covered = 0;
    fc.assert(
      fc.property(mappingRules, payLines, (rules, line) => {
        for (const wide of rules)
          for (const narrow of rules) {
            if (wide === narrow || !holdsWhenever(wide, narrow)) continue;
            covered++;
            if (slowly([narrow], line) !== null) expect(slowly([wide], line)).not.toBeNull();
          }
      }),
      { numRuns: 400 },
    );
    expect(covered).toBeGreaterThan(50);
  });
});
