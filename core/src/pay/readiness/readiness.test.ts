import { MEDIAN as ofLibrary } from '@formulajs/formulajs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ClassId } from '../../model/classes.ts';
import { workdayFromIso } from '../../time/units.ts';
import { type CodeKind, misfitOf } from '../codes.ts';
import { checkAll, holdingUp } from './checks.ts';
import type { CardFacts, Facts } from './facts.ts';
import { isFar, median, usualOf } from './usual.ts';

const HOUR = 90_000;
const day = workdayFromIso;
const CARD: CardFacts = {
  personId: 1,
  number: 'MF-0101',
  name: 'Ada Lee',
  isComputed: true,
  toSettle: 0,
  isApproved: true,
  payableHours: 80 * HOUR,
  lastDay: null,
  lastPaidDay: day('2026-10-30'),
  past: [80 * HOUR, 81 * HOUR, 79 * HOUR, 80 * HOUR],
  codes: new Set(['110']),
  alsoIn: [],
};
const FACTS: Facts = {
  firstDay: day('2026-10-19'),
  lastDay: day('2026-11-01'),
  cards: [CARD],
  uncaught: [],
  known: { people: new Map([['MF-0101', null]]) },
  codes: [{ code: '110', kind: 'hours', multiplier: 1, firstDay: null, lastDay: null }],
  paid: [{ code: '110', classId: 'ordinary', lines: 10, hours: 80 * HOUR }],
  unownedBadges: [],
  codesBefore: new Set(['110']),
  hoursInLines: 80 * HOUR,
  file: {
    lines: 10,
    linesOfBatch: 10,
    people: 1,
    hoursInFile: 80 * HOUR,
    hoursInBatch: 80 * HOUR,
    faults: [],
    faultCount: 0,
  },
  settings: { hoursADay: 16 * HOUR },
};
const card = (change: Partial<CardFacts>): Partial<Facts> => ({ cards: [{ ...CARD, ...change }] });
const found = (change: Partial<Facts>) =>
  checkAll({ ...FACTS, ...change })
    .filter(({ cases }) => cases.length > 0)
    .map(({ name, says }) => `${name}: ${says}`);

describe('before a handoff', () => {
  it('nothing is found where everything is in order', () => {
    expect(found({})).toEqual([]);
  });

  it.each<[string, Partial<Facts>]>([
    ['computed: 1 card is being computed', card({ isComputed: false })],
    ['settled: A card has open exceptions', card({ toSettle: 2 })],
    ['approved: 1 card is not approved', card({ isApproved: false })],
    [
      'mapped: One sort of hours has no pay code',
      { uncaught: [{ what: 'Ordinary', lines: 1, hours: 4 * HOUR }] },
    ],
    ['owned badges: A badge that nobody owns was used', { unownedBadges: [{ code: 'MF-0944', punches: 2 }] }],
    [
      'codes fit: One code pays what its lines are not',
      { paid: [{ code: '110', classId: 'leave:Care leave', lines: 1302, hours: HOUR }] },
    ],
    [
      'codes fit: 2 codes pay what their lines are not',
      {
        paid: [
          { code: '110', classId: 'overtime-1.5', lines: 1, hours: HOUR },
          { code: '110', classId: 'premium:Night', lines: 1, hours: HOUR },
        ],
      },
    ],
    ['known people: 1 person unknown to the pay system', { known: { people: new Map() } }],
    ['known codes: One code cannot be paid', { known: { people: new Map([['MF-0101', new Set(['215'])]]) } }],
    [
      'known codes: One code cannot be paid',
      { codes: [{ code: '110', kind: 'hours', multiplier: 1, firstDay: day('2026-10-20'), lastDay: null }] },
    ],
    [
      'known codes: One code cannot be paid',
      { codes: [{ code: '110', kind: 'hours', multiplier: 1, firstDay: null, lastDay: day('2026-10-31') }] },
    ],
    ['left: 1 person paid for days after they left', card({ lastDay: day('2026-10-29') })],
    ['two groups: 1 person paid in two groups', card({ alsoIn: ['Ashore'] })],
    ['new codes: A code is paid for the first time', { codesBefore: new Set<string>() }],
    ['sums: File, lines and cards do not add up', { hoursInLines: 79 * HOUR }],
    ['sums: File, lines and cards do not add up', { file: { ...FACTS.file, hoursInFile: 1 } }],
  ])('%s', (says, change) => {
    expect(found(change)).toEqual([says]);
  });

  it('hours that cannot be true, none at all, and those far from the last periods are found', () => {
    const paid = (payableHours: number, more: Partial<CardFacts> = {}) =>
      found({ ...card({ payableHours, ...more }), hoursInLines: payableHours }).map(
        (one) => one.split(':')[0],
      );
    expect(paid(88 * HOUR)).toEqual([]);
    expect(paid(89 * HOUR)).toEqual(['unusual']);
    expect(paid(225 * HOUR)).toEqual(['too many hours', 'unusual']);
    expect(paid(0, { codes: new Set(), past: [] })).toEqual(['no hours']);
  });

  it('a code fits hours of its multiplier, any hours where it has none, and adjustments', () => {
    const fits = (kind: CodeKind, multiplier: number | null, classId: ClassId) =>
      misfitOf({ kind, multiplier }, classId);
    expect(fits('hours', 1.5, 'overtime-1.5')).toBeNull();
    expect(fits('hours', null, 'overtime-2')).toBeNull();
    expect(fits('hours', 2, 'overtime-1.5')).toBe('It pays 2 times, and these hours 1.5 times.');
    expect(fits('hours', 1, 'adjustment:Travel')).toBeNull();
    expect(fits('premium', 0.25, 'premium:Night')).toBeNull();
    expect(fits('amount', null, 'amount:Mileage')).toBeNull();
    expect(fits('leave', null, 'ordinary')).toBe('It pays leave, and these are hours of work.');
    expect(fits('hours', 1, 'amount:Mileage')).toBe('It pays hours of work, and these are amounts.');
  });

  it('whom the pay system knows is not asked where it has not said', () => {
    expect(found({ known: null, ...card({ number: 'X' }) })).toEqual([]);
  });

  it('what must be met holds it up, what asks why until somebody says why, what is to look at never', () => {
    const of = (change: Partial<Facts>, reasons: readonly string[] = []) =>
      holdingUp(checkAll({ ...FACTS, ...change }), new Set(reasons)).map(({ name }) => name);
    expect(of(card({ toSettle: 1 }), ['settled'])).toEqual(['settled']);
    expect(of(card({ isApproved: false }))).toEqual(['approved']);
    expect(of(card({ isApproved: false }), ['approved'])).toEqual([]);
    expect(of({ codesBefore: new Set<string>() })).toEqual([]);
  });
});

describe('what is usual', () => {
  it('has the median of a spreadsheet', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -1000, max: 1000 }), { minLength: 1, maxLength: 12 }),
        (values) => {
          expect(median(values)).toBe(ofLibrary(values));
        },
      ),
    );
    expect(median([])).toBeNull();
  });

  it('is not moved by one odd period, and says nothing of two', () => {
    expect(usualOf([80, 80])).toBeNull();
    const usual = usualOf([80 * HOUR, 79 * HOUR, 81 * HOUR, 0, 80 * HOUR])!;
    expect(usual.median).toBe(80 * HOUR);
    expect([isFar(88 * HOUR, usual), isFar(89 * HOUR, usual)]).toEqual([false, true]);
  });
});
