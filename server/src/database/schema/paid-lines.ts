import type { DifferenceLine } from '@heath/core';
import { customType } from 'drizzle-orm/mysql-core';

/** A line as it is kept: its values in this order, without their names, which would be most of it. */
type Values = readonly [
  workday: DifferenceLine['workday'],
  code: DifferenceLine['code'],
  classId: DifferenceLine['classId'],
  multiplier: DifferenceLine['multiplier'],
  rule: DifferenceLine['rule'],
  job: DifferenceLine['job'],
  department: DifferenceLine['department'],
  site: DifferenceLine['site'],
  costCenter: DifferenceLine['costCenter'],
  seconds: DifferenceLine['seconds'],
  hours: DifferenceLine['hours'],
];

const valuesOf = (line: DifferenceLine): Values => [
  line.workday,
  line.code,
  line.classId,
  line.multiplier,
  line.rule,
  line.job,
  line.department,
  line.site,
  line.costCenter,
  line.seconds,
  line.hours,
];

function lineOf(values: Values): DifferenceLine {
  const [workday, code, classId, multiplier, rule, job, department, site, costCenter, seconds, hours] =
    values;
  return { workday, code, classId, multiplier, rule, job, department, site, costCenter, seconds, hours };
}

/** Lines that differ, as JSON of their values. */
export const paidLines = customType<{ data: readonly DifferenceLine[]; driverData: string }>({
  dataType: () => 'longtext',
  fromDriver: (text) => (JSON.parse(text) as Values[]).map(lineOf),
  toDriver: (lines) => JSON.stringify(lines.map(valuesOf)),
});
