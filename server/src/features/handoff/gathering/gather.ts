import { createHash } from 'node:crypto';
import {
  type BatchLine,
  type CardFacts,
  type ClassId,
  type CodeMapping,
  compileMapping,
  type DifferenceLine,
  type Facts,
  type FileCheck,
  isAmount,
  isPremium,
  isWorked,
  type Layout,
  type LayoutColumn,
  liesBeside,
  type PaidClass,
  type SumId,
  sumOf,
  totalsOf,
  type Uncaught,
  type Workday,
  workdayToIso,
} from '@heath/core';
import { activeApprovals } from '../../../cards/approvals.ts';
import type { Database, Reads } from '../../../database/connect.ts';
import type { period } from '../../../database/schema/index.ts';
import type { Printing } from '../../../http/printing.ts';
import type { Report } from '../../../http/progress.ts';
import { codesByCode, headOf } from '../../../pay/batch-lines.ts';
import { fileMaker } from '../../../pay/file-maker.ts';
import { knownPeople } from '../../../pay/known-people.ts';
import { asksForHolidays, type CardOfLines, linesOfCards, placesByNumber } from '../../../pay/lines.ts';
import type { Sink } from '../../../pay/making.ts';
import type { KeptMapping } from '../../../pay/mapping.ts';
import { pastHours } from '../../../pay/past-hours.ts';
import { jobNames, lineWords } from '../../../pay/words.ts';
import { unownedIn } from '../../../records/unowned-badges.ts';
import type { NewLine } from '../batches/store.ts';
import { type Correcting, linesOfCorrecting } from './correcting.ts';
import { alsoPaid, codesBefore, keyOfSum } from './store.ts';

/** What is to be handed off. */
export interface ToHandOff {
  readonly period: typeof period.$inferSelect;
  readonly groups: readonly { readonly id: number; readonly approvals: number }[];
  readonly number: number;
  readonly mapping: KeptMapping;
  readonly layout: Layout;
  /** In order of number. */
  readonly correcting: readonly Correcting[];
  /** How many cards there are, for the progress. */
  readonly cards: number;
}

/** Takes what a handoff is made of, while it is gathered. */
export interface Sinks {
  readonly lines: (lines: readonly NewLine[]) => Promise<void>;
  readonly bytes: Sink;
  readonly paper: Printing['paper'];
}

/** What some lines come to under one code, of what can be added up together. */
interface CodeTotal {
  /** Null: the catch-all. */
  readonly code: string | null;
  readonly sum: SumId;
  /** Whether worked time is paid under it. */
  worked: boolean;
  readonly people: Set<string>;
  /** The same by class. */
  readonly classes: Map<ClassId, { lines: number; hours: number }>;
  lines: number;
  hours: number;
}

/** Result of gathering. */
export interface Gathered {
  readonly facts: Facts;
  readonly codes: readonly CodeTotal[];
  readonly lines: number;
  readonly people: number;
  readonly payableHours: number;
  readonly premiumHours: number;
  /** SHA-256 of the lines, whatever the file looks like. */
  readonly content: string;
  readonly correcting: { readonly lines: number; readonly people: number; readonly hours: number };
}

/** Number of differences of earlier periods whose lines are read at once. */
const CORRECTING_AT_ONCE = 500;

/** Characters hashed at once. Line by line, hashing took twice as long. */
const CONTENT_AT_ONCE = 64 * 1024;

/** More than so many payable hours a day, over all days of a period, cannot be true. */
const MOST_HOURS_A_DAY = 16 * 90_000;

