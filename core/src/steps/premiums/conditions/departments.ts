import * as v from 'valibot';
import { on } from '../../../reference/example.ts';
import { names } from '../../../time/schemas.ts';
import { definePremiumCondition } from '../define.ts';

/** Work in one of some departments, as the punch that began it says. */
export const departments = definePremiumCondition({
  name: 'departments',
  says: 'Only for work in one of these departments. (The punch below names none.)',
  settings: { departments: v.optional(names) },
  compile(settings, resolver) {
    const among = resolver.departments(settings.departments, 'departments');
    if (among === null) return null;
    return { meets: ({ from }) => from.department !== null && among.has(from.department) };
  },
  example: {
    rules: { premiums: [{ name: 'Hold', departments: ['Hold'] }] },
    day: { punches: on('2026-10-19', '08:00 in', '16:00 out'), gives: { ordinary: '8' } },
  },
});
