import { on } from '../../kinds/example.ts';
import type { ComputedShift } from '../../model/computed-shift.ts';
import type { Exception } from '../../model/exception.ts';
import type { EffectivePunch } from '../../model/punch.ts';
import { defineException, type Found } from '../define.ts';
import type { DayOfWays, Way } from '../ways.ts';

/** An in without an out before a spell, and an out without an in after it: two stretches clocked at once. */
function overlapOf(
  shift: Pick<ComputedShift, 'spells' | 'missingOut' | 'missingIn'>,
): { readonly in: EffectivePunch; readonly out: EffectivePunch } | null {
  for (const start of shift.missingOut) {
    const end = shift.missingIn.find(
      (out) =>
        out.at > start.at && shift.spells.some((spell) => spell.in.at > start.at && spell.out.at < out.at),
    );
    if (end !== undefined) return { in: start, out: end };
  }
  return null;
}

/** One of the punches within the two stretches was wrong. Who clocked twice at once clocked in and out twice; a meal is one of theirs all the same. */
function oneIsWrong({ at, measured, workday }: Exception, { shifts, exceptions }: DayOfWays): Way[] {
  const end = at + (measured ?? 0);
  const alone = exceptions.flatMap(({ punch }) => (punch?.at === end || punch?.at === at ? [punch] : []));
  const paired = shifts
    .flatMap((shift) => (shift.workday === workday ? shift.spells : []))
    .flatMap((spell) => [spell.in, spell.out])
    .filter(
      ({ kind, at: time }) =>
        time > at && time < end && !kind.startsWith('meal') && !kind.startsWith('break'),
    );
  const all = new Map([...alone, ...paired].map((punch) => [`${punch.kind} ${punch.at}`, punch]));
  return [...all.values()]
    .sort((a, b) => a.at - b.at)
    .flatMap(({ id, at: time }): Way[] =>
      id === null
        ? []
        : [
            {
              role: 'pick',
              name: '{at} is wrong',
              did: 'Took out {at}',
              values: { at: time },
              says: { kind: 'drop', punch: id },
            },
          ],
    );
}

/**
 * Two stretches that overlap: in, in, out, out. Which of them is true, somebody must say; the two punches without a partner
 * are exceptions of their own, and settling them settles this.
 */
export const overlap = defineException({
  name: 'overlap',
  label: 'Two stretches overlap',
  sentence: 'Two stretches clocked at once, for {measured}',
  says: 'Two stretches clocked at once: in, in, out, out. Which is true, somebody must say.',
  measures: 'time',
  ways: oneIsWrong,
  unlessSaid: 'to look at',
  settings: {},
  limits: () => ({}),
  find({ shifts }, ruleOn) {
    const found: Found[] = [];
    for (const shift of shifts) {
      if (shift.missingOut.length === 0 || shift.missingIn.length === 0) continue;
      const { workday } = shift;
      const rule = ruleOn(workday);
      const both = overlapOf(shift);
      if (rule === undefined || both === null) continue;
      const measured = both.out.at - both.in.at;
      found.push({ severity: rule.severity, workday, at: both.in.at, punch: both.in, measured });
    }
    return found;
  },
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in', '09:00 in', '12:00 out', '13:00 out'),
      gives: { ordinary: '3' },
      exceptions: ['missing-out', 'overlap', 'missing-in'],
    },
  },
});