/** Reads every card of some pay groups, maps its lines and makes the file, card after card, and counts what the checks look at. */
export async function gather(
  database: Database,
  queries: Reads,
  what: ToHandOff,
  sinks: Sinks,
  report: Report,
): Promise<Gathered> {
  const { period, groups, mapping, layout } = what;
  const places = await placesByNumber(queries);
  const names = jobNames(places);
  const codes = await codesByCode(queries);
  const head = headOf(what.number, period);
  const compiled = compileMapping(mapping.rules);
  // What corrects earlier periods is read beside the transaction, too: where it was compared anew meanwhile, `markSent` refuses.
  const begin = () => new Gathering(database, compiled, names, codes, what.correcting);
  const gathering = begin();
  const which = {
    periodId: period.id,
    firstDay: period.firstDay,
    lastDay: period.lastDay,
    groups: groups.map(({ id }) => id),
  };
  // Beside the transaction: it holds these cards, so that nobody changes them, and keeps lines while the next cards are read.
  const read = () => ahead(linesOfCards(database, database, which, places, asksForHolidays(mapping.rules)));

  const maker = fileMaker(layout, head, sinks.bytes, sinks.paper);
  await maker.start(await totalsBefore(layout, read, begin));
  let done = 0;
  for await (const cards of read()) {
    await gathering.readCorrectionsUpTo(cards);
    const lines = cards.flatMap((card) => gathering.card(card));
    // The database keeps lines while the file is made of them.
    await Promise.all([sinks.lines(lines), maker.add(lines)]);
    done += cards.length;
    report(done, Math.max(what.cards, done));
  }
  for await (const left of ahead(gathering.rest())) await Promise.all([sinks.lines(left), maker.add(left)]);
  const file = await maker.end();

  const facts = await factsOf(queries, what, gathering, file, codes);
  return gathering.result(facts);
}

/** Values of a generator, with the next one requested while the last is worked on. */
async function* ahead<T>(from: AsyncGenerator<T>): AsyncGenerator<T> {
  let next = from.next();
  for (;;) {
    const { done, value } = await next;
    if (done === true) return;
    next = from.next();
    // Whoever stops before it comes does not hear of its failure.
    next.catch(() => {});
    yield value;
  }
}

/** A record before the lines says what they come to, so that they are read once before. */
async function totalsBefore(
  layout: Layout,
  read: () => AsyncGenerator<readonly CardOfLines[]>,
  begin: () => Gathering,
) {
  if (layout.header === null || !layout.header.some(counts)) return null;
  const gathering = begin();
  const lines: BatchLine[] = [];
  for await (const cards of read()) {
    await gathering.readCorrectionsUpTo(cards);
    for (const card of cards) lines.push(...gathering.card(card));
  }
  for await (const left of gathering.rest()) lines.push(...left);
  return totalsOf(layout, lines);
}

const counts = ({ holds }: LayoutColumn): boolean => COUNTS.has(holds);
const COUNTS: ReadonlySet<LayoutColumn['holds']> = new Set([
  'hours',
  'premium hours',
  'control total',
  'line count',
  'people count',
]);

/** Makes lines of cards, and counts them. */
class Gathering {
  readonly #queries: Reads;
  readonly #mapping: CodeMapping;
  readonly #names: ReadonlyMap<string, string>;
  readonly #known: Awaited<ReturnType<typeof codesByCode>>;
  readonly #correcting: readonly Correcting[];
  /** How many of these have had their lines read; those that are and were not used yet, in order. */
  #read = 0;
  readonly #ready: { readonly of: Correcting; readonly lines: readonly DifferenceLine[] }[] = [];
  #seq = 0;
  readonly #codes = new Map<string, CodeTotal>();
  readonly cards: (Omit<CardFacts, 'isApproved' | 'past' | 'alsoIn'> & {
    readonly fingerprint: number;
    readonly groupId: number;
  })[] = [];
  readonly #uncaught = new Map<string, { lines: number; hours: number }>();
  readonly #people = new Set<string>();
  readonly #hash = createHash('sha256');
  /** What is still to be hashed. */
  #content = '';
  hoursInLines = 0;
  payableHours = 0;
  premiumHours = 0;
  readonly correcting = { lines: 0, people: 0, hours: 0 };

