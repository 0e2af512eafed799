import { insertMeal, type Taking, takeOut, workIn } from './taking.ts';
import type { StatedBreaks } from './types.ts';

/** What corrections state is taken out of the work: first what was not worked, then meals. */
export function takeStated(taking: Taking, { notWorked, meals }: StatedBreaks): void {
  for (const { from, to } of notWorked) takeOut(taking, workIn(taking, from, to), from, 'not-worked');
  for (const { from, to } of meals) {
    const off = workIn(taking, from, to);
    if (off === 0) continue;
    takeOut(taking, off, from, 'meal');
    taking.unpaidMealSeconds += off;
    if (taking.meals !== null) insertMeal(taking.meals, { at: from, seconds: off, workBefore: 0 });
  }
  // Less was worked before those that were punched, too.
  taking.meals =
    taking.meals?.map((meal) => ({ ...meal, workBefore: workIn(taking, EVER, meal.at) })) ?? null;
}
const EVER = Number.NEGATIVE_INFINITY;
