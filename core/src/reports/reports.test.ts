import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ClassId } from '../model/classes.ts';
import { costOf } from '../pay/rates.ts';
import { hours } from '../time/hours.ts';
import { seconds, type Workday, workday, workdayFromIso } from '../time/units.ts';
import { DEFAULT_WRITING, writerOf } from '../time/writing.ts';
import { bridgeTable } from './bridge.ts';
import { Comparison } from './comparison.ts';
import type { GroundLine, Part, PartNames } from './ground.ts';
import { PARTS, partOf } from './ground.ts';
import { HoursAndCost } from './hours-and-cost.ts';
import { OvertimeByCause } from './overtime.ts';
import { unusualTable } from './unusual.ts';

const HOUR = 90_000;
const NAMES: PartNames = { of: (_part, key) => key.toUpperCase() };
const day = workdayFromIso;
const line = (changes: Partial<GroundLine>): GroundLine => ({
  person: 'MF-0101',
  personId: 101,
  name: 'Somebody',
  group: 'ashore',
  home: 'deck',
  homeSite: 'northquay',
  workday: day('2026-10-19'),
  isHoliday: false,
  classId: 'ordinary',
  multiplier: 1,
  rule: null,
  job: 'kittiwake',
  jobType: null,
  department: 'deck',
  site: null,
  costCenter: null,
  code: '110',
  cost: 0n,
  seconds: seconds(0),
  ...changes,
  hours: hours(changes.hours ?? HOUR),
});

const lines: fc.Arbitrary<GroundLine> = fc
  .record({
    who: fc.integer({ min: 1, max: 6 }),
    classId: fc.constantFrom<ClassId>(
      'ordinary',
      'overtime-1.5',
      'leave:Annual',
      'premium:Night',
      'guarantee:Call',
      'amount:Mileage',
    ),
    department: fc.option(fc.constantFrom('deck', 'office')),
    home: fc.constantFrom('deck', 'office'),
    job: fc.option(fc.constantFrom('kittiwake', 'stores')),
    code: fc.option(fc.constantFrom('110', '215')),
    group: fc.constantFrom('ashore', 'afloat'),
    costCenter: fc.option(fc.constantFrom('a', 'b')),
    rule: fc.option(fc.constantFrom('Daily', 'Weekly')),
    hours: fc.integer({ min: -2 * HOUR, max: 12 * HOUR }),
    rate: fc.option(fc.integer({ min: 1, max: 400_000 })),
    workday: fc.integer({ min: 0, max: 13 }).map((i) => workday(day('2026-10-19') + i)),
  })
  .map(({ who, rate, hours: of, ...one }) =>
    line({
      ...one,
      person: `MF-${who}`,
      personId: who,
      hours: hours(of),
      cost: rate === null ? null : costOf(of, rate, 1.5),
    }),
  );
const cents = (text: unknown): number => Math.round(Number(text) * 100);
const payableOf = (all: readonly GroundLine[]) =>
  all.filter(({ classId }) => !/^(premium|amount)/.test(classId)).reduce((sum, one) => sum + one.hours, 0);

describe('hours and cost', () => {
  it('add up to the lines, whatever they are told apart by; each row is its own lines', () => {
    fc.assert(
      fc.property(fc.array(lines), fc.constantFrom<Part>(...PARTS), (all, part) => {
        const report = new HoursAndCost(part, NAMES);
        for (const one of all) report.add(one);
        const { columns, rows, sums } = report.table();
        const at = (id: string) => columns.findIndex((one) => one.id === id);
        expect(sums[at('payable')]).toBe(payableOf(all));
        for (const { key, cells } of rows) {
          const own = all.filter((one) => partOf(part, one) === (key ?? null));
          expect(cells[at('payable')]).toBe(payableOf(own));
          const [ordinary, overtime, notWorked] = ['ordinary', 'overtime', 'notWorked'].map((id) =>
            Number(cells[at(id)]),
          );
          expect(ordinary! + overtime! + notWorked!).toBe(cells[at('payable')]);
        }
        // Cents of rows may differ from the cents of the sum, which is exact, by half a cent a row.
        const added = rows.reduce((sum, { cells }) => sum + cents(cells[at('cost')]), 0);
        expect(Math.abs(added - cents(sums[at('cost')]))).toBeLessThanOrEqual(rows.length / 2 + 0.5);
        const counted = all.filter(({ classId }) => !classId.startsWith('amount:'));
        expect(rows).toHaveLength(new Set(counted.map((one) => partOf(part, one))).size);
      }),
    );
  });

  it('count somebody who worked in two departments once in the sum', () => {
    const report = new HoursAndCost('department', NAMES);
    report.add(line({ department: 'deck' }));
    report.add(line({ department: 'office' }));
    const { columns, rows, sums } = report.table();
    const people = columns.findIndex(({ id }) => id === 'people');
    expect(rows.map(({ cells }) => cells[people])).toEqual([1, 1]);
    expect(sums[people]).toBe(1);
  });
});

describe('overtime by cause', () => {
  it('is every hour of overtime once, and nothing else', () => {
    fc.assert(
      fc.property(fc.array(lines), (all) => {
        const report = new OvertimeByCause(NAMES);
        for (const one of all) report.add(one);
        const { columns, sums } = report.table();
        const at = columns.findIndex(({ id }) => id === 'hours');
        const plain = all
          .filter(({ classId }) => classId.startsWith('overtime'))
          .reduce((sum, one) => sum + one.hours, 0);
        expect(sums[at]).toBe(plain);
      }),
    );
  });
});

