/**
 * A plain calculation of the pay lines, stretch by stretch, straight from the text of a punch file and the three agreements
 * as people would read them. It shares no code with Heath: it is here to disagree where Heath is wrong.
 */
import { DateTime } from 'luxon';

export interface PlainPunch {
  readonly person: string;
  readonly at: number;
  readonly kind: string;
  readonly job?: string;
}

/** Hours of leave, as they were booked. */
export interface PlainLeave {
  readonly person: string;
  readonly day: string;
  readonly hours: number;
}

export type Agreement = 'harbor' | 'shore' | 'night';

const HOUR = 3600;
const zone = 'Europe/London';
const localDate = (at: number) => DateTime.fromSeconds(at, { zone }).toISODate()!;
const mondayOf = (date: string) => DateTime.fromISO(date, { zone: 'utc' }).startOf('week').toISODate()!;

/** The punches of a file with columns person, moment with offset, kind. */
export function readPunches(csv: string): PlainPunch[] {
  return csv
    .trim()
    .split(/\r?\n/)
    .slice(1)
    .map((line) => {
      const [person, moment, kind, job] = line.split(',') as [string, string, string, string];
      return { person, at: Date.parse(moment) / 1000, kind: kind === '' ? 'either' : kind, job };
    });
}

type Spell = { start: number; end: number; storm: boolean };

/**
 * Spells in shifts: a shift ends where somebody stays away more than four hours. Of two ins in a row the first pays nothing, and neither does
 * an out that no in goes before; a change of job ends one spell and begins the next.
 */
function shiftsOf(punches: readonly PlainPunch[]): Spell[][] {
  const shifts: Spell[][] = [];
  let since: number | null = null;
  let storm = false;
  let lastOut = Number.NEGATIVE_INFINITY;
  for (const punch of [...punches].sort((a, b) => a.at - b.at)) {
    const comesIn =
      punch.kind === 'either' ? since === null : punch.kind === 'in' || punch.kind.endsWith(' in');
    if (comesIn) {
      since = punch.at;
      storm = punch.job === 'Storm duty';
      const isEmpty = shifts.length > 0 && shifts[shifts.length - 1]!.length === 0;
      if (punch.at - lastOut > 4 * HOUR && !isEmpty) shifts.push([]);
    } else if (since !== null) {
      shifts[shifts.length - 1]!.push({ start: since, end: punch.at, storm });
      lastOut = punch.at;
      const goesOn = punch.kind === 'job change';
      since = goesOn ? punch.at : null;
      storm = goesOn && punch.job === 'Storm duty';
    }
  }
  return shifts;
}

/** To the quarter hour: seven minutes and less back, eight and more on. London is whole hours from UTC. */
function quarter(at: number): number {
  const into = at % 900;
  return into < 480 ? at - into : at - into + 900;
}

/** A paid stretch, and whether it was worked at storm duty. */
interface Paid {
  readonly start: number;
  readonly end: number;
  readonly storm: boolean;
}

const lengthOf = (stretches: readonly Pick<Paid, 'start' | 'end'>[]): number =>
  stretches.reduce((sum, { start, end }) => sum + end - start, 0);

/** Cuts a stretch after so many seconds; what has no length is left out. */
function cut<T extends Paid>(stretch: T, after: number): T[] {
  const at = Math.min(Math.max(stretch.start + after, stretch.start), stretch.end);
  return [
    { ...stretch, end: at },
    { ...stretch, start: at },
  ].filter(({ start, end }) => end > start);
}

