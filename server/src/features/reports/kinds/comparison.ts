import { Comparison } from '@heath/core';
import { Problem } from '../../../base/problem.ts';
import { defineReport } from '../define.ts';
import { groundOf } from '../ground.ts';
import { holidayNames, periodBefore, periodYearBefore } from '../store.ts';

export const comparison = defineReport({
  name: 'comparison',
  label: 'Side by side',
  shelf: 'What is paid',
  parts: ['code', 'department', 'site', 'person', 'job', 'group'],
  choice: {
    label: 'Compared with',
    of: [
      { value: 'last', name: 'The last period' },
      { value: 'year', name: 'A year ago' },
    ],
  },
  title: 'Side by side',
  make: async (asked) => {
    const { database, period, query, choice } = asked;
    const isYear = choice === 'year';
    const other = isYear ? await periodYearBefore(database, period) : await periodBefore(database, period);
    if (other === undefined)
      throw new Problem(
        404,
        'not-found',
        isYear ? 'There is no period a year before this one.' : 'There is no period before this one.',
      );
    const holidays = await holidayNames(database);
    const report = new Comparison(query.by ?? 'code', asked.names, {
      now: period,
      before: other,
      holidays,
      write: asked.writer,
    });
    for await (const lines of groundOf(asked)) for (const line of lines) report.add(line, 'now');
    for await (const lines of groundOf(asked, other)) for (const line of lines) report.add(line, 'before');
    const [now, before] = [period.lastDay - period.firstDay + 1, other.lastDay - other.firstDay + 1];
    return {
      ...report.table(),
      says: `against ${asked.writer.date(other.firstDay)} to ${asked.writer.date(other.lastDay)}`,
      notes: now === before ? [] : [`This period has ${now} days, the other ${before}.`],
    };
  },
});
