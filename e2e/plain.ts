/**
 * A plain calculation of the pay lines, second by second, straight from the text of a punch file and the three agreements
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

/** A paid second: its instant, and whether it was worked at storm duty. */
interface Paid {
  readonly at: number;
  readonly storm: boolean;
}

/** The paid seconds of a shift. A short break belongs to the work before it. */
function paidSeconds(spells: readonly Spell[], agreement: Agreement): Paid[] {
  const shift = spells.map((spell) => ({ ...spell }));
  if (agreement !== 'harbor') {
    shift[0]!.start = quarter(shift[0]!.start);
    shift[shift.length - 1]!.end = quarter(shift[shift.length - 1]!.end);
  }
  const seconds: Paid[] = [];
  let unpaid = 0;
  shift.forEach((spell, i) => {
    const before = shift[i - 1];
    if (before !== undefined) {
      if (spell.start - before.end > 20 * 60) unpaid += spell.start - before.end;
      else for (let at = before.end; at < spell.start; at++) seconds.push({ at, storm: before.storm });
    }
    for (let at = spell.start; at < spell.end; at++) seconds.push({ at, storm: spell.storm });
  });
  // Shore: half an hour off past five hours, after the fourth. Night: past six, at two o'clock. Both count what was punched.
  const due = agreement === 'shore' ? 5 : 6;
  const take = agreement === 'harbor' || seconds.length <= due * HOUR ? 0 : Math.max(30 * 60 - unpaid, 0);
  if (take === 0) return seconds;
  let from = seconds[4 * HOUR]!.at;
  if (agreement === 'night') {
    from = DateTime.fromSeconds(seconds[0]!.at, { zone }).plus({ days: 1 }).startOf('day').toSeconds();
    while (DateTime.fromSeconds(from, { zone }).hour !== 2) from += 60;
  }
  const first = Math.min(
    seconds.findIndex(({ at }) => at >= from),
    seconds.length - take,
  );
  return [...seconds.slice(0, first), ...seconds.slice(first + take)];
}

interface PaidSecond extends Paid {
  readonly day: string;
  pays: 1 | 1.5 | 2;
}

/** Above a number of seconds in each bucket, the given pay: only for seconds that are still ordinary. */
function overtime(
  seconds: readonly PaidSecond[],
  bucketOf: (second: PaidSecond) => string,
  tiers: readonly (readonly [above: number, pays: 1.5 | 2])[],
  least = 0,
): void {
  const buckets = new Map<string, PaidSecond[]>();
  let bucket = '';
  let day = '';
  for (const second of seconds) {
    if (second.pays !== 1) continue;
    if (second.day !== day) bucket = bucketOf(second);
    day = second.day;
    if (!buckets.has(bucket)) buckets.set(bucket, []);
    buckets.get(bucket)!.push(second);
  }
  for (const counted of buckets.values()) {
    if (counted.length - tiers[0]![0] < least) continue;
    counted.forEach((second, i) => {
      for (const [above, pays] of tiers) if (i >= above) second.pays = pays;
    });
  }
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
    const seconds: PaidSecond[] = [];
    const toppedUp = new Map<string, number>();
    for (const shift of shiftsOf(punches.filter((punch) => punch.person === person))) {
      const paid = paidSeconds(shift, agreement);
      const day = localDate(paid[0]!.at);
      for (const { at, storm } of paid) seconds.push({ at, storm, day, pays: 1 });
      // Called out by the storm: four hours at least.
      if (agreement === 'harbor' && shift[0]!.storm) toppedUp.set(day, Math.max(4 * HOUR - paid.length, 0));
    }
    const daily = [
      [8 * HOUR, 1.5],
      [10 * HOUR, 2],
    ] as const;
    if (agreement !== 'shore') overtime(seconds, (s) => s.day, daily, agreement === 'night' ? 30 * 60 : 0);
    if (agreement === 'harbor') {
      const sundays = new Set(
        [...new Set(seconds.map((s) => s.day))].filter((day) => DateTime.fromISO(day).weekday === 7),
      );
      for (const second of seconds) {
        if (sundays.has(second.day) && second.pays === 1) second.pays = 1.5;
        if (HOLIDAYS.includes(second.day)) second.pays = 2;
      }
    }
    const weeks = new Map([...new Set(seconds.map((s) => s.day))].map((day) => [day, mondayOf(day)]));
    const weekly =
      agreement === 'shore'
        ? ([
            [40 * HOUR, 1.5],
            [50 * HOUR, 2],
          ] as const)
        : ([[40 * HOUR, 1.5]] as const);
    overtime(seconds, (s) => weeks.get(s.day)!, weekly);

    const days = new Map<string, { classes: Map<string, number>; night: number }>();
    const clockBack = Date.UTC(2026, 9, 25, 1) / 1000;
    for (const { at, day, pays, storm } of seconds) {
      if (!days.has(day)) days.set(day, { classes: new Map(), night: 0 });
      const sums = days.get(day)!;
      const kind = storm ? `${pays} storm` : String(pays);
      sums.classes.set(kind, (sums.classes.get(kind) ?? 0) + 1);
      const hour = Math.floor(((at + (at < clockBack ? HOUR : 0)) % 86_400) / HOUR);
      if (hour >= 22 || hour < 6) sums.night++;
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
