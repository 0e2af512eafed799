import {
  type ClassId,
  classesOf,
  classLabel,
  classParts,
  classSums,
  HOURS_PER_SECOND,
  type Instant,
  isOvertime,
  isPremium,
  type Line,
  payableHours,
  SECONDS_PER_DAY,
  shortWeekday,
  type Workday,
  type Writer,
  wallOf,
  workday,
  workweekOf,
} from '@heath/core';
import type { ComputedCard } from '../../cards/computed-cards.ts';
import type { PlacesByNumber } from '../../pay/lines.ts';

/** From when to when of a day, in seconds since its midnight on the wall clock of the site. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** How a stretch of payable time is drawn: its overtime tier, from 0 for ordinary time. */
export interface Band extends Stretch {
  readonly tier: number;
}

/** One line of a printed card: a day, or the sum of a workweek. */
export interface SheetRow {
  readonly label: string;
  readonly isSum: boolean;
  /** Beside the label: the holiday. */
  readonly aside: string;
  readonly clocked: readonly Stretch[];
  readonly bands: readonly Band[];
  readonly plans: readonly Stretch[];
  readonly times: string;
  readonly cells: readonly string[];
}

/** The hours that the drawings of all days of a card show, and those that are written above them. */
interface SheetAxis extends Stretch {
  readonly hours: readonly { readonly at: number; readonly label: string }[];
}

/** One time card as it stands on paper. */
export interface Sheet {
  readonly name: string;
  readonly under: string;
  readonly title: string;
  readonly headings: readonly string[];
  readonly axis: SheetAxis;
  readonly rows: readonly SheetRow[];
  /** What it comes to, by class: a figure and what it is. */
  readonly sums: readonly { readonly figure: string; readonly what: string }[];
  readonly statement: string;
  readonly signers: readonly [person: string, supervisor: string];
  readonly foot: string;
  readonly page: string;
}

/** What all sheets of one printing share. */
export interface SheetsOf {
  readonly writer: Writer;
  readonly places: PlacesByNumber;
  /** Names of people by id. */
  readonly names: ReadonlyMap<number, string>;
  readonly cards: number;
}

/** A card as it is printed for signing: sheet `place` of all of them. */
export function sheetOf(card: ComputedCard, place: number, of: SheetsOf): Sheet {
  const { subject, input, history, computed, days } = card;
  const { writer, places, names } = of;
  const overtime = classesOf(classSums(computed.lines)).filter(isOvertime);
  const columns = columnsOf(overtime, writer);
  const corrections = history.filter(({ kind }) => kind !== 'accept').length;
  const supervisor = subject.supervisorId === null ? '' : (names.get(subject.supervisorId) ?? '');
  const site = places.sites.get(subject.siteId)?.name;
  const rows = rowsOf(card, columns, input.zones.of(subject.zone), writer);
  return {
    name: subject.name,
    under: [
      subject.number,
      subject.department,
      ...(site === undefined ? [] : [site]),
      `${subject.rulebook.name}, edition ${subject.rulebook.edition}`,
    ].join(' · '),
    title: `Time card, ${writer.dates(days.firstDay, days.lastDay)}`,
    headings: columns.map(({ name }) => name),
    axis: axisOf(rows, writer),
    rows,
    sums: sumsOf(computed.lines, writer),
    statement: `“These are my hours, and I took my breaks as shown.” Corrected: ${corrections === 0 ? 'never' : corrections === 1 ? 'once' : `${corrections} times`}.`,
    signers: [subject.name, supervisor === '' ? 'Supervisor' : `${supervisor}, supervisor`],
    foot: footOf(card, writer),
    page: `${place.toLocaleString('en')} of ${of.cards.toLocaleString('en')}`,
  };
}

const HOUR = 3600;
/** So far apart hours are written. */
const HOURS_APART = 4 * HOUR;

/** At least twelve whole hours, around all that is drawn. */
function axisOf(rows: readonly SheetRow[], writer: Writer): SheetAxis {
  const drawn = rows.flatMap(({ clocked, bands, plans }) => [...clocked, ...bands, ...plans]);
  const from =
    drawn.length === 0 ? 6 * HOUR : Math.floor(Math.min(...drawn.map((one) => one.from)) / HOUR) * HOUR;
  const last = Math.ceil(Math.max(from, ...drawn.map(({ to }) => to)) / HOUR) * HOUR;
  const to = Math.max(last, from + 12 * HOUR);
  const hours: { at: number; label: string }[] = [];
  for (let at = Math.ceil(from / HOURS_APART) * HOURS_APART; at <= to; at += HOURS_APART)
    hours.push({ at, label: writer.hourOfDay((((at / HOUR) % 24) + 24) % 24) });
  return { from, to, hours };
}

/** A column of figures: what it is called, and what of a day's lines and plans it adds up. */
interface SheetColumn {
  readonly name: string;
  readonly of: (lines: readonly Line[], plannedHours: number) => number;
}

