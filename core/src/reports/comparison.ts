import { liesBeside } from '../model/classes.ts';
import { type Cost, costText } from '../pay/rates.ts';
import { type Workday, workday } from '../time/units.ts';
import type { Writer } from '../time/writing.ts';
import { type GroundLine, nameOfPart, type Part, type PartNames, partOf } from './ground.ts';
import { type ReportColumn, type ReportRow, type ReportTable, sumsOf } from './table.ts';

/** One of the two periods that are compared. */
export interface Side {
  readonly firstDay: Workday;
  readonly lastDay: Workday;
}

/** What the lines of one part come to on one side. */
class Half {
  readonly people = new Set<string>();
  readonly days = new Set<Workday>();
  hours = 0;
  /** Of these, what does not lie beside the hours: that alone is added up over codes. */
  payable = 0;
  cost: Cost = 0n;
}

interface Pair {
  readonly now: Half;
  readonly before: Half;
  personId: number;
  /** How many hours more than before, by person, by job and by how manieth day of the period it was. */
  readonly byPerson: Map<string, { name: string; hours: number }>;
  readonly byJob: Map<string, number>;
  readonly byDay: Map<number, number>;
}

/** The two periods, the names of holidays, and who writes what explains a change. */
interface ComparedOf {
  readonly now: Side;
  readonly before: Side;
  readonly holidays: ReadonlyMap<Workday, string>;
  readonly write: Pick<Writer, 'hours' | 'date'>;
}

/** This much of a change is told as what explains it. */
const MOST_OF_IT = 0.4;

/** Two periods side by side, by one part of their lines; the largest change first, each with what explains it. */
export class Comparison {
  readonly #part: Part;
  readonly #names: PartNames;
  readonly #now: Side;
  readonly #before: Side;
  readonly #holidays: ReadonlyMap<Workday, string>;
  readonly #write: Pick<Writer, 'hours' | 'date'>;
  readonly #pairs = new Map<string | null, Pair>();

  constructor(part: Part, names: PartNames, { now, before, holidays, write }: ComparedOf) {
    this.#part = part;
    this.#names = names;
    this.#now = now;
    this.#before = before;
    this.#holidays = holidays;
    this.#write = write;
  }

  /** Takes a line of one of the two. What lies beside the hours is compared only by code. */
  add(line: GroundLine, side: 'now' | 'before'): void {
    if (liesBeside(line.classId) && this.#part !== 'code') return;
    const key = partOf(this.#part, line);
    let pair = this.#pairs.get(key);
    if (pair === undefined) {
      pair = {
        now: new Half(),
        before: new Half(),
        personId: line.personId,
        byPerson: new Map(),
        byJob: new Map(),
        byDay: new Map(),
      };
      this.#pairs.set(key, pair);
    }
    const half = pair[side];
    half.people.add(line.person);
    half.days.add(line.workday);
    half.hours += line.hours;
    if (!liesBeside(line.classId)) half.payable += line.hours;
    half.cost += line.cost ?? 0n;
    const more = side === 'now' ? line.hours : -line.hours;
    const own = pair.byPerson.get(line.person) ?? { name: line.name, hours: 0 };
    own.hours += more;
    pair.byPerson.set(line.person, own);
    if (line.job !== null) pair.byJob.set(line.job, (pair.byJob.get(line.job) ?? 0) + more);
    const place = line.workday - (side === 'now' ? this.#now : this.#before).firstDay;
    pair.byDay.set(place, (pair.byDay.get(place) ?? 0) + more);
  }

  table(): ReportTable {
    const part = this.#part;
    const columns: ReportColumn[] = [
      { id: 'part', name: part.charAt(0).toUpperCase() + part.slice(1), kind: 'text', room: 46 },
      { id: 'before', name: 'Before', kind: 'hours' },
      { id: 'now', name: 'Now', kind: 'hours' },
      { id: 'change', name: 'Change', kind: 'hours' },
      { id: 'people', name: 'People', kind: 'count' },
      { id: 'cost', name: 'Change of cost', kind: 'money' },
      { id: 'explains', name: 'What explains it', kind: 'text', room: 60, grows: true, look: 'explanation' },
    ];
    const change = ({ now, before }: Pair) => now.hours - before.hours;
    const rows: ReportRow[] = [...this.#pairs]
      .sort(([a, x], [b, y]) => Math.abs(change(y)) - Math.abs(change(x)) || (a ?? '').localeCompare(b ?? ''))
      .map(([key, pair]) => ({
        key,
        personId: part === 'person' ? pair.personId : null,
        cells: [
          nameOfPart(this.#names, part, key),
          pair.before.hours,
          pair.now.hours,
          change(pair),
          pair.now.people.size,
          costText(pair.now.cost - pair.before.cost),
          this.#explained(pair).join('; '),
        ],
      }));
    const pairs = [...this.#pairs.values()];
    const payable = (side: 'now' | 'before') => pairs.reduce((sum, pair) => sum + pair[side].payable, 0);
    const everybody = new Set(pairs.flatMap(({ now }) => [...now.people])).size;
    return {
      columns,
      rows,
      sums: sumsOf(columns, rows, {
        before: payable('before'),
        now: payable('now'),
        change: payable('now') - payable('before'),
        people: everybody,
        cost: costText(pairs.reduce((sum, { now, before }) => sum + now.cost - before.cost, 0n)),
      }),
    };
  }

  #explained({ now, before, byPerson, byJob, byDay }: Pair): string[] {
    const change = now.hours - before.hours;
    if (change === 0) return [];
    const part = this.#part;
    const says: string[] = [];
    if (before.people.size === 0) says.push('new');
    if (now.people.size === 0) says.push('no longer there');
    const people = now.people.size - before.people.size;
    if (part !== 'person' && people !== 0 && says.length === 0)
      says.push(counted(people, 'person', 'people'));
    const days = now.days.size - before.days.size;
    if (days !== 0 && before.days.size > 0 && now.days.size > 0) says.push(counted(days, 'day', 'days'));
    const most = <K>(of: Iterable<readonly [K, number]>): readonly [K, number] | undefined => {
      let found: readonly [K, number] | undefined;
      for (const one of of)
        if (one[1] / change >= MOST_OF_IT && (found === undefined || one[1] / change > found[1] / change))
          found = one;
      return found;
    };
    const person =
      part === 'person' ? undefined : most([...byPerson.values()].map(({ name, hours }) => [name, hours]));
    if (person !== undefined) says.push(`${person[0]} ${this.#signed(person[1])}`);
    const job = part === 'job' ? undefined : most(byJob);
    if (job !== undefined && byJob.size > 1)
      says.push(`${this.#names.of('job', job[0])} ${this.#signed(job[1])}`);
    const day = most(byDay);
    if (day !== undefined) says.push(`${this.#dayOf(day[0])} ${this.#signed(day[1])}`);
    return says;
  }

  /** A day of the periods, with the holiday that it is in one of them. */
  #dayOf(place: number): string {
    const [now, before] = [workday(this.#now.firstDay + place), workday(this.#before.firstDay + place)];
    const isNow = now <= this.#now.lastDay;
    return this.#holidays.get(now) ?? this.#holidays.get(before) ?? this.#write.date(isNow ? now : before);
  }

  #signed(hours: number): string {
    return `${hours > 0 ? '+' : ''}${this.#write.hours(hours)}`;
  }
}

const counted = (by: number, one: string, many: string): string =>
  `${Math.abs(by)} ${Math.abs(by) === 1 ? one : many} ${by > 0 ? 'more' : 'fewer'}`;