/** The paid stretches of a shift. A short break belongs to the work before it. */
function paidOf(spells: readonly Spell[], agreement: Agreement): Paid[] {
  const shift = spells.map((spell) => ({ ...spell }));
  if (agreement !== 'harbor') {
    shift[0]!.start = quarter(shift[0]!.start);
    shift[shift.length - 1]!.end = quarter(shift[shift.length - 1]!.end);
  }
  const paid: Paid[] = [];
  let unpaid = 0;
  shift.forEach((spell, i) => {
    const before = shift[i - 1];
    if (before !== undefined) {
      if (spell.start - before.end > 20 * 60) unpaid += spell.start - before.end;
      else paid.push({ start: before.end, end: spell.start, storm: before.storm });
    }
    paid.push(spell);
  });
  // Shore: half an hour off past five hours, after the fourth. Night: past six, at two o'clock. Both count what was punched.
  const due = agreement === 'shore' ? 5 : 6;
  const total = lengthOf(paid);
  const take = agreement === 'harbor' || total <= due * HOUR ? 0 : Math.max(30 * 60 - unpaid, 0);
  if (take === 0) return paid;
  let before = 4 * HOUR;
  if (agreement === 'night') {
    let two = DateTime.fromSeconds(paid[0]!.start, { zone }).plus({ days: 1 }).startOf('day').toSeconds();
    while (DateTime.fromSeconds(two, { zone }).hour !== 2) two += 60;
    before = lengthOf(
      paid.flatMap((stretch) => cut(stretch, two - stretch.start)).filter(({ end }) => end <= two),
    );
  }
  before = Math.min(before, total - take);
  let seconds = 0;
  return paid.flatMap((stretch) => {
    const from = seconds;
    seconds += stretch.end - stretch.start;
    const [first, rest] = [stretch.start + before - from, stretch.start + before + take - from];
    return [
      { ...stretch, end: Math.min(stretch.end, Math.max(first, stretch.start)) },
      { ...stretch, start: Math.max(stretch.start, Math.min(rest, stretch.end)) },
    ].filter(({ start, end }) => end > start);
  });
}

/** A paid stretch with its workday, and how many times it pays. */
interface Worked extends Paid {
  readonly day: string;
  readonly pays: 1 | 1.5 | 2;
}

/** Above a number of seconds in each bucket, the given pay: only for time that is still ordinary. */
function overtime(
  worked: readonly Worked[],
  bucketOf: (day: string) => string,
  tiers: readonly (readonly [above: number, pays: 1.5 | 2])[],
  least = 0,
): Worked[] {
  const ordinary = worked.filter(({ pays }) => pays === 1);
  const totals = new Map<string, number>();
  for (const { day, start, end } of ordinary)
    totals.set(bucketOf(day), (totals.get(bucketOf(day)) ?? 0) + end - start);
  const sofar = new Map<string, number>();
  return worked.flatMap((stretch) => {
    const bucket = bucketOf(stretch.day);
    if (stretch.pays !== 1 || totals.get(bucket)! - tiers[0]![0] < least) return [stretch];
    const before = sofar.get(bucket) ?? 0;
    sofar.set(bucket, before + stretch.end - stretch.start);
    let parts = [stretch];
    for (const [above] of tiers)
      parts = parts.flatMap((part) => cut(part, above - before - (part.start - stretch.start)));
    return parts.map((part) => {
      const from = before + part.start - stretch.start;
      const pays = tiers.findLast(([above]) => from >= above)?.[1] ?? 1;
      return { ...part, pays };
    });
  });
}

/** Hundredths of an hour of several parts of a day, so that they add up to the day's own. */
function shares(parts: ReadonlyMap<string, number>): Map<string, number> {
  const order = [...parts];
  const total = order.reduce((sum, [, seconds]) => sum + seconds, 0);
  const result = new Map(order.map(([name, seconds]) => [name, Math.floor(seconds / 36)]));
  let missing = Math.round(total / 36 + 1e-9) - [...result.values()].reduce((a, b) => a + b, 0);
  for (const [name] of order.sort((a, b) => (b[1] % 36) - (a[1] % 36))) {
    if (missing-- > 0) result.set(name, result.get(name)! + 1);
  }
  return result;
}

