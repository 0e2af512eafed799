import { HoursAndCost } from '@heath/core';
import { defineReport } from '../define.ts';
import { groundOf, hasRates } from '../ground.ts';

export const hoursAndCost = defineReport({
  name: 'hours-and-cost',
  label: 'Hours and cost',
  shelf: 'What is paid',
  parts: ['department', 'site', 'job', 'cost center', 'code', 'group', 'person'],
  ofSpan: true,
  title: 'Hours and cost',
  make: async (asked) => {
    const report = new HoursAndCost(asked.query.by ?? 'department', asked.names);
    for await (const lines of groundOf(asked)) for (const line of lines) report.add(line);
    return {
      ...report.table(),
      notes: (await hasRates(asked.database))
        ? []
        : ['Nobody has a rate yet, so that nothing costs anything. Take a list of rates under Pay files.'],
    };
  },
});
