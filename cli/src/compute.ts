import {
  type Calendar,
  type Computed,
  type Correction,
  compute,
  type DayReason,
  type DaySpan,
  exactHours,
  exceptionSentence,
  holdsUp,
  hoursOf,
  hoursPaidIn,
  inputSpan,
  instant,
  instantToIso,
  type Leave,
  NamesAsTheyCome,
  type PersonInput,
  type Plan,
  type Punch,
  punchesAround,
  type ReasonWriter,
  reasonSentence,
  SECONDS_PER_DAY,
  type ShiftReason,
  shiftsOverOf,
  spokenHours,
  type Workday,
  workday,
  workdayToIso,
  ZoneTables,
} from '@heath/core';
import { type Kind, OUT_COLUMNS } from './columns.ts';
import {
  type CalendarRow,
  calendarDayOf,
  correctionOf,
  leaveOf,
  type PersonRow,
  personOf,
  planOf,
  punchOf,
  type Reading,
} from './read/records.ts';
import { type Row, rowsOf } from './read/rows.ts';
import { readEditions } from './read/rulebook.ts';
import { Refusal } from './refusal.ts';
import { Cursor, SortedByPerson } from './sorted.ts';
import { Output } from './write.ts';

/** What `heath compute` is told. Files are by path; `-` is a standard stream. */
export interface ComputeOptions {
  readonly punches: string;
  readonly rulebook: string;
  readonly people?: string | undefined;
  readonly plans?: string | undefined;
  readonly calendar?: string | undefined;
  readonly leave?: string | undefined;
  readonly corrections?: string | undefined;
  readonly zone?: string | undefined;
  readonly from: Workday;
  readonly to: Workday;
  readonly out: string;
  readonly why?: string | undefined;
  readonly exceptions?: string | undefined;
}

/** Something of one person, on its way through the sorting. */
type PersonRecord =
  | { readonly punch: Punch }
  | { readonly plan: Plan }
  | { readonly leave: Leave }
  | { readonly correction: Correction }
  | { readonly restDay: Workday };

/**
 * Computes files into lines, person after person. Everything is read and checked before anything is written, and sorted by person
 * on disk, so that memory does not grow with the number of people.
 *
 * @returns 0, or 1 where exceptions hold up a handoff. Throws a Refusal for bad input.
 */
export async function computeFiles(options: ComputeOptions): Promise<0 | 1> {
  if (options.to < options.from) throw new Refusal('--to', 'it lies before --from.');
  const inputs = [
    options.punches,
    options.people,
    options.plans,
    options.calendar,
    options.leave,
    options.corrections,
  ];
  if (inputs.filter((file) => file === '-').length > 1)
    throw new Refusal('-', 'the standard input can be read once.');
  const outputs = [options.out, options.why, options.exceptions].filter((file) => file !== undefined);
  if (new Set(outputs).size < outputs.length) throw new Refusal(options.out, 'two outputs would go there.');
  const names = new NamesAsTheyCome();
  const editions = await readEditions(options.rulebook, names);
  const span = inputSpan(options.from, options.to, editions, [{ first: options.from, last: options.to }]);
  const needed = editions.within(workday(span.first - 2), workday(span.last + 2));
  // Wide enough for any punch that is read, near the span or not.
  const zones = ZoneTables.around(
    instant((span.first - 400) * SECONDS_PER_DAY),
    instant((span.last + 400) * SECONDS_PER_DAY),
  );
  const people = new Map<string, PersonRow>();
  const reading: Reading = {
    names,
    zones,
    zone: options.zone ?? null,
    people,
    workdayRules: needed.on(options.to).workday,
  };
  await each('people', options.people, async (row) => {
    const [person, known] = personOf(row);
    if (people.has(person)) throw new Refusal(row.where, `${person} stands twice in the file.`);
    people.set(person, known);
  });
  const sorted = new SortedByPerson<PersonRecord>();
  try {
    const holidays = new Map<Workday, string>();
    const everybodyRests = new Set<Workday>();
    await each('calendar', options.calendar, async (row) => {
      const day: CalendarRow = calendarDayOf(row);
      if (day.kind === 'holiday') holidays.set(day.workday, day.name);
      else if (day.person === null) everybodyRests.add(day.workday);
      else await sorted.add(day.person, { restDay: day.workday });
    });
    const from = (span.first - 3) * SECONDS_PER_DAY;
    const to = (span.last + 4) * SECONDS_PER_DAY;
    const near = (at: number) => at >= from && at < to;
    const add = async (row: Row, record: PersonRecord) => {
      const { person } = row.cells;
      if (person === undefined || person === '') throw new Refusal(row.where, 'person is empty.');
      if (options.people !== undefined && !people.has(person))
        throw new Refusal(row.where, `nobody in ${options.people} is ${person}.`);
      await sorted.add(person, record);
    };
    // All of them: which ones bear on the span can be told when a person's whole record is together.
    await each('punches', options.punches, async (row) => add(row, { punch: punchOf(row, reading) }));
    await each('plans', options.plans, async (row) => {
      const plan = planOf(row, reading);
      if (near(plan.startsAt)) await add(row, { plan });
    });
    await each('leave', options.leave, async (row) => add(row, { leave: leaveOf(row, reading) }));
    await each('corrections', options.corrections, async (row) =>
      add(row, { correction: correctionOf(row, reading) }),
    );
    return await computeSorted(options, sorted, {
      names,
      base: { first: options.from, last: options.to, editions: needed, zones, asOf: null },
      span,
      holidays,
      everybodyRests,
    });
  } finally {
    await sorted.end();
  }
}

