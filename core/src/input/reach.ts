import type { Editions } from '../rulebook/editions.ts';
import type { Around, OvertimeRule } from '../steps/overtime/types.ts';
import { workweeksOver } from '../steps/workday/workday.ts';
import { type DaySpan, spanOver as over, periodsOver } from '../time/spans.ts';
import { type Workday, workday } from '../time/units.ts';

/** The days of the shifts that reach into some days, where the punches are at hand. */
export type ShiftsOver = (days: DaySpan) => DaySpan;

/** Where they are not, a shift is taken to reach a day back and a day on. */
const NEXT_DAYS: ShiftsOver = ({ first, last }) => ({ first: workday(first - 1), last: workday(last + 1) });

/**
 * The workdays that a span hangs together with: whole workweeks, cycles, pay periods and the weeks that an average looks back on. Which
 * punches bear on them, `unbrokenAround` says.
 *
 * A rule needs, over its own span, what the rules before it gave. So the span is widened from the last rule to the first, by each once; in
 * *greater of*, within each way. What is only watched looks back once.
 */
export function inputSpan(
  first: Workday,
  last: Workday,
  editions: Editions,
  payPeriods: readonly DaySpan[] = [],
  shiftsOver: ShiftsOver = NEXT_DAYS,
): DaySpan {
  const asked: DaySpan = { first, last };
  const { roundsOverPeriods, overtime, overtimeInOrder } = editions.together;
  const paid = roundsOverPeriods ? periodsOver(asked, payPeriods) : asked;
  const around = editions.rulebooks.map(
    ({ workday: { weekStartsOn, shiftBelongsTo } }): Around => ({
      weekStartsOn,
      payPeriods,
      shiftsOver: shiftBelongsTo === 'split at the line' ? shiftsOver : null,
    }),
  );
  const widened = (
    days: DaySpan,
    rules: readonly { readonly rule: OvertimeRule; readonly around: Around }[],
  ) => rules.reduceRight((span, one) => over(span, one.rule.basis.reach?.(span, one.around) ?? span), days);
  const of = (rule: OvertimeRule, edition: number) => {
    const own = around[edition];
    return own === undefined ? [] : [{ rule, around: own }];
  };
  // Groups of rules start from what rules outside of groups made of the days of other editions.
  let span = paid;
  overtime.forEach(({ rules, meeting, weekStartsOn }, edition) => {
    if (meeting.mode !== 'greater of') return;
    const grouped = meeting.groups.flat();
    for (const group of meeting.groups) {
      const way = rules.filter((rule) => !grouped.includes(rule) || group.includes(rule));
      span = over(
        span,
        widened(
          paid,
          way.flatMap((rule) => of(rule, edition)),
        ),
      );
    }
    // The greater is taken for whole workweeks.
    span = over(span, workweeksOver(span, weekStartsOn));
  });
  const inOrder = overtimeInOrder.flatMap(({ versions }) =>
    versions.flatMap(({ rule, edition }) => of(rule, edition)),
  );
  span = widened(span, inOrder);
  for (const { workday: rules, exceptions } of editions.rulebooks) {
    const weeks = workweeksOver(asked, rules.weekStartsOn);
    const weeksBefore = Math.max(0, ...[...exceptions.values()].map((looked) => looked.weeksBefore));
    span = over(span, { first: workday(weeks.first - 7 * weeksBefore), last: weeks.last });
  }
  return span;
}
