import { OvertimeByCause } from '@heath/core';
import type { ReportKind } from '../define.ts';
import { groundOf } from '../ground.ts';

export const overtime: ReportKind = {
  title: 'Overtime by cause',
  make: async (asked) => {
    const report = new OvertimeByCause(asked.names);
    for await (const lines of groundOf(asked)) for (const line of lines) report.add(line);
    return report.table();
  },
};
