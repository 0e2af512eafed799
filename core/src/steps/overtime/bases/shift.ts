import { defineBasis } from '../define.ts';

/** Consecutive hours of one shift, also across the workday's line. */
export const shift = defineBasis({
  name: 'shift',
  says: 'The hours of one shift, also across the line of the workday.',
  settings: {},
  cannotBe: (_settings, { countsLeave }) =>
    countsLeave === undefined
      ? []
      : [
          {
            field: 'countsLeave',
            reason: 'Leave belongs to no shift, so it cannot count toward the hours of one.',
          },
        ],
  crossesWeeks: ({ shiftBelongsTo }) => shiftBelongsTo === 'split at the line',
  compile: () => ({ reach: (days, { shiftsOver }) => shiftsOver?.(days) ?? days }),
  example: {
    rules: {
      overtime: [
        { name: 'Over 8 hours of a shift', basis: 'shift', tiers: [{ above: 'PT8H', multiplier: 1.5 }] },
      ],
    },
    day: {
      punches: ['2026-10-20 20:00 in', '2026-10-21 06:00 out'],
      gives: { ordinary: '8', 'overtime-1.5': '2' },
    },
  },
});
