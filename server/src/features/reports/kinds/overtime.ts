import { OvertimeByCause } from '@heath/core';
import { defineReport } from '../define.ts';
import { groundOf } from '../ground.ts';

export const overtime = defineReport({
  name: 'overtime',
  label: 'Overtime by cause',
  shelf: 'What is paid',
  ofSpan: true,
  narrowedBy: ['department', 'site'],
  title: 'Overtime by cause',
  make: async (asked) => {
    const report = new OvertimeByCause(asked.names);
    for await (const lines of groundOf(asked)) for (const line of lines) report.add(line);
    return report.table();
  },
});
