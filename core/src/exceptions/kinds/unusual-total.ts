import * as v from 'valibot';
import { on } from '../../kinds/example.ts';
import { paidSeconds } from '../../model/cut.ts';
import { workday } from '../../time/units.ts';
import { defineException } from '../define.ts';

/** Fewer other totals than this say nothing of what is usual. */
const LEAST_TOTALS = 4;
/** Somebody whose totals hardly differ is not unusual by a few minutes. */
const LEAST_SPREAD_SECONDS = 1800;

const middle = (numbers: readonly number[]): number => {
  const sorted = numbers.toSorted((a, b) => a - b);
  const [low, high] = [sorted[(sorted.length - 1) >> 1] ?? 0, sorted[sorted.length >> 1] ?? 0];
  return (low + high) / 2;
};

/** A total far from this person's usual: further from the median of the totals given than so many times their median distance from it. */
export const unusualTotal = defineException({
  name: 'unusual-total',
  label: 'Far from the usual',
  sentence: '{measured} of work in all; usually {limit}',
  says: 'The work of the whole span lies further from the middle of what this person worked in other spans than `spreads` times what they usually differ by (at least half an hour). It needs four other spans.',
  measures: 'time',
  unlessSaid: 'off',
  settings: { spreads: v.pipe(v.number(), v.minValue(1, 'At least one spread.')) },
  limits: ({ spreads = 1 }) => ({ spreads }),
  find: ({ segments, span: { first, last }, usualTotals }, ruleOn) => {
    const rule = ruleOn(last);
    const inside = segments.filter(({ workday: day }) => day >= first && day <= last);
    const start = inside[0]?.start;
    if (rule === undefined || start === undefined || usualTotals.length < LEAST_TOTALS) return [];
    const total = inside.reduce((sum, segment) => sum + paidSeconds(segment), 0);
    const usual = middle(usualTotals);
    const spread = Math.max(LEAST_SPREAD_SECONDS, middle(usualTotals.map((each) => Math.abs(each - usual))));
    if (Math.abs(total - usual) <= rule.spreads * spread) return [];
    const measured = { measured: total, limit: Math.round(usual) };
    return [
      { severity: rule.severity, workday: workday(last), at: start, about: `total-${first}`, ...measured },
    ];
  },
  example: {
    rules: { exceptions: { 'unusual-total': { severity: 'to look at', spreads: 3 } } },
    day: { punches: on('2026-10-19', '08:00 in', '12:00 out'), gives: { ordinary: '4' }, exceptions: [] },
  },
});
