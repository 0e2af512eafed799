import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import { departmentOf } from '../../../model/segment.ts';
import { names } from '../../../time/schemas.ts';
import { definePremiumCondition } from '../define.ts';

/** Work in one of some departments, as the punch that began it says. */
export const departments = definePremiumCondition({
  name: 'departments',
  says: 'Only for work in one of these departments: that of the punch, or else where the person belongs on the workday. (Below there is neither.)',
  settings: { departments: v.optional(names) },
  compile(settings, resolver) {
    const among = resolver.departments(settings.departments, 'departments');
    if (among === null) return null;
    return {
      meets: (segment) => {
        const department = departmentOf(segment);
        return department !== null && among.has(department);
      },
    };
  },
  example: {
    rules: { premiums: [{ name: 'Hold', departments: ['Hold'] }] },
    day: { punches: on('2026-10-19', '08:00 in', '16:00 out'), gives: { ordinary: '8' } },
  },
});
