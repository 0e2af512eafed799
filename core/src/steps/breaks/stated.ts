import { cutOut, insertMeal, type Taking, workIn } from './taking.ts';
import type { StatedBreaks, UnpaidBreak } from './types.ts';

/** What corrections state is taken out of the work: first what was not worked, then meals. */
export function takeStated(taking: Taking, { notWorked, meals }: StatedBreaks): void {
  const takeOut = ({ from, to }: StatedBreaks['meals'][number], kind: UnpaidBreak['kind']): number => {
    const inside = workIn(taking.worked, from, to);
    if (inside > 0) taking.worked = cutOut(taking.worked, inside, from, kind, taking.unpaid);
    taking.workedSeconds -= inside;
    return inside;
  };
  for (const stretch of notWorked) takeOut(stretch, 'not-worked');
  for (const meal of meals) {
    const off = takeOut(meal, 'meal');
    if (off === 0) continue;
    taking.unpaidMealSeconds += off;
    if (taking.meals !== null) insertMeal(taking.meals, { at: meal.from, seconds: off, workBefore: 0 });
  }
  const { meals: taken } = taking;
  // Less was worked before those that were punched, too.
  taken?.forEach((meal, i) => {
    taken[i] = { ...meal, workBefore: workIn(taking.worked, Number.NEGATIVE_INFINITY, meal.at) };
  });
}