function columnsOf(overtime: readonly ClassId[], writer: Writer): SheetColumn[] {
  const unit = writer.writing.hours === 'decimal' ? ', h' : '';
  const sum = (counts: (classId: ClassId) => boolean) => (lines: readonly Line[]) =>
    lines.reduce((all, { classId, hours }) => (counts(classId) ? all + hours : all), 0);
  return [
    { name: `Planned${unit}`, of: (_, planned) => planned },
    { name: `Ordinary${unit}`, of: sum((classId) => classId === 'ordinary') },
    ...overtime.map((tier) => ({
      name: `× ${multiplierOf(tier)}${unit}`,
      of: sum((classId) => classId === tier),
    })),
    {
      name: `Not worked${unit}`,
      of: sum((classId) => !isPremium(classId) && classParts(classId).kind !== 'worked'),
    },
    { name: `Paid${unit}`, of: (lines) => payableHours(classSums(lines)) },
  ];
}

const multiplierOf = (classId: ClassId): number => {
  const parts = classParts(classId);
  return parts.kind === 'worked' ? parts.multiplier : 1;
};

/** The days of the card, each workweek with its sum below it. */
function rowsOf(
  card: ComputedCard,
  columns: readonly SheetColumn[],
  offsets: Parameters<typeof wallOf>[0],
  writer: Writer,
): SheetRow[] {
  const { subject, input, computed, days } = card;
  const { weekStartsOn } = subject.rulebook.workday;
  const rows: SheetRow[] = [];
  const cellsOf = (first: Workday, last: Workday) => {
    const isWithin = (day: Workday) => day >= first && day <= last;
    const lines = computed.lines.filter((line) => isWithin(line.workday));
    const planned = input.plans.reduce(
      (sum, plan) => (isWithin(plan.workday) ? sum + plan.endsAt - plan.startsAt : sum),
      0,
    );
    return columns.map(({ of }) => {
      const hours = of(lines, planned * HOURS_PER_SECOND);
      return hours === 0 ? '' : writer.hours(hours);
    });
  };
  for (let day = days.firstDay; day <= days.lastDay; day = workday(day + 1)) {
    const place = (at: Instant) => wallOf(offsets, at) - day * SECONDS_PER_DAY;
    const shifts = computed.shifts.filter((shift) => shift.workday === day);
    const spells = shifts.flatMap((shift) => shift.spells);
    const time = (at: Instant) => writer.timeOfDay(wallOf(offsets, at));
    rows.push({
      label: `${shortWeekday(day)} ${writer.dateOfYear(day)}`,
      isSum: false,
      aside: input.calendar?.holidays.get(day) ?? '',
      clocked: spells.map((spell) => ({ from: place(spell.in.at), to: place(spell.out.at) })),
      bands: computed.segments
        .filter((segment) => segment.workday === day)
        .map(({ start, end, pay }) => ({ from: place(start), to: place(end), tier: tierOf(pay.multiplier) })),
      plans: input.plans
        .filter((plan) => plan.workday === day)
        .map((plan) => ({ from: place(plan.startsAt), to: place(plan.endsAt) })),
      times: spells.map((spell) => `${time(spell.in.at)}–${time(spell.out.at)}`).join(', '),
      cells: cellsOf(day, day),
    });
    const week = workweekOf(day, weekStartsOn);
    if (day !== week + 6 && day !== days.lastDay) continue;
    const first = workday(Math.max(week, days.firstDay));
    rows.push({
      label: `Week from ${writer.dateOfYear(first)}`,
      isSum: true,
      aside: '',
      clocked: [],
      bands: [],
      plans: [],
      times: '',
      cells: cellsOf(first, day),
    });
  }
  return rows;
}

/** Ordinary time is 0, up to double 1, double 2, more 3: as screens hatch them. */
function tierOf(multiplier: number): number {
  if (multiplier === 1) return 0;
  if (multiplier < 2) return 1;
  return multiplier === 2 ? 2 : 3;
}

function sumsOf(lines: readonly Line[], writer: Writer): Sheet['sums'] {
  const sums = classSums(lines);
  return [
    { figure: writer.hoursWithUnit(payableHours(sums)), what: 'paid' },
    ...classesOf(sums).map((classId) => ({
      figure: writer.hours(sums[classId]?.hours ?? 0),
      what: `${isPremium(classId) ? 'of it ' : ''}${classLabel(classId).toLowerCase()}`,
    })),
  ];
}

/** Who approved the card as it is now, and whether it was handed off. */
function footOf({ subject, approvals }: ComputedCard, writer: Writer): string {
  const standing = approvals.filter(({ fingerprint }) => fingerprint === subject.fingerprint);
  const by = standing.map(
    ({ by, madeAt }) => `${by}, ${writer.date(workday(Math.floor(madeAt / SECONDS_PER_DAY)))}`,
  );
  return [
    'Heath',
    by.length === 0 ? 'not approved' : `approved by ${by.join(' and ')}`,
    ...(subject.sealed ? ['handed off'] : []),
  ].join(' · ');
}