  constructor(
    queries: Reads,
    mapping: CodeMapping,
    names: ReadonlyMap<string, string>,
    known: Awaited<ReturnType<typeof codesByCode>>,
    correcting: readonly Correcting[],
  ) {
    this.#queries = queries;
    this.#mapping = mapping;
    this.#names = names;
    this.#known = known;
    this.#correcting = correcting;
  }

  /** Reads what corrects earlier periods of people up to the last of some cards. */
  async readCorrectionsUpTo(cards: readonly CardOfLines[]): Promise<void> {
    const last = cards.at(-1)?.number;
    if (last === undefined) return;
    const next = this.#correcting.findIndex(({ number }, i) => i >= this.#read && number > last);
    await this.#readUntil(next < 0 ? this.#correcting.length : next);
  }

  async #readUntil(end: number): Promise<void> {
    const some = this.#correcting.slice(this.#read, end);
    if (some.length === 0) return;
    const lines = await linesOfCorrecting(this.#queries, some);
    this.#ready.push(...some.map((of, i) => ({ of, lines: lines[i] ?? [] })));
    this.#read = end;
  }

  /** The lines of a card, with what corrects earlier periods of this person and of those before them. */
  card(card: CardOfLines): NewLine[] {
    const made = this.#correctingUntil(card.number);
    const codes = new Set<string>();
    let lastPaidDay: Workday | null = null;
    for (const line of card.lines) {
      const code = this.#mapping.rules[this.#mapping.ruleOf(line)]?.code ?? null;
      this.#count(code, line.classId, card.number, line.hours);
      if (!liesBeside(line.classId)) this.hoursInLines += line.hours;
      if (lastPaidDay === null || line.workday > lastPaidDay) lastPaidDay = line.workday;
      if (code === null) {
        const words = lineWords(line, this.#names);
        const sum = this.#uncaught.get(words) ?? { lines: 0, hours: 0 };
        this.#uncaught.set(words, { lines: sum.lines + 1, hours: sum.hours + line.hours });
        continue;
      }
      codes.add(code);
      made.push(this.#made(card, line, code, line.group, null));
    }
    const { personId, number, name, isComputed, toSettle, payableHours, lastDay, fingerprint, groupId } =
      card;
    this.cards.push({
      personId,
      number,
      name,
      isComputed,
      toSettle,
      payableHours,
      lastDay,
      fingerprint,
      groupId,
      lastPaidDay,
      codes,
    });
    return made;
  }

  /** What corrects earlier periods of people who have no card any more, some at a time. */
  async *rest(): AsyncGenerator<NewLine[]> {
    do {
      await this.#readUntil(Math.min(this.#read + CORRECTING_AT_ONCE, this.#correcting.length));
      const made = this.#correctingUntil(null);
      if (made.length > 0) yield made;
    } while (this.#read < this.#correcting.length);
  }

  /** Lines by code and class, in order of code. */
  get paid(): PaidClass[] {
    return [...this.#codes.values()]
      .flatMap(({ code, classes }) =>
        code === null ? [] : [...classes].map(([classId, sum]) => ({ code, classId, ...sum })),
      )
      .sort((a, b) => (a.code < b.code ? -1 : a.code > b.code ? 1 : 0));
  }

  get uncaught(): Uncaught[] {
    return [...this.#uncaught].map(([what, sum]) => ({ what, ...sum }));
  }

  #hashContent(): void {
    this.#hash.update(this.#content);
    this.#content = '';
  }

  result(facts: Facts): Gathered {
    this.#hashContent();
    return {
      facts,
      codes: [...this.#codes.values()],
      lines: this.#seq,
      people: this.#people.size,
      payableHours: this.payableHours,
      premiumHours: this.premiumHours,
      content: this.#hash.digest('hex'),
      correcting: this.correcting,
    };
  }

  #correctingUntil(number: string | null): NewLine[] {
    const made: NewLine[] = [];
    const end = number === null ? -1 : this.#ready.findIndex(({ of }) => of.number > number);
    for (const { of, lines } of this.#ready.splice(0, end < 0 ? this.#ready.length : end)) {
      this.correcting.people++;
      for (const line of lines) {
        this.correcting.lines++;
        if (!liesBeside(line.classId)) this.correcting.hours += line.hours;
        this.#count(line.code, line.classId, of.number, line.hours);
        made.push(this.#made(of, line, line.code, of.group, of.period));
      }
    }
    return made;
  }

  #count(code: string | null, classId: ClassId, person: string, hours: number): void {
    const sum = sumOf(classId);
    const key = keyOfSum({ code, sum });
    let total = this.#codes.get(key);
    if (total === undefined) {
      total = { code, sum, worked: false, people: new Set(), classes: new Map(), lines: 0, hours: 0 };
      this.#codes.set(key, total);
    }
    total.worked ||= isWorked(classId);
    total.people.add(person);
    total.lines++;
    total.hours += hours;
    const own = total.classes.get(classId);
    if (own === undefined) total.classes.set(classId, { lines: 1, hours });
    else {
      own.lines++;
      own.hours += hours;
    }
  }

  // Written out as one literal, value by value: with spreads, two hundred thousand lines took seven seconds instead of one (`handoff` in the bench).
  #made(
    { personId, number, name }: { readonly personId: number; readonly number: string; readonly name: string },
    line: Omit<DifferenceLine, 'code'>,
    code: string,
    group: string,
    corrects: Correcting['period'] | null,
  ): NewLine {
    const { workday, classId, multiplier, rule, job, department, site, costCenter, seconds, hours } = line;
    const seq = ++this.#seq;
    this.#people.add(number);
    if (isPremium(classId)) this.premiumHours += hours;
    else if (!isAmount(classId)) this.payableHours += hours;
    const known = this.#known.get(code);
    this.#content += `${JSON.stringify([number, workdayToIso(workday), code, classId, multiplier, rule, job, department, site, costCenter, hours, corrects?.id ?? null])}\n`;
    if (this.#content.length > CONTENT_AT_ONCE) this.#hashContent();
    return {
      seq,
      personId,
      person: number,
      name,
      group,
      workday,
      code,
      codeName: known?.name ?? '',
      account: known?.account ?? null,
      classId,
      multiplier,
      rule,
      job,
      department,
      site,
      costCenter,
      seconds,
      hours,
      corrects,
    };
  }
}

async function factsOf(
  queries: Reads,
  { period, groups }: ToHandOff,
  gathering: Gathering,
  file: FileCheck,
  codes: Awaited<ReturnType<typeof codesByCode>>,
): Promise<Facts> {
  const needed = new Map(groups.map(({ id, approvals }) => [id, approvals]));
  const stands = new Map(
    (await activeApprovals(queries, period.id)).map(({ personId, fingerprint, people }) => [
      `${personId} ${fingerprint}`,
      people,
    ]),
  );
  const past = await pastHours(queries, period);
  const also = await alsoPaid(queries, period);
  const known = await knownPeople(queries);
  return {
    firstDay: period.firstDay,
    lastDay: period.lastDay,
    cards: gathering.cards.map(({ fingerprint, groupId, ...card }) => ({
      ...card,
      isApproved: (stands.get(`${card.personId} ${fingerprint}`) ?? 0) >= (needed.get(groupId) ?? 1),
      past: past.get(card.personId) ?? [],
      alsoIn: also.get(card.personId) ?? [],
    })),
    uncaught: gathering.uncaught,
    paid: gathering.paid,
    unownedBadges: await unownedIn(queries, period),
    known,
    codes: [...codes.values()],
    codesBefore: await codesBefore(queries),
    hoursInLines: gathering.hoursInLines,
    file,
    settings: { hoursADay: MOST_HOURS_A_DAY },
  };
}