/** Harbor agreement: double. */
const HOLIDAYS = ['2026-08-31', '2026-10-30'];

const CODES = new Map([
  ['1', '110'],
  ['1 storm', '770'],
  ['1.5', '215'],
  ['1.5 storm', '775'],
  ['2', '220'],
  ['2 storm', '780'],
  ['topped up', '410'],
]);

/** How much of a stretch the wall clock shows as from ten in the evening to six in the morning. */
function nightSeconds(start: number, end: number): number {
  let seconds = 0;
  for (
    let day = DateTime.fromSeconds(start, { zone }).minus({ days: 1 }).startOf('day');
    day.toSeconds() < end;
  ) {
    const next = day.plus({ days: 1 });
    const [from, to] = [day.set({ hour: 22 }).toSeconds(), next.set({ hour: 6 }).toSeconds()];
    seconds += Math.max(0, Math.min(end, to) - Math.max(start, from));
    day = next;
  }
  return seconds;
}

/** `person|code|date` to hundredths of an hour, as the file has them, for the days from `first` to `last`. */
export function plainLines(
  punches: readonly PlainPunch[],
  agreementOf: (person: string) => Agreement,
  first: string,
  last: string,
  leave: readonly PlainLeave[] = [],
): Map<string, number> {
  const lines = new Map<string, number>();
  for (const { person, day, hours } of leave) lines.set(`${person}|510|${day}`, hours * 100);
  for (const person of new Set(punches.map((punch) => punch.person))) {
    const agreement = agreementOf(person);
    let worked: Worked[] = [];
    const toppedUp = new Map<string, number>();
    for (const shift of shiftsOf(punches.filter((punch) => punch.person === person))) {
      const paid = paidOf(shift, agreement);
      const day = localDate(paid[0]!.start);
      for (const stretch of paid) worked.push({ ...stretch, day, pays: 1 });
      // Called out by the storm: four hours at least.
      if (agreement === 'harbor' && shift[0]!.storm)
        toppedUp.set(day, Math.max(4 * HOUR - lengthOf(paid), 0));
    }
    const daily = [
      [8 * HOUR, 1.5],
      [10 * HOUR, 2],
    ] as const;
    if (agreement !== 'shore')
      worked = overtime(worked, (day) => day, daily, agreement === 'night' ? 30 * 60 : 0);
    if (agreement === 'harbor') {
      worked = worked.map((stretch) => {
        const { day, pays } = stretch;
        if (HOLIDAYS.includes(day)) return { ...stretch, pays: 2 };
        return pays === 1 && DateTime.fromISO(day).weekday === 7 ? { ...stretch, pays: 1.5 } : stretch;
      });
    }
    const weekly =
      agreement === 'shore'
        ? ([
            [40 * HOUR, 1.5],
            [50 * HOUR, 2],
          ] as const)
        : ([[40 * HOUR, 1.5]] as const);
    worked = overtime(worked, mondayOf, weekly);

    const days = new Map<string, { classes: Map<string, number>; night: number }>();
    for (const { day, pays, storm, start, end } of worked) {
      if (!days.has(day)) days.set(day, { classes: new Map(), night: 0 });
      const sums = days.get(day)!;
      const kind = storm ? `${pays} storm` : String(pays);
      sums.classes.set(kind, (sums.classes.get(kind) ?? 0) + end - start);
      sums.night += nightSeconds(start, end);
    }
    for (const [day, { classes, night }] of days) {
      if (day < first || day > last) continue;
      const inOrder = new Map([...classes].sort());
      if (toppedUp.has(day)) inOrder.set('topped up', toppedUp.get(day)!);
      for (const [pays, amount] of shares(inOrder))
        if (amount > 0) lines.set(`${person}|${CODES.get(pays)}|${day}`, amount);
      const premium = Math.round(night / 36 + 1e-9);
      if (premium > 0) lines.set(`${person}|340|${day}`, premium);
    }
  }
  return lines;
}
