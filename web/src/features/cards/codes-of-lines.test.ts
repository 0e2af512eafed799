import type { MappingReply } from '@heath/contract';
import { hours, type Line, seconds, workdayFromIso } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { codesOf } from './codes-of-lines.ts';

const line = (day: string): Line => ({
  workday: workdayFromIso(day),
  classId: 'ordinary',
  job: null,
  department: null,
  site: null,
  costCenter: null,
  multiplier: 1,
  rule: null,
  seconds: seconds(3600),
  hours: hours(90_000),
});
const rule = (when: MappingReply['rules'][number]['when'], code: string): MappingReply['rules'][number] => ({
  name: '',
  firstDay: null,
  lastDay: null,
  when,
  code,
});

describe('the codes of a card', () => {
  it('are those of a holiday on the holidays of the person, and of no other day', () => {
    const card = {
      row: { number: 'MF-0101', groupId: 1 },
      holidays: [workdayFromIso('2026-10-30')],
    } as unknown as Parameters<typeof codesOf>[0];
    const mapping = {
      rules: [rule({ days: ['holiday'] }, '330'), rule({}, '110')],
      names: { jobs: [], groups: [], departments: [], sites: [], costCenters: [] },
      codes: [],
    } as unknown as Parameters<typeof codesOf>[2];
    const lines = ['2026-10-29', '2026-10-30', '2026-10-31'].map(line);
    expect(codesOf(card, lines, mapping).map(({ code, hours: of }) => [code, of])).toEqual([
      ['110', 180_000],
      ['330', 90_000],
    ]);
  });
});
