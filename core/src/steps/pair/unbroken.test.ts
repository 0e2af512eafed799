import { describe, expect, it } from 'vitest';
import { correctionFrom } from '../../corrections/read.ts';
import { runAround, unbrokenAround } from '../../input/unbroken.ts';
import { correctionId } from '../../model/ids.ts';
import { at, inputFor, punch, rulebook, shifts } from '../../testing/fixtures.ts';
import { workdayFromIso } from '../../time/units.ts';

const DAYS = { first: workdayFromIso('2026-10-19'), last: workdayFromIso('2026-10-25') };
const READ = { from: at('2026-10-18 00:00'), to: at('2026-10-30 00:00') };

function stated(says: object) {
  const read = correctionFrom(correctionId(1), says);
  if (!read.ok) throw new Error(read.fault.reason);
  return read.correction;
}

describe('where reading may begin', () => {
  // Somebody rests no longer than a shift may be apart: the run may have begun before what was read.
  const restless = [
    punch('in', '2026-10-18 00:00:10'),
    punch('out', '2026-10-18 03:00'),
    punch('in', '2026-10-18 06:00'),
    punch('out', '2026-10-18 12:00'),
  ];

  it('a punch that a correction brings from before what was read says nothing of a gap', () => {
    const far = punch('in', '2026-03-02 08:00');
    const alone = unbrokenAround(inputFor(restless, rulebook()), DAYS, READ);
    const beside = unbrokenAround(inputFor([far, ...restless], rulebook()), DAYS, READ);
    expect(beside).toEqual(alone);
    expect(alone.beginsBefore).toBe(true);
  });

  it('the shift that a correction brings from another day must be read', () => {
    const moved = stated({ kind: 'set-workday', at: at('2026-10-17 09:00'), workday: DAYS.first });
    const record = inputFor(shifts(['2026-10-17 08:00', '2026-10-17 16:00']), rulebook(), {
      corrections: [moved],
    });
    const ever = { from: at('2026-10-01 00:00'), to: READ.to };
    expect(unbrokenAround(record, DAYS, ever).from).toBeLessThanOrEqual(at('2026-10-17 08:00'));
    expect(unbrokenAround(record, DAYS, READ).beginsBefore).toBe(true);
  });

  it('a run around a moment ends where a gap is long enough to part both spells and shifts', () => {
    const record = inputFor(
      shifts(['2026-10-19 08:00', '2026-10-19 16:00'], ['2026-10-20 02:00', '2026-10-20 06:00']),
      rulebook(),
    );
    const around = runAround(record, at('2026-10-19 12:00'));
    expect([around.from, around.to]).toEqual([at('2026-10-19 08:00'), at('2026-10-20 06:00')]);
    const later = runAround(record, at('2026-10-22 12:00'));
    expect([later.from, later.to]).toEqual([at('2026-10-22 12:00'), at('2026-10-22 12:00')]);
  });
});
