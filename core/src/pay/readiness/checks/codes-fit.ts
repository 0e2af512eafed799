import { classLabel } from '../../../model/classes.ts';
import { misfitOf } from '../../codes.ts';
import { defineCheck } from '../define.ts';

/** Each code pays what its lines are: hours of work at its multiplier, premium hours, leave, guarantees, amounts. */
export const codesFit = defineCheck({
  name: 'codes fit',
  weight: 'why',
  met: 'Every code pays what its lines are',
  unmet: (count) =>
    count === 1 ? 'One code pays what its lines are not' : `${count} codes pay what their lines are not`,
  cases({ paid, codes }, write) {
    const known = new Map(codes.map((one) => [one.code, one]));
    return paid.flatMap(({ code, classId, lines, hours }) => {
      const says = known.get(code);
      const misfit = says === undefined ? null : misfitOf(says, classId);
      return misfit === null
        ? []
        : [
            {
              personId: null,
              about: `${code}, ${classLabel(classId)}`,
              says: `${misfit} ${write.hoursWithUnit(hours)} in ${lines.toLocaleString('en')} ${lines === 1 ? 'line' : 'lines'}.`,
            },
          ];
    });
  },
});
