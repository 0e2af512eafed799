import { describe, expect, it } from 'vitest';
import type { Plan } from '../../model/plan.ts';
import { at, computeFor, rulebook, shifts } from '../../testing/fixtures.ts';
import { workdayFromIso } from '../../time/units.ts';

const plan: Plan = {
  workday: workdayFromIso('2026-10-20'),
  startsAt: at('2026-10-20 08:00'),
  endsAt: at('2026-10-20 16:00'),
  job: null,
  department: null,
};
const rules = rulebook({
  plan: { earlyIn: 'PT15M', lateIn: 'PT5M', earlyOut: 'PT5M', lateOut: 'PT10M' },
  rounding: [{ kinds: ['in', 'out'], minutes: 30, toward: "employer's favor" }],
});
const held = (start: string, end: string, plans = [plan]) => {
  const { shifts: computed } = computeFor(shifts([`2026-10-20 ${start}`, `2026-10-20 ${end}`]), rules, {
    plans,
  });
  const { payableSeconds, heldSeconds } = computed[0]!;
  return [payableSeconds / 3600, heldSeconds / 60];
};

describe('holding to the plan', () => {
  it('holds an early in and a late out within their windows, and does not round them', () => {
    expect(held('07:45', '16:10')).toEqual([8, 25]);
  });
  it('forgives a late in and an early out within theirs: the minutes are given', () => {
    expect(held('08:05', '15:55')).toEqual([8, -10]);
  });
  it('lets what lies outside a window stand, to be rounded', () => {
    expect(held('07:44', '16:11')).toEqual([8, 0]);
    expect(held('08:06', '15:54')).toEqual([7, 0]);
  });
  it('does nothing without a plan in reach', () => {
    expect(held('07:50', '16:05', [])).toEqual([8, 0]);
    const far = { ...plan, startsAt: at('2026-10-20 20:00'), endsAt: at('2026-10-20 23:00') };
    expect(held('07:50', '16:05', [far])).toEqual([8, 0]);
  });
  it('holds only the first in and the last out of a plan that was worked in two shifts', () => {
    const long = { ...plan, endsAt: at('2026-10-20 22:00') };
    const twice = shifts(['2026-10-20 07:50', '2026-10-20 12:00'], ['2026-10-20 17:30', '2026-10-20 22:05']);
    const { shifts: computed } = computeFor(twice, rules, { plans: [long] });
    expect(computed.map((shift) => shift.heldSeconds / 60)).toEqual([10, 5]);
  });
});
