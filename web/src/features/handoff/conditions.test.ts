import type { CodeSum } from '@heath/contract';
import { describe, expect, it } from 'vitest';
import { conditionsOf, isReady } from './conditions.ts';

const code = (hours: number, more: Partial<CodeSum> = {}): CodeSum => ({
  code: '110',
  name: 'Ordinary',
  premium: false,
  classIds: [],
  people: 1,
  hours,
  previousHours: null,
  ...more,
});
const READY = {
  periodId: 7,
  people: 2,
  computing: 0,
  toSettle: 0,
  codes: [code(90_000), code(9000, { code: '340', premium: true })],
  payableHours: 90_000,
};

describe('what a handoff waits for', () => {
  it('is nothing where everything is so: premiums lie within the payable hours', () => {
    expect(isReady(READY)).toBe(true);
    expect(conditionsOf(READY).map(({ says }) => says)).toEqual([
      'Every card is computed',
      'Every exception is settled',
      'Every hour has a pay code',
      'Codes add up to the cards',
      'Not sent before',
    ]);
  });

  it.each([
    [{ computing: 1200 }, '1,200 cards are being computed', null],
    [{ computing: 1 }, '1 card is being computed', null],
    [{ toSettle: 1 }, '1 exception is open', '/cards?period=7&show=to-settle'],
    [{ toSettle: 8 }, '8 exceptions are open', '/cards?period=7&show=to-settle'],
    [{ codes: [code(90_000, { code: null })] }, '1.00 h have no pay code', '/pay-codes'],
    [{ codes: [code(89_999)] }, 'Codes do not add up to the cards', null],
  ])('is said: %j', (changed, says, to) => {
    const not = conditionsOf({ ...READY, ...changed }).filter(({ met }) => !met);
    expect(not.map((one) => [one.says, one.remedy?.to ?? null])).toEqual([[says, to]]);
    expect(isReady({ ...READY, ...changed })).toBe(false);
  });

  it('is somebody to pay', () => {
    expect(isReady({ ...READY, people: 0 })).toBe(false);
  });
});
