import { describe, expect, it } from 'vitest';
import type { Plan } from '../plan/types.ts';
import { at, computeFor, punch, rulebook } from '../testing/fixtures.ts';
import { workdayFromIso, workdayToIso } from '../units.ts';

const plan = (day: string, start: string, end: string): Plan => ({
  workday: workdayFromIso(day),
  startsAt: at(start),
  endsAt: at(end),
  job: null,
  department: null,
});
const night = plan('2026-10-27', '2026-10-27 22:00', '2026-10-28 06:00');
const late = plan('2026-10-27', '2026-10-27 13:00', '2026-10-27 21:30');

describe('exceptions', () => {
  it('an in without an out pays nothing and proposes the end of the plan', () => {
    const start = punch('in', '2026-10-27 22:06');
    const { exceptions, lines } = computeFor([start], rulebook(), { plans: [night] });
    expect(lines).toEqual([]);
    expect(exceptions).toMatchObject([
      {
        key: `missing-out:punch-${start.id}`,
        severity: 'holds up',
        proposals: [{ at: night.endsAt, from: 'plan' }],
      },
    ]);
  });

  it('stands on the day of its shift, also where the punch lies after midnight', () => {
    const { exceptions, shifts } = computeFor(
      [
        punch('in', '2026-10-27 22:00'),
        punch('meal-out', '2026-10-28 02:00'),
        punch('meal-in', '2026-10-28 02:30'),
      ],
      rulebook(),
      { plans: [night] },
    );
    expect(exceptions.map((e) => workdayToIso(e.workday))).toEqual(['2026-10-27']);
    expect(shifts.map((s) => s.payableSeconds)).toEqual([4 * 3600]);
  });

  it('what is paid after a missing out still belongs to the day on which the shift started', () => {
    const { lines } = computeFor(
      [
        punch('in', '2026-10-27 22:00'),
        punch('meal-in', '2026-10-28 02:30'),
        punch('out', '2026-10-28 06:00'),
      ],
      rulebook(),
    );
    expect(lines.map((line) => [workdayToIso(line.workday), line.hundredths])).toEqual([['2026-10-27', 350]]);
  });

  it('a lone undirected punch near the end of a plan misses its in, near the start its out', () => {
    const kinds = (when: string) =>
      computeFor([punch('undirected', when)], rulebook(), { plans: [late] }).exceptions.map((e) => [
        e.kind,
        e.proposals[0]?.at,
      ]);
    expect(kinds('2026-10-27 21:34')).toEqual([['missing-in', late.startsAt]]);
    expect(kinds('2026-10-27 12:58')).toEqual([['missing-out', late.endsAt]]);
  });

  it('proposes nothing where no plan is near', () => {
    expect(
      computeFor([punch('out', '2026-10-30 12:00')], rulebook(), { plans: [night] }).exceptions,
    ).toMatchObject([{ kind: 'missing-in', proposals: [] }]);
  });
});
