import { instant, instantFromIso, SECONDS_PER_HOUR, workdayFromIso, ZoneTables } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { axisMarks, clockChange, instantAt, originOf, percent, scaleFor } from './scale.ts';

const london = ZoneTables.around(
  instantFromIso('2026-10-01T00:00:00Z'),
  instantFromIso('2026-11-01T00:00:00Z'),
).of('Europe/London');
const hours = (n: number) => n * SECONDS_PER_HOUR;

describe('the ribbon scale', () => {
  it('fits a night crew from 18 to 10 or so, never folding midnight', () => {
    const scale = scaleFor([{ from: hours(22), to: hours(30.2) }]);
    expect(scale.from).toBeLessThan(hours(22));
    expect(scale.to).toBeGreaterThan(hours(30.2));
    expect(scale.to - scale.from).toBeGreaterThanOrEqual(hours(14));
    expect(axisMarks(scale, workdayFromIso('2026-10-20')).map((h) => h.label)).toContain('00');
  });

  it('is drawn to real elapsed time: equal widths are equal hours, also when clocks change', () => {
    const scale = { from: hours(20), to: hours(34) };
    const midnight = originOf(workdayFromIso('2026-10-24'), scale, london);
    const at = (n: number) => percent(instant(midnight + hours(n)), midnight, scale);
    expect(at(22) - at(21)).toBeCloseTo(at(31) - at(30), 9);
    // 22:00 to 06:00 in the night of 24 to 25 October is nine hours.
    const end = instantFromIso('2026-10-25T06:00:00Z');
    expect(end - midnight).toBe(hours(31));
  });

  it('says where the clocks go back and by how much', () => {
    const night = { from: hours(18), to: hours(34) };
    const midnight = originOf(workdayFromIso('2026-10-24'), night, london);
    expect(clockChange(midnight, night, london)).toEqual({
      at: instantFromIso('2026-10-25T01:00:00Z'),
      bySeconds: -3600,
    });
    expect(clockChange(midnight, { from: hours(6), to: hours(20) }, london)).toBeNull();
  });

  it('starts every row under the hour above it, also after the clocks changed in the morning', () => {
    const scale = { from: hours(20), to: hours(34) };
    const origin = originOf(workdayFromIso('2026-10-25'), scale, london);
    expect(percent(instantFromIso('2026-10-25T22:00:00Z'), origin, scale)).toBeCloseTo((2 / 14) * 100, 9);
  });

  it('cuts off what lies beyond its ends', () => {
    const scale = { from: 0, to: hours(14) };
    const midnight = originOf(workdayFromIso('2026-10-20'), scale, london);
    expect(percent(midnight - 10, midnight, scale)).toBe(0);
    expect(percent(midnight + hours(20), midnight, scale)).toBe(100);
  });

  it('is marked by days where it shows a week', () => {
    const monday = workdayFromIso('2026-10-19');
    const labels = axisMarks({ from: 0, to: hours(7 * 24) }, monday).map(({ label }) => label);
    expect(labels).toHaveLength(8);
    expect(labels.slice(0, 2)).toEqual(['Mon 19 Oct', 'Tue 20 Oct']);
  });

  it('finds the minute under the hand, and that minute where it is', () => {
    const scale = { from: hours(20), to: hours(34) };
    const origin = originOf(workdayFromIso('2026-10-24'), scale, london);
    for (const share of [0, 0.1234, 0.5, 0.999, 1]) {
      const at = instantAt(share, origin, scale);
      expect(at % 60).toBe(0);
      expect(Math.abs(percent(at, origin, scale) - share * 100)).toBeLessThan((30.5 / hours(14)) * 100);
    }
  });
});
