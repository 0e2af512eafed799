import { on } from '../../kinds/example.ts';
import { exceptionKey, overtimeAbout } from '../../model/exception-key.ts';
import { name } from '../../time/schemas.ts';
import { defineCorrection } from '../define.ts';
import { day } from '../fields.ts';

/** Overtime of one rule on one workday is agreed to. */
export const approveOvertime = defineCorrection({
  name: 'approve-overtime',
  label: 'Overtime approved',
  says: 'The overtime of one rule on one workday, which waits for approval, is agreed to.',
  sentence: '{rule} on {workday} approved',
  settings: { workday: day, rule: name },
  touches: ({ workday }) => ({ days: [workday] }),
  settles: ({ workday, rule }, { key }) =>
    key === exceptionKey('overtime-approval', overtimeAbout(workday, rule)),
  example: {
    rules: {
      overtime: [
        {
          name: 'Over 8 hours',
          basis: 'workday',
          tiers: [{ above: 'PT8H', multiplier: 1.5 }],
          waitsForApproval: true,
        },
      ],
    },
    day: {
      punches: on('2026-10-19', '08:00 in', '17:00 out'),
      corrections: [{ do: 'approve-overtime', workday: '2026-10-19', rule: 'Over 8 hours' }],
      gives: { ordinary: '8', 'overtime-1.5': '1' },
      exceptions: [],
    },
  },
});
