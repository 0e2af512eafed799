import { on } from '../../kinds/example.ts';
import { paidSeconds } from '../../model/cut.ts';
import type { Exception } from '../../model/exception.ts';
import { overtimeAbout, overtimeRuleOf } from '../../model/exception-key.ts';
import { asDuration } from '../../time/lengths.ts';
import type { Instant, Workday } from '../../time/units.ts';
import { defineException } from '../define.ts';
import type { Way } from '../ways.ts';

/** The way that approves the waiting overtime, all of it or its first part. */
function approved(exception: Exception): Way[] {
  const { workday, measured } = exception;
  const rule = overtimeRuleOf(exception);
  const says = { kind: 'approve-overtime', workday, rule } as const;
  return [
    {
      role: 'take',
      name: 'Approve {length}',
      did: 'Approved {length} of {rule}',
      values: { lengthSeconds: measured ?? 0, rule },
      says,
      inPart: (lengthSeconds) => ({
        role: 'take',
        name: 'Approve {length}, the rest is ordinary',
        did: 'Approved {length} of {rule}, the rest is ordinary',
        values: { lengthSeconds, rule },
        says: { ...says, length: asDuration(lengthSeconds) },
      }),
    },
  ];
}

/** Overtime that pays only when somebody agrees to it. One a workday and rule. */
export const overtimeApproval = defineException({
  name: 'overtime-approval',
  label: 'Overtime waits for approval',
  sentence: '{measured} of overtime wait for approval',
  says: 'Overtime of a rule that waits for approval, one a workday and rule.',
  measures: 'time',
  ways: approved,
  together: { by: 'take', name: 'Approve all {count}', did: 'Approved overtime' },
  // Whether any rule waits is not this rulebook's to know: the hours of a week may follow its earlier edition.
  unlessSaid: 'holds up',
  alwaysHoldsUp:
    'Overtime that waits for approval holds up the handoff until somebody approves it: say "holds up" or "asks why", or let no overtime rule wait.',
  settings: {},
  limits: () => ({}),
  find: ({ segments }, ruleOn) => {
    const waiting = new Map<string, { workday: Workday; at: Instant; about: string; measured: number }>();
    for (const segment of segments) {
      const { workday } = segment;
      const { rule } = segment.pay;
      if (rule === null || !rule.waitsForApproval) continue;
      const about = overtimeAbout(workday, rule.name);
      const found = waiting.get(about) ?? { workday, at: segment.start, about, measured: 0 };
      found.measured += paidSeconds(segment);
      waiting.set(about, found);
    }
    return [...waiting.values()].flatMap((found) => {
      const rule = ruleOn(found.workday);
      return rule === undefined ? [] : [{ severity: rule.severity, ...found }];
    });
  },
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
      gives: { ordinary: '8', 'overtime-1.5': '1' },
      exceptions: ['overtime-approval'],
    },
  },
});
