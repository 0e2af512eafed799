import { describe, expect, it } from 'vitest';
import {
  type ClassId,
  classLabel,
  classOf,
  classParts,
  guaranteeClass,
  inClassOrder,
  isClassId,
  isOvertime,
  isPremium,
  isWorked,
  leaveClass,
  premiumClass,
} from './classes.ts';

const ALL: readonly ClassId[] = [
  classOf(1),
  classOf(1.5),
  classOf(2),
  classOf(2.25),
  guaranteeClass('Call-out'),
  leaveClass('leave', 'Annual: old'),
  leaveClass('adjustment', 'Flat'),
  premiumClass('Night'),
];

describe('classes', () => {
  it('are taken apart into what they were made of', () => {
    expect(ALL.map(classParts)).toEqual([
      { kind: 'worked', multiplier: 1 },
      { kind: 'worked', multiplier: 1.5 },
      { kind: 'worked', multiplier: 2 },
      { kind: 'worked', multiplier: 2.25 },
      { kind: 'guarantee', name: 'Call-out' },
      { kind: 'leave', name: 'Annual: old' },
      { kind: 'adjustment', name: 'Flat' },
      { kind: 'premium', name: 'Night' },
    ]);
  });

  it('are named in words', () => {
    expect(ALL.map(classLabel)).toEqual([
      'Ordinary',
      'Time and a half',
      'Double',
      'Overtime ×2.25',
      'Call-out',
      'Annual: old',
      'Flat',
      'Night premium',
    ]);
  });

  it('stand in one order, premiums last, and are told apart', () => {
    expect([...ALL].reverse().sort(inClassOrder)).toEqual(ALL);
    expect(ALL.filter(isWorked)).toEqual(ALL.slice(0, 4));
    expect(ALL.filter(isOvertime)).toEqual(ALL.slice(1, 4));
    expect(ALL.filter(isPremium)).toEqual(ALL.slice(7));
  });

  it('are known as such, and nothing else is', () => {
    expect(ALL.every(isClassId)).toBe(true);
    for (const text of ['', 'overtime-', 'overtime-x', 'leave:', 'bonus:One', `premium:${'x'.repeat(113)}`])
      expect(isClassId(text)).toBe(false);
  });
});
