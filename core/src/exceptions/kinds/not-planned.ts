import { on } from '../../kinds/example.ts';
import type { ExceptionInput } from '../../model/exception.ts';
import type { Instant } from '../../time/units.ts';
import { defineException } from '../define.ts';
import { ofShifts } from '../of-shifts.ts';
import { spellsNotWorked } from '../ways.ts';

/** A shift that no plan called for. */
export const notPlanned = defineException({
  name: 'not-planned',
  label: 'Not planned',
  sentence: 'No plan called for this shift',
  says: 'A shift that no plan called for, where there are plans at all.',
  measures: 'nothing',
  ways: spellsNotWorked,
  unlessSaid: 'off',
  settings: {},
  limits: () => ({}),
  find: (input, ruleOn) =>
    ofShifts(input, ruleOn, ({ match }, { firstIn }) =>
      // Where nothing at all was planned, plans are not how this person works.
      match === null && input.plans.length > 0 && !isOnCall(firstIn.at, input)
        ? [{ at: firstIn.at, punch: firstIn }]
        : [],
    ),
  example: {
    rules: { exceptions: { 'not-planned': { severity: 'note' } } },
    day: {
      punches: on('2026-10-20', '08:00 in', '12:00 out'),
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
      gives: { ordinary: '4' },
      exceptions: ['not-planned'],
    },
  },
});

const isOnCall = (at: Instant, { standby }: Pick<ExceptionInput, 'standby'>): boolean =>
  standby.some(({ startsAt, endsAt }) => at >= startsAt && at < endsAt);
