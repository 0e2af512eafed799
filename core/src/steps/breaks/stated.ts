import type { StatedBreaks } from '../../model/breaks.ts';
import { insertMeal, type Taking, takeOut, workIn } from './taking.ts';

/** Meals that corrections state are taken out of the work. */
export function takeStated(taking: Taking, { meals }: StatedBreaks): void {
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
