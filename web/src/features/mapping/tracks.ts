/** The tracks of a rule: its handle and place, what it catches, its code, lines and hours. */
export const RULE_TRACKS =
  'grid grid-cols-[calc(var(--spacing)*12)_minmax(0,1fr)_calc(var(--spacing)*16)_calc(var(--spacing)*18)_calc(var(--spacing)*22)] items-center gap-2';