describe('two periods side by side', () => {
  const now = { firstDay: day('2026-10-19'), lastDay: day('2026-11-01') };
  const before = { firstDay: day('2026-10-05'), lastDay: day('2026-10-18') };
  const compare = (part: Part, holidays: readonly (readonly [Workday, string])[] = []) =>
    new Comparison(part, NAMES, {
      now,
      before,
      holidays: new Map(holidays),
      write: writerOf(DEFAULT_WRITING),
    });

  it('differ by what their lines differ by, the largest change first', () => {
    fc.assert(
      fc.property(fc.array(lines), fc.array(lines), fc.constantFrom<Part>(...PARTS), (a, b, part) => {
        const report = compare(part);
        for (const one of a) report.add(one, 'now');
        for (const one of b) report.add({ ...one, workday: workday(one.workday - 14) }, 'before');
        const { rows, sums } = report.table();
        const counts = (one: GroundLine) => part === 'code' || !/^(premium|amount)/.test(one.classId);
        const total = (all: readonly GroundLine[]) =>
          all.filter(counts).reduce((sum, one) => sum + one.hours, 0);
        expect(sums[3]).toBe(payableOf(a) - payableOf(b));
        const changes = rows.map(({ cells }) => Math.abs(Number(cells[3])));
        expect(changes).toEqual([...changes].sort((x, y) => y - x));
        for (const { key, cells } of rows) {
          const own = (all: readonly GroundLine[]) =>
            total(all.filter((one) => partOf(part, one) === (key ?? null)));
          expect([cells[1], cells[2], cells[3]]).toEqual([own(b), own(a), own(a) - own(b)]);
        }
      }),
    );
  });

  it('say what explains a change: people, days, who and what it was most of, and the holiday', () => {
    const report = compare('department', [[day('2026-10-30'), 'Lantern Day']]);
    report.add(line({ workday: day('2026-10-30'), hours: hours(8 * HOUR), job: 'storm' }), 'now');
    report.add(
      line({ workday: day('2026-10-20'), person: 'MF-2', name: 'Other', hours: hours(HOUR) }),
      'now',
    );
    report.add(
      line({ workday: day('2026-10-06'), person: 'MF-2', name: 'Other', hours: hours(HOUR) }),
      'before',
    );
    const [row] = report.table().rows;
    expect(row?.cells).toEqual([
      'DECK',
      HOUR,
      9 * HOUR,
      8 * HOUR,
      2,
      '0.00',
      '1 person more; 1 day more; Somebody +8.00; STORM +8.00; Lantern Day +8.00',
    ]);
  });

  it('say what is new and what is gone', () => {
    const report = compare('code');
    report.add(line({ code: '780' }), 'now');
    report.add(line({ code: '410', workday: day('2026-10-06') }), 'before');
    expect(report.table().rows.map(({ cells }) => [cells[0], String(cells[6]).split(';')[0]])).toEqual([
      ['410', 'no longer there'],
      ['780', 'new'],
    ]);
  });
});

describe('the bridge by parts', () => {
  it('adds up in every row, from clocked to payable hours', () => {
    const seconds = fc.integer({ min: 0, max: 400_000 });
    const parts = fc.record({
      name: fc.string(),
      key: fc.string(),
      personId: fc.constant(null),
      clockedSeconds: seconds,
      heldSeconds: seconds,
      unpaidSeconds: seconds,
      roundingSeconds: fc.integer({ min: -5000, max: 5000 }),
      leaveHours: seconds,
      guaranteeHours: seconds,
      payableHours: fc.integer({ min: 0, max: 10_000_000 }),
    });
    fc.assert(
      fc.property(fc.array(parts), (all) => {
        const { rows, sums } = bridgeTable('Department', all);
        const taken = (pick: (one: (typeof all)[number]) => number) =>
          all.reduce((sum, one) => sum - pick(one) * 25, 0);
        expect(sums.slice(2, 5)).toEqual([
          taken(({ heldSeconds }) => heldSeconds),
          taken(({ unpaidSeconds }) => unpaidSeconds),
          taken(({ roundingSeconds }) => roundingSeconds),
        ]);
        for (const { cells } of [...rows, { cells: sums }]) {
          const figures = cells.slice(1).map(Number);
          expect(figures.slice(0, -1).reduce((sum, one) => sum + one, 0)).toBe(figures.at(-1));
        }
      }),
    );
  });
});

describe('who is far from usual', () => {
  const paid = (number: string, now: number, past: readonly number[]) => ({
    personId: 1,
    number,
    name: number,
    now: now * HOUR,
    past: past.map((one) => one * HOUR),
  });

  it('comes first, the furthest before the others; who has no past is left out', () => {
    const { rows } = unusualTable([
      paid('even', 80, [80, 81, 79, 80]),
      paid('new', 80, [80, 80]),
      paid('less', 60, [80, 80, 80]),
      paid('none', 0, [80, 80, 82, 78]),
      paid('always other', 60, [40, 80, 60, 100, 20]),
    ]);
    expect(rows.map(({ cells }) => [cells[0], cells[7]])).toEqual([
      ['none', 'far'],
      ['less', 'far'],
      ['even', ''],
      ['always other', ''],
    ]);
    expect(rows[1]?.cells.slice(2, 7)).toEqual([80 * HOUR, 0, 60 * HOUR, -20 * HOUR, '80.00 80.00 80.00']);
  });
});
