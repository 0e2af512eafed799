import { classLabel, isOvertime } from '../model/classes.ts';
import { type Cost, costText } from '../pay/rates.ts';
import { type GroundLine, nameOfPart, type PartNames } from './ground.ts';
import { type ReportColumn, type ReportTable, sumsOf } from './table.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'rule', name: 'Rule', kind: 'text', grows: true },
  { id: 'department', name: 'Department', kind: 'text' },
  { id: 'day', name: 'Day', kind: 'day' },
  { id: 'class', name: 'Paid as', kind: 'text' },
  { id: 'people', name: 'People', kind: 'count' },
  { id: 'hours', name: 'Hours', kind: 'hours' },
  { id: 'cost', name: 'Cost', kind: 'money' },
];

/** Overtime by what caused it: the rule of the rulebook, the department and the day. The rule with the most comes first. */
export class OvertimeByCause {
  readonly #names: PartNames;
  readonly #sums = new Map<string, { line: GroundLine; people: Set<string>; hours: number; cost: Cost }>();

  constructor(names: PartNames) {
    this.#names = names;
  }

  add(line: GroundLine): void {
    if (!isOvertime(line.classId)) return;
    const key = JSON.stringify([line.rule, line.department ?? line.home, line.workday, line.classId]);
    const sum = this.#sums.get(key) ?? { line, people: new Set(), hours: 0, cost: 0n };
    sum.people.add(line.person);
    sum.hours += line.hours;
    sum.cost += line.cost ?? 0n;
    this.#sums.set(key, sum);
  }

  table(): ReportTable {
    const all = [...this.#sums.values()];
    const ofRule = new Map<string | null, number>();
    for (const { line, hours } of all) ofRule.set(line.rule, (ofRule.get(line.rule) ?? 0) + hours);
    const rows = all
      .sort(
        (a, b) =>
          (ofRule.get(b.line.rule) ?? 0) - (ofRule.get(a.line.rule) ?? 0) ||
          (a.line.rule ?? '').localeCompare(b.line.rule ?? '') ||
          b.hours - a.hours ||
          a.line.workday - b.line.workday,
      )
      .map(({ line, people, hours, cost }) => ({
        cells: [
          line.rule ?? 'By correction',
          nameOfPart(this.#names, 'department', line.department ?? line.home),
          line.workday,
          classLabel(line.classId),
          people.size,
          hours,
          costText(cost),
        ],
      }));
    const everybody = new Set(all.flatMap(({ people }) => [...people]));
    const cost = costText(all.reduce((sum, one) => sum + one.cost, 0n));
    return { columns: COLUMNS, rows, sums: sumsOf(COLUMNS, rows, { people: everybody.size, cost }) };
  }
}
