import type { CardReply, MappingReply } from '@heath/contract';
import { classLabel, compileMapping, type Line, type PayLine } from '@heath/core';

/** Hours under one code; null where no rule catches them. */
interface CodeHours {
  readonly code: string | null;
  readonly name: string;
  readonly hours: number;
}

const codeIn = (
  all: readonly { readonly id: number; readonly code: string }[],
  id: number | null,
): string | null => all.find((one) => one.id === id)?.code ?? null;

/** What lines of a card are paid under, as the mapping that holds now says; in the order of the lines. */
export function codesOf(
  { row, holidays }: Pick<CardReply, 'row' | 'holidays'>,
  lines: readonly Line[],
  { rules, names, codes }: Pick<MappingReply, 'rules' | 'names' | 'codes'>,
): CodeHours[] {
  const mapping = compileMapping(rules);
  const sums = new Map<string, { code: string | null; name: string; hours: number }>();
  for (const line of lines) {
    const job = names.jobs.find(({ id }) => id === line.job);
    const one: PayLine = {
      ...line,
      person: row.number,
      group: codeIn(names.groups, row.groupId) ?? '',
      isHoliday: holidays.includes(line.workday),
      job: job?.code ?? null,
      jobType: job?.type ?? null,
      department: codeIn(names.departments, line.department),
      site: codeIn(names.sites, line.site),
      costCenter: codeIn(names.costCenters, line.costCenter),
    };
    const code = rules[mapping.ruleOf(one)]?.code ?? null;
    const name = codes.find((known) => known.code === code)?.name ?? classLabel(line.classId);
    const sum = sums.get(`${code} ${name}`) ?? { code, name, hours: 0 };
    sum.hours += line.hours;
    sums.set(`${code} ${name}`, sum);
  }
  return [...sums.values()];
}