async function each(kind: Kind, file: string | undefined, take: (row: Row) => Promise<void>): Promise<void> {
  if (file === undefined) return;
  for await (const row of rowsOf(kind, file)) await take(row);
}

interface Company {
  readonly names: NamesAsTheyCome;
  readonly base: Omit<PersonInput, 'punches' | 'corrections' | 'plans' | 'leave' | 'calendar'>;
  /** The workdays that the span asked for hangs together with. */
  readonly span: DaySpan;
  readonly holidays: ReadonlyMap<Workday, string>;
  readonly everybodyRests: ReadonlySet<Workday>;
}

async function computeSorted(
  options: ComputeOptions,
  sorted: SortedByPerson<PersonRecord>,
  company: Company,
): Promise<0 | 1> {
  const out = new Output(options.out);
  const why = options.why === undefined ? null : new Output(options.why);
  const exceptions = options.exceptions === undefined ? null : new Output(options.exceptions);
  const all = [out, why, exceptions].filter((output) => output !== null);
  let isHeldUp = false;
  try {
    await out.header(OUT_COLUMNS.lines);
    await exceptions?.header(OUT_COLUMNS.exceptions);
    const cursor = new Cursor(sorted);
    for (let person = await cursor.peek(); person !== null; person = await cursor.peek()) {
      const computed = compute(inputOf(await cursor.take(person), company), why !== null);
      if (computed.exceptions.some(holdsUp)) isHeldUp = true;
      await writeLines(out, person, computed, company);
      if (exceptions !== null) await writeExceptions(exceptions, person, computed);
      if (why !== null) await writeReasons(why, person, computed);
    }
    for (const output of all) await output.done();
  } catch (error) {
    for (const output of all) await output.drop();
    throw error;
  }
  return isHeldUp ? 1 : 0;
}

function inputOf(
  records: readonly PersonRecord[],
  { base, span, holidays, everybodyRests }: Company,
): PersonInput {
  const punches: Punch[] = [];
  const plans: Plan[] = [];
  const leave: Leave[] = [];
  const corrections: Correction[] = [];
  const restDays = new Set(everybodyRests);
  for (const record of records) {
    if ('punch' in record) punches.push(record.punch);
    else if ('plan' in record) plans.push(record.plan);
    else if ('leave' in record) leave.push(record.leave);
    else if ('correction' in record) corrections.push(record.correction);
    else restDays.add(record.restDay);
  }
  const calendar: Calendar = { holidays, restDays };
  const input = { ...base, punches, plans, leave, corrections, calendar };
  // A person whose shifts reach further than others' needs more days.
  const { first, last, editions } = input;
  const own = inputSpan(first, last, editions, [{ first, last }], shiftsOverOf(input));
  const days = {
    first: workday(Math.min(span.first, own.first)),
    last: workday(Math.max(span.last, own.last)),
  };
  return { ...input, punches: punchesAround(input, days) };
}

async function writeLines(
  out: Output,
  person: string,
  computed: Computed,
  { names, base: { editions } }: Company,
): Promise<void> {
  const rows = computed.lines.map((line) => ({
    person,
    workday: workdayToIso(line.workday),
    class: line.classId,
    job: names.of(line.job),
    department: names.of(line.department),
    seconds: line.seconds,
    hours: hoursPaidIn(line.hours, editions.on(line.workday).lines.step),
  }));
  await out.rows(OUT_COLUMNS.lines, rows);
}

async function writeExceptions(out: Output, person: string, computed: Computed): Promise<void> {
  const rows = computed.exceptions.map((exception) => ({
    person,
    workday: workdayToIso(exception.workday),
    kind: exception.kind,
    severity: exception.severity,
    at: instantToIso(exception.at),
    measured: exception.measured,
    limit: exception.limit,
    proposals: exception.proposals.map(({ at, from }) => `${instantToIso(at)} ${from}`).join('; '),
    says: exceptionSentence(exception, { time: inWords, distance: (meters) => `${meters} m` }),
  }));
  await out.rows(OUT_COLUMNS.exceptions, rows);
}

const inWords = (seconds: number): string => spokenHours(hoursOf(seconds));

/** How the values of reasons are written in a file: moments in UTC, as everywhere else in it. */
const WRITER: ReasonWriter = {
  time: instantToIso,
  day: workdayToIso,
  length: inWords,
  hours: (seconds) => `${exactHours(hoursOf(seconds))} h`,
};

const inSentences = <Reason extends ShiftReason | DayReason>(reasons: readonly Reason[]) =>
  reasons.map((reason) => ({ ...reason, says: reasonSentence(reason, WRITER)?.says ?? '' }));

/** One object a person: the reasons of each shift, and of what goes beyond single shifts; each as data and as a sentence. */
async function writeReasons(out: Output, person: string, computed: Computed): Promise<void> {
  const shifts = computed.shifts
    .filter(({ reasons }) => reasons.length > 0)
    .map(({ workday, reasons }) => ({ workday: workdayToIso(workday), reasons: inSentences(reasons) }));
  await out.text(`${JSON.stringify({ person, shifts, reasons: inSentences(computed.reasons) })}\n`);
}
