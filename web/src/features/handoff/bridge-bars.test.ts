import type { CodeSum } from '@heath/contract';
import { hoursOf } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { baseOf } from '../../ui/chart/bars.ts';
import { bridgeBars } from './bridge-bars.ts';

const code = (
  name: string,
  hours: number,
  multiplier: number | null,
  more: Partial<CodeSum> = {},
): CodeSum => ({
  code: name,
  name,
  sum: 'hours',
  worked: multiplier !== null,
  lines: 1,
  people: 1,
  hours: hoursOf(hours * 3600),
  previousHours: null,
  ...more,
});
const HANDOFF = {
  clockedSeconds: 100 * 3600,
  unpaidSeconds: 6 * 3600,
  heldSeconds: 0,
  payableSeconds: 102 * 3600 + 18,
  notWorkedSeconds: 8 * 3600,
  payableHours: hoursOf(102 * 3600),
  codes: [
    code('110', 80, 1),
    code('215', 10, 1.5),
    code('220', 4, 2),
    code('510', 8, null),
    code('340', 30, 1, { sum: 'premium hours' }),
  ],
};
const bars = bridgeBars(HANDOFF);

describe('the bridge', () => {
  it('walks without a gap from clocked to payable and through the codes to the ground', () => {
    const [clocked, ...walk] = bars;
    expect(clocked).toMatchObject({ name: 'Clocked', text: '100.00' });
    let level = clocked?.to;
    for (const bar of walk) {
      if (bar.mark === 'total') expect(bar.to).toBe(level);
      else {
        expect(bar.from).toBe(level);
        level = bar.to;
      }
    }
    expect(level).toBe(0);
  });

  it('says what each step took and gave, and leaves out those that changed nothing', () => {
    expect(bars.slice(0, 6).map(({ name, text }) => `${name} ${text}`)).toEqual([
      'Clocked 100.00',
      'Breaks off −6.00',
      'Rounding +0.01',
      'Not worked +8.00',
      'Pay steps −0.01',
      'Payable 102.00',
    ]);
  });

  it('shows the codes from the smallest on, each with the mark of its tier, and no premium', () => {
    expect(bars.slice(6).map(({ name, mark, text }) => `${name} ${mark} ${text}`)).toEqual([
      '220 overtime-2 4.00',
      '510 not-worked 8.00',
      '215 overtime-1 10.00',
      '110 ordinary 80.00',
    ]);
  });

  it('shows hours without a code as trouble', () => {
    const [stray] = bridgeBars({ ...HANDOFF, codes: [{ ...code('110', 102, 1), code: null }] }).slice(-1);
    expect(stray).toMatchObject({ name: 'no code', mark: 'trouble' });
  });

  it('begins its axis below all of the walk, and not below nothing', () => {
    const base = baseOf(bars);
    for (const { from, to } of bars)
      for (const level of [from, to]) expect(level === 0 || level > base).toBe(true);
    expect(baseOf([])).toBe(0);
  });
});
