import { describe, expect, it } from 'vitest';
import type { Punch } from '../../model/punch.ts';
import { at, effective, punch, rulebook } from '../../testing/fixtures.ts';
import { pair } from './pair.ts';

const rules = rulebook().pairing;
const paired = (punches: Punch[], asOf: ReturnType<typeof at> | null = null) =>
  pair(effective(punches), () => rules, asOf).map((shift) => ({
    spells: shift.spells.map((spell) => (spell.out.at - spell.in.at) / 60),
    missingOut: shift.missingOut.length,
    missingIn: shift.missingIn.length,
    onTheClock: shift.onTheClock !== null,
  }));
const whole = (...spells: number[]) => ({ spells, missingOut: 0, missingIn: 0, onTheClock: false });

describe('pairing', () => {
  it('joins spells around a meal into one shift', () => {
    expect(
      paired([
        punch('in', '2026-10-19 22:00'),
        punch('meal-out', '2026-10-20 02:00'),
        punch('meal-in', '2026-10-20 02:30'),
        punch('out', '2026-10-20 06:00'),
      ]),
    ).toEqual([whole(240, 210)]);
  });

  it('starts a new shift after a gap longer than the shift gap', () => {
    const day = (gapEnd: string) => [
      punch('in', '2026-10-19 06:00'),
      punch('out', '2026-10-19 10:00'),
      punch('in', gapEnd),
      punch('out', '2026-10-19 18:00'),
    ];
    expect(paired(day('2026-10-19 14:00'))).toHaveLength(1);
    expect(paired(day('2026-10-19 14:00:01'))).toHaveLength(2);
  });

  it('lets undirected punches alternate, and start anew after the longest spell', () => {
    expect(
      paired([
        punch('undirected', '2026-10-19 08:00'),
        punch('undirected', '2026-10-19 12:00'),
        punch('undirected', '2026-10-19 12:30'),
        punch('undirected', '2026-10-19 17:00'),
      ]),
    ).toEqual([whole(240, 270)]);
    expect(
      paired([punch('undirected', '2026-10-19 08:00'), punch('undirected', '2026-10-19 23:00')]),
    ).toEqual([
      { spells: [], missingOut: 1, missingIn: 0, onTheClock: false },
      { spells: [], missingOut: 1, missingIn: 0, onTheClock: false },
    ]);
  });

  it('takes two punches of one kind within two minutes as one', () => {
    const twice = (second: string) => [
      punch('in', '2026-10-19 08:00:00'),
      punch('in', second),
      punch('out', '2026-10-19 09:00'),
    ];
    expect(paired(twice('2026-10-19 08:02:00'))).toEqual([whole(60)]);
    expect(paired(twice('2026-10-19 08:02:01'))[0]!.missingOut).toBe(1);
  });

  it('takes the repeat of a repeat for one too; the first counts, and only those of one kind are one', () => {
    const burst = ['08:00', '08:02', '08:04'].map((time) => punch('in', `2026-10-19 ${time}`));
    expect(paired([...burst, punch('out', '2026-10-19 09:00')])).toEqual([whole(60)]);
    expect(paired([...burst, punch('out', '2026-10-19 08:05')])).toEqual([whole(5)]);
  });

  it('an out later than the longest spell leaves both without a partner', () => {
    expect(paired([punch('in', '2026-10-19 08:00'), punch('out', '2026-10-19 22:00')])).toEqual([whole(840)]);
    expect(paired([punch('in', '2026-10-19 08:00'), punch('out', '2026-10-19 22:00:01')])).toEqual([
      { spells: [], missingOut: 1, missingIn: 0, onTheClock: false },
      { spells: [], missingOut: 0, missingIn: 1, onTheClock: false },
    ]);
  });

  it('an open in is somebody at work as long as it is younger than the longest spell, never by the present time', () => {
    const open = [punch('in', '2026-10-19 08:00')];
    expect(paired(open, at('2026-10-19 22:00'))[0]).toMatchObject({ onTheClock: true, missingOut: 0 });
    expect(paired(open, at('2026-10-19 22:00:01'))[0]).toMatchObject({ onTheClock: false, missingOut: 1 });
    expect(paired(open)[0]).toMatchObject({ onTheClock: false, missingOut: 1 });
  });

  it('a job change ends one spell and starts the next at the same instant', () => {
    expect(
      paired([
        punch('in', '2026-10-19 08:00'),
        punch('job-change', '2026-10-19 10:00'),
        punch('out', '2026-10-19 12:00'),
      ]),
    ).toEqual([whole(120, 120)]);
  });
});
