import { isAmount, isOvertime, isPremium, isWorked } from '../model/classes.ts';
import { type Cost, costText } from '../pay/rates.ts';
import { type GroundLine, nameOfPart, type Part, type PartNames, partOf } from './ground.ts';
import { type ReportColumn, type ReportRow, type ReportTable, sumsOf } from './table.ts';

interface Sum {
  readonly people: Set<string>;
  personId: number;
  ordinary: number;
  overtime: number;
  notWorked: number;
  premium: number;
  cost: Cost;
  withoutRate: number;
}

const COLUMNS: readonly Omit<ReportColumn, 'kind'>[] = [
  { id: 'ordinary', name: 'Ordinary' },
  { id: 'overtime', name: 'Overtime' },
  { id: 'notWorked', name: 'Not worked' },
  { id: 'payable', name: 'Payable' },
  { id: 'premium', name: 'Premium' },
];

/** Hours and their cost by one part of the lines, the most hours first. */
export class HoursAndCost {
  readonly #part: Part;
  readonly #names: PartNames;
  readonly #sums = new Map<string | null, Sum>();

  constructor(part: Part, names: PartNames) {
    this.#part = part;
    this.#names = names;
  }

  add(line: GroundLine): void {
    // A quantity is neither hours nor known to be money.
    if (isAmount(line.classId)) return;
    const key = partOf(this.#part, line);
    let sum = this.#sums.get(key);
    if (sum === undefined) {
      sum = {
        people: new Set(),
        personId: line.personId,
        ordinary: 0,
        overtime: 0,
        notWorked: 0,
        premium: 0,
        cost: 0n,
        withoutRate: 0,
      };
      this.#sums.set(key, sum);
    }
    const { classId, hours, cost } = line;
    sum.people.add(line.person);
    if (isPremium(classId)) sum.premium += hours;
    else if (isOvertime(classId)) sum.overtime += hours;
    else if (isWorked(classId)) sum.ordinary += hours;
    else sum.notWorked += hours;
    if (cost === null) sum.withoutRate += isPremium(classId) ? 0 : hours;
    else sum.cost += cost;
  }

  table(): ReportTable {
    const part = this.#part;
    const isOfPeople = part === 'person';
    const withoutRate = [...this.#sums.values()].some((sum) => sum.withoutRate !== 0);
    const columns: ReportColumn[] = [
      ...(isOfPeople ? [{ id: 'number', name: 'Number', kind: 'text' as const, room: 20 }] : []),
      { id: 'part', name: part.charAt(0).toUpperCase() + part.slice(1), kind: 'text', room: 46, grows: true },
      ...(isOfPeople ? [] : [{ id: 'people', name: 'People', kind: 'count' as const }]),
      ...COLUMNS.map((one) => ({ ...one, kind: 'hours' as const })),
      { id: 'cost', name: 'Cost', kind: 'money' },
      ...(withoutRate ? [{ id: 'withoutRate', name: 'Without a rate', kind: 'hours' as const }] : []),
    ];
    const payable = ({ ordinary, overtime, notWorked }: Sum) => ordinary + overtime + notWorked;
    const rows: ReportRow[] = [...this.#sums]
      .sort(([, a], [, b]) => payable(b) - payable(a) || b.premium - a.premium)
      .map(([key, sum]) => ({
        key,
        personId: isOfPeople ? sum.personId : null,
        cells: [
          ...(isOfPeople ? [key] : []),
          nameOfPart(this.#names, part, key),
          ...(isOfPeople ? [] : [sum.people.size]),
          sum.ordinary,
          sum.overtime,
          sum.notWorked,
          payable(sum),
          sum.premium,
          costText(sum.cost),
          ...(withoutRate ? [sum.withoutRate] : []),
        ],
      }));
    const all = [...this.#sums.values()];
    const everybody = new Set(all.flatMap(({ people }) => [...people]));
    return {
      columns,
      rows,
      sums: sumsOf(columns, rows, {
        cost: costText(all.reduce((sum, { cost }) => sum + cost, 0n)),
        // Somebody who worked in two departments is one person.
        people: everybody.size,
      }),
    };
  }
}
