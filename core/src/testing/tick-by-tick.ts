/**
 * A slow, obvious calculation of the same hours, one tick of time after another, for tests only. It reads the rulebook as the JSON that
 * it is and the clock through luxon, and shares no code with the core: it is here to disagree where the core is wrong.
 */
import { DateTime } from 'luxon';
import type { Rulebook } from '../rulebook/schema.ts';

interface TickPlace {
  readonly job: string | null;
  readonly department: string | null;
  readonly site: string | null;
}
interface TickPunch extends TickPlace {
  readonly at: number;
  readonly kind: string;
}
type OtherPlace = { readonly [K in keyof TickPlace]?: string | null };
interface TickStretch {
  readonly from: number;
  readonly to: number;
}
/** What was recorded later, numbered from 1; punches and plans by their place in the list, from 0. */
export type TickCorrection =
  | ({ readonly correction: 'add' } & TickPunch)
  | { readonly correction: 'move'; readonly punch: number; readonly at: number }
  | { readonly correction: 'drop'; readonly punch: number }
  | ({ readonly correction: 'retype'; readonly punch: number; readonly kind?: string } & OtherPlace)
  | ({ readonly correction: 'split'; readonly at: number } & OtherPlace)
  | { readonly correction: 'set-workday'; readonly at: number; readonly date: string }
  | ({ readonly correction: 'set-meal' } & TickStretch)
  | { readonly correction: 'cancel-meal'; readonly at: number }
  | ({ readonly correction: 'set-class'; readonly multiplier: number } & TickStretch)
  | {
      readonly correction: 'approve-overtime';
      readonly date: string;
      readonly rule: string;
      readonly seconds: number | null;
    }
  | ({ readonly correction: 'set-job' } & TickStretch & OtherPlace)
  | ({ readonly correction: 'flat-hours' } & TickLeave)
  | { readonly correction: 'absence-leave'; readonly plan: number; readonly code: string }
  | ({ readonly correction: 'lateness-leave' } & TickLeave)
  | ({ readonly correction: 'not-worked' } & TickStretch)
  | { readonly correction: 'undo'; readonly undoes: number };

interface TickLeave {
  readonly date: string;
  readonly kind: string;
  readonly code: string;
  readonly seconds: number;
  readonly job?: string | null;
}

/** A rulebook and the ISO date from which on it holds; the first always did. */
interface TickEdition {
  readonly from: string | null;
  readonly rules: Rulebook;
}

export interface TickInput {
  readonly editions: readonly TickEdition[];
  readonly zone: string;
  readonly punches: readonly TickPunch[];
  /** Departments by the ISO date from which on somebody belongs there, in order. */
  readonly homes: readonly { readonly from: string; readonly department: string | null }[];
  readonly corrections: readonly TickCorrection[];
  readonly plans: readonly { readonly from: number; readonly to: number; readonly job: string | null }[];
  /** ISO dates. */
  readonly holidays: readonly string[];
  readonly restDays: readonly string[];
  readonly leave: readonly TickLeave[];
  /** Days of the pay period. */
  readonly first: string;
  readonly last: string;
  /** Seconds in a tick; everything in the input is a whole number of ticks. */
  readonly tick: number;
}

const QUARTERS = new Map<string, number>();

/** Seconds the wall clock is ahead of UTC; zones change on the quarter hour. */
function ahead(at: number, zone: string): number {
  const key = `${zone} ${Math.floor(at / 900)}`;
  let seconds = QUARTERS.get(key);
  if (seconds === undefined) {
    seconds = DateTime.fromSeconds(at, { zone }).offset * 60;
    QUARTERS.set(key, seconds);
  }
  return seconds;
}

const length = (iso: string | undefined, none = 0): number =>
  iso === undefined
    ? none
    : [...iso.matchAll(/(\d+)([HMS])/g)].reduce(
        (sum, [, n, unit]) => sum + Number(n) * (unit === 'H' ? 3600 : unit === 'M' ? 60 : 1),
        0,
      );
const clock = (time: string): number => Number(time.slice(0, 2)) * 3600 + Number(time.slice(3)) * 60;
const DAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
const plusDays = (date: string, days: number): string =>
  new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
const weekdayOf = (date: string): string => DAYS[(new Date(`${date}T00:00:00Z`).getUTCDay() + 6) % 7]!;
function weekOf(date: string, startsOn: string): string {
  let day = date;
  while (weekdayOf(day) !== startsOn) day = plusDays(day, -1);
  return day;
}

/** What is worked out once for each quarter of an hour, on which clocks change and lines between days lie. */
function onceAQuarter<T>(workOut: (at: number, zone: string, line: string) => T) {
  const known = new Map<string, Map<number, T>>();
  return (at: number, zone: string, line: string): T => {
    const key = `${zone} ${line}`;
    let quarters = known.get(key);
    if (quarters === undefined) {
      quarters = new Map();
      known.set(key, quarters);
    }
    const quarter = Math.floor(at / 900);
    let found = quarters.get(quarter);
    if (found === undefined && !quarters.has(quarter)) {
      found = workOut(quarter * 900, zone, line);
      quarters.set(quarter, found);
    }
    return found as T;
  };
}

const dateShown = onceAQuarter((at, zone) =>
  new Date((at + ahead(at, zone)) * 1000).toISOString().slice(0, 10),
);

/** The rules of the last edition that has begun by a date. */
function rulesOn(date: string, { editions }: TickInput): Rulebook {
  let { rules } = editions[0]!;
  for (const edition of editions) if (edition.from !== null && edition.from <= date) rules = edition.rules;
  return rules;
}
/** The rules of the last edition that has begun by the workday of an instant, told by its own line between days. */
function rulesAt(at: number, input: TickInput): Rulebook {
  let { rules } = input.editions[0]!;
  for (const edition of input.editions)
    if (edition.from !== null && edition.from <= dayAt(at, edition.rules, input)) rules = edition.rules;
  return rules;
}

/** The corrections that nothing takes back: an undo holds where no undo of it holds. */
function inForce(corrections: readonly TickCorrection[]): TickCorrection[] {
  const holds = (number: number): boolean =>
    !corrections.some((other, i) => other.correction === 'undo' && other.undoes === number && holds(i + 1));
  return corrections.filter((_, i) => holds(i + 1));
}

/** At one instant, what ends comes before what begins. */
const FIRST_ENDS = ['out', 'meal-out', 'break-out', 'job-change', 'undirected', 'break-in', 'meal-in', 'in'];

/** The corrections of one kind that hold, in order. */
function holding<K extends TickCorrection['correction']>(
  kind: K,
  { corrections }: TickInput,
): Extract<TickCorrection, { correction: K }>[] {
  return inForce(corrections).filter(
    (one): one is Extract<TickCorrection, { correction: K }> => one.correction === kind,
  );
}

/** A place with what another says of it. */
const elsewhere = <T extends TickPlace>(place: T, other: OtherPlace): T => ({
  ...place,
  job: other.job === undefined ? place.job : other.job,
  department: other.department === undefined ? place.department : other.department,
  site: other.site === undefined ? place.site : other.site,
});

/** What was clocked, as corrected, in order. */
function effective(input: TickInput): TickPunch[] {
  const punches: TickPunch[] = [];
  input.punches.forEach((clocked, i) => {
    let punch = clocked;
    let counts = true;
    for (const one of inForce(input.corrections)) {
      if (!('punch' in one) || one.punch !== i) continue;
      if (one.correction === 'drop') counts = false;
      if (one.correction === 'move') {
        punch = { ...punch, at: one.at };
        counts = true;
      }
      if (one.correction === 'retype') punch = { ...elsewhere(punch, one), kind: one.kind ?? punch.kind };
    }
    if (counts) punches.push(punch);
  });
  punches.push(...holding('add', input));
  return punches.sort((a, b) => a.at - b.at || FIRST_ENDS.indexOf(a.kind) - FIRST_ENDS.indexOf(b.kind));
}

interface TickSpell {
  readonly in: TickPunch;
  readonly out: TickPunch;
  start: number;
  end: number;
}
interface TickShift {
  spells: TickSpell[];
  all: TickPunch[];
  /** What was clocked and somebody said was not worked. */
  readonly notWorked: TickStretch[];
  /** Punches without a partner. */
  readonly alone: TickPunch[];
  /** Those of the edition in force when it began. */
  rules: Rulebook;
  plan: { readonly from: number; readonly to: number } | null;
}

const COMES = ['in', 'meal-in', 'break-in', 'job-change'];

function shiftsOf(punches: readonly TickPunch[], input: TickInput): TickShift[] {
  const shifts: TickShift[] = [];
  let open: TickPunch | null = null;
  let before: TickPunch | null = null;
  let lastAt = Number.NEGATIVE_INFINITY;
  const shift = () => shifts[shifts.length - 1]!;
  const place = (punch: TickPunch, gap: number) => {
    if (shifts.length === 0 || punch.at - lastAt > gap)
      shifts.push({
        spells: [],
        all: [],
        alone: [],
        notWorked: [],
        plan: null,
        rules: rulesAt(punch.at, input),
      });
  };
  const queue = [...punches];
  for (let punch = queue.shift(); punch !== undefined; punch = queue.shift()) {
    const [next, after] = queue;
    // An out and an in at one time, of which neither has another partner, are a spell of no length.
    if (punch.kind === 'out' && next?.kind === 'in' && next.at === punch.at) {
      const longest = length(shifts.at(-1)?.rules.pairing.longestSpell, -1);
      const ends =
        after !== undefined &&
        !['in', 'meal-in', 'break-in'].includes(after.kind) &&
        after.at - next.at <= longest;
      if (!(open !== null && punch.at - open.at <= longest) && !ends) {
        queue.splice(0, 1, punch);
        punch = next;
      }
    }
    // A shift goes by the edition in force when it began.
    const { pairing } = shifts.at(-1)?.rules ?? rulesAt(punch.at, input);
    const repeats =
      before?.kind === punch.kind &&
      punch.at - before.at <= length(pairing.repeatWindow) &&
      (punch.kind !== 'job-change' || punch.job === before.job);
    before = punch;
    if (repeats) continue;
    const near: boolean = open !== null && punch.at - open.at <= length(pairing.longestSpell);
    const close = () => {
      shift().spells.push({ in: open!, out: punch, start: open!.at, end: punch.at });
      shift().all.push(punch);
    };
    const comes: boolean = punch.kind === 'undirected' ? !near : COMES.includes(punch.kind);
    if (punch.kind === 'job-change' && near) {
      close();
      open = punch;
    } else if (comes) {
      if (open !== null) shift().alone.push(open);
      const back = punch.kind === 'meal-in' || punch.kind === 'break-in';
      place(punch, length(back ? pairing.longestSpell : pairing.shiftGap));
      shift().all.push(punch);
      open = punch;
    } else if (near) {
      close();
      open = null;
    } else {
      if (open !== null) shift().alone.push(open);
      open = null;
      place(punch, length(pairing.shiftGap));
      shift().all.push(punch);
      shift().alone.push(punch);
    }
    lastAt = punch.at;
  }
  if (open !== null) shift().alone.push(open);
  return shifts;
}

/** Without what somebody said was not worked, as if so clocked, and with spells that go on in another job. */
function asStated(input: TickInput): TickShift[] {
  let punches = effective(input);
  let shifts = shiftsOf(punches, input);
  const taken: TickStretch[] = [];
  for (const stretch of holding('not-worked', input)) {
    const { from, to } = stretch;
    const edges: TickPunch[] = [];
    const gone = new Set<TickPunch>();
    for (const shift of shifts) {
      let before: TickSpell | null = null;
      for (const spell of shift.spells) {
        const [begins, ends] = [spell.in.at, spell.out.at];
        const reaches: boolean = begins < to && ends > from;
        if (reaches) {
          // A meal or a break between two spells that reach into the stretch was clocked with them.
          const named =
            before !== null &&
            (before.out.at === begins ||
              /^(meal|break)-/.test(before.out.kind) ||
              /^(meal|break)-/.test(spell.in.kind));
          const start = named ? taken.pop()!.from : Math.max(begins, from);
          taken.push({ from: start, to: Math.min(ends, to) });
        }
        before = reaches ? spell : null;
        if (!reaches && !(begins >= from && ends <= to)) continue;
        if (begins >= from) gone.add(spell.in);
        if (ends <= to) gone.add(spell.out);
        const named = (punch: TickPunch, moved: boolean, end: string) =>
          moved && punch.kind !== 'job-change' && punch.kind !== 'undirected' ? punch.kind : end;
        if (begins < from) edges.push({ ...spell.out, at: from, kind: named(spell.out, ends <= to, 'out') });
        if (ends > to) edges.push({ ...spell.in, at: to, kind: named(spell.in, begins >= from, 'in') });
      }
    }
    const outs = new Set(shifts.flatMap(({ spells }) => spells.map((spell) => spell.out)));
    const alone = new Set(shifts.flatMap((shift) => shift.alone));
    const paired = new Set(shifts.flatMap(({ spells }) => spells.flatMap((spell) => [spell.in, spell.out])));
    const isIn = ({ at }: TickPunch) => at >= from && at <= to;
    punches = [
      ...punches
        .filter((punch) => !gone.has(punch) && (paired.has(punch) || !isIn(punch)))
        // One that ended a spell and began what was not worked is an out.
        .map((punch) =>
          isIn(punch) && outs.has(punch) && alone.has(punch) ? { ...punch, kind: 'out' } : punch,
        ),
      ...edges,
    ].sort((x, y) => x.at - y.at || FIRST_ENDS.indexOf(x.kind) - FIRST_ENDS.indexOf(y.kind));
    shifts = shiftsOf(punches, input);
  }
  for (const shift of shifts) {
    const [first, last] = [shift.spells[0], shift.spells.at(-1)];
    for (const piece of [...taken]) {
      if (first === undefined || piece.to < first.in.at || piece.from > last!.out.at) continue;
      shift.notWorked.push(piece);
      taken.splice(taken.indexOf(piece), 1);
    }
  }
  const split = (at: number, place: OtherPlace) => {
    for (const shift of shifts)
      shift.spells = shift.spells.flatMap((spell) => {
        if (spell.in.at >= at || spell.out.at <= at) return [spell];
        const change = { ...elsewhere(spell.in, place), at, kind: 'job-change' };
        return [
          { ...spell, out: change, end: at },
          { ...spell, in: change, start: at },
        ];
      });
  };
  for (const { at, ...place } of holding('split', input)) split(at, place);
  for (const { from, to, ...place } of holding('set-job', input)) {
    split(from, {});
    split(to, {});
    for (const shift of shifts)
      shift.spells = shift.spells.map((spell) =>
        spell.in.at >= from && spell.in.at < to ? { ...spell, in: elsewhere(spell.in, place) } : spell,
      );
  }
  for (const shift of shifts)
    shift.all = [...shift.spells.flatMap((spell) => [spell.in, spell.out]), ...shift.alone];
  return shifts;
}

type RoundingJson = Pick<Rulebook['rounding'][number], 'minutes' | 'toward' | 'turnsAtMinute'>;

/** How far into its interval something is rounded up from; the interval's length where never. */
function turn(rule: RoundingJson, startsWork: boolean): number {
  const unit = rule.minutes * 60;
  if (rule.toward === 'nearest') return rule.turnsAtMinute! * 60;
  const up = rule.toward === 'up' || rule.toward === (startsWork ? "employer's favor" : "person's favor");
  return up ? 1 : unit;
}

function roundedAmount(seconds: number, rule: RoundingJson): number {
  const into = seconds % (rule.minutes * 60);
  return into > 0 && into >= turn(rule, false) ? seconds - into + rule.minutes * 60 : seconds - into;
}

function roundedPunch(punch: TickPunch, end: 'in' | 'out', rules: Rulebook, zone: string): number {
  const kind = punch.kind === 'undirected' ? end : punch.kind;
  const rule = rules.rounding.find((one) => one.kinds?.includes(kind as 'in'));
  if (rule === undefined) return punch.at;
  const into = (punch.at + ahead(punch.at, zone)) % (rule.minutes * 60);
  const up = into > 0 && into >= turn(rule, COMES.includes(kind));
  return punch.at - into + (up ? rule.minutes * 60 : 0);
}

/** True of a plan in which one is only to be reached. */
function isStandby(plan: TickInput['plans'][number], input: TickInput): boolean {
  const rules = rulesOn(planDay(plan, input), input);
  return (rules.guarantees ?? []).some(
    (rule) => rule.kind === 'standby' && plan.job !== null && rule.jobs.includes(plan.job),
  );
}
const planDay = (plan: TickInput['plans'][number], input: TickInput): string =>
  dayAt(plan.from, rulesAt(plan.from, input), input);
const KNOWN = new WeakMap<TickInput, TickInput['plans']>();
function toWork(input: TickInput): TickInput['plans'] {
  const plans = KNOWN.get(input) ?? input.plans.filter((plan) => !isStandby(plan, input));
  KNOWN.set(input, plans);
  return plans;
}

/** Plan, hold and rounding: start and end of every spell. */
function holdAndRound(shifts: TickShift[], input: TickInput): void {
  for (const shift of shifts) {
    const reach = length(shift.rules.plan?.reach, 7200);
    const times = [...shift.all, ...shift.alone].map((punch) => punch.at);
    const [from, to] = [Math.min(...times), Math.max(...times)];
    let best = -reach - 1;
    for (const plan of toWork(input)) {
      const overlap = Math.min(to, plan.to) - Math.max(from, plan.from);
      if (overlap > best) [best, shift.plan] = [overlap, plan];
    }
  }
  let floor = Number.NEGATIVE_INFINITY;
  shifts.forEach((shift, s) => {
    const { spells, plan, rules } = shift;
    const last = spells.length - 1;
    spells.forEach((spell, i) => {
      let start = roundedPunch(spell.in, 'in', rules, input.zone);
      let end = roundedPunch(spell.out, 'out', rules, input.zone);
      if (plan !== null && i === 0 && !shifts.slice(0, s).some((other) => other.plan === plan)) {
        const early = plan.from - spell.in.at;
        const window = early > 0 ? rules.plan?.earlyIn : rules.plan?.lateIn;
        if (early !== 0 && window !== undefined && Math.abs(early) <= length(window)) start = plan.from;
      }
      if (plan !== null && i === last && !shifts.slice(s + 1).some((other) => other.plan === plan)) {
        const late = spell.out.at - plan.to;
        const window = late > 0 ? rules.plan?.lateOut : rules.plan?.earlyOut;
        if (late !== 0 && window !== undefined && Math.abs(late) <= length(window)) end = plan.to;
      }
      start = Math.max(start, floor);
      end = Math.max(end, start);
      [spell.start, spell.end] = [start, end];
      floor = end;
    });
    if (spells.length > 0) floor = spells[last]!.end;
  });
}

/** The workday of an instant: it began when the clock on the wall first showed its line. */
const dayAfterLine = onceAQuarter((at, zone, line) => {
  let day = plusDays(new Date((at + ahead(at, zone)) * 1000).toISOString().slice(0, 10), -1);
  while (at >= firstAt(plusDays(day, 1), line, zone)) day = plusDays(day, 1);
  return day;
});
const dayAt = (at: number, rules: Rulebook, { zone }: TickInput): string =>
  dayAfterLine(at, zone, rules.workday.startsAt);

/** The day that somebody said all of a shift counts for. */
function statedDay(shift: TickShift, input: TickInput): string | undefined {
  const times = [...shift.all, ...shift.alone].map((punch) => punch.at);
  const stated = holding('set-workday', input).filter(
    ({ at }) => at >= Math.min(...times) && at <= Math.max(...times),
  );
  return stated.at(-1)?.date;
}

const startDay = (shift: TickShift, input: TickInput): string =>
  statedDay(shift, input) ??
  dayAt(Math.min(...[...shift.all, ...shift.alone].map((punch) => punch.at)), shift.rules, input);

interface Tick {
  readonly at: number;
  /** Seconds that it is worth: more where rounding a total added some at its end. */
  worth: number;
  place: TickPlace;
  /** When the shift before was over. */
  readonly restsFrom: number;
  readonly shift: number;
  day: string;
  pays: number;
  /** The overtime rule behind that, by its name. */
  rule: string | null;
  premiums: string[];
}

/** What a meal that nobody punched takes off so much work. */
function automaticMeal(
  meal: NonNullable<Rulebook['breaks']['automaticMeal']>,
  worked: number,
  unpaidMeals: number,
): number {
  let take = 0;
  for (const tier of meal.tiers)
    if (tier.compare === 'at least' ? worked >= length(tier.after) : worked > length(tier.after))
      take = length(tier.take);
  if (meal.besidePunched === 'skip' && unpaidMeals > 0) take = 0;
  if (meal.besidePunched === 'top up') take -= unpaidMeals;
  return Math.min(Math.max(take, 0), worked);
}

/** An unpaid gap of a shift that was punched. */
interface TickGap extends TickStretch {
  readonly kind: 'meal' | 'break' | 'away';
}

/** The paid ticks of a shift, breaks taken out, the meals at fault and the gaps that are not paid. */
function paidTicks(
  shift: TickShift,
  index: number,
  restsFrom: number,
  input: TickInput,
): { ticks: Tick[]; faults: Map<number, Set<string>>; gaps: TickGap[]; stated: number } {
  const { breaks } = shift.rules;
  const { tick } = input;
  const canceled = holding('cancel-meal', input).map(({ at }) => at);
  let ticks: Tick[] = [];
  const work = (from: number, to: number, place: TickPlace) => {
    for (let at = from; at < to; at += tick)
      ticks.push({
        at,
        worth: tick,
        place,
        restsFrom,
        shift: index,
        day: '',
        pays: 1,
        rule: null,
        premiums: [],
      });
  };
  const gaps: TickGap[] = [];
  let stated = 0;
  let allowance = length(breaks.allowance);
  let unpaidMeals = 0;
  const meals: { at: number; seconds: number; before: number }[] = [];
  shift.spells.forEach((spell, i) => {
    const previous = shift.spells[i - 1];
    if (previous !== undefined && previous.out.at !== spell.in.at && spell.start > previous.end) {
      const away = shift.notWorked.filter(({ from, to }) => from >= previous.out.at && to <= spell.in.at);
      const out = away.reduce((sum, { from, to }) => sum + to - from, 0);
      const isAll = out > 0 && out >= spell.in.at - previous.out.at;
      const gap = isAll ? 0 : Math.max(0, spell.start - previous.end - out);
      // What is left of the gap lies on the other side.
      const begins = away[0]?.from === previous.out.at ? spell.start - gap : previous.end;
      const before = ticks.length * tick;
      const is = (kind: string) => previous.out.kind === `${kind}-out` || spell.in.kind === `${kind}-in`;
      const short = gap <= length(breaks.paidUpTo);
      let paid = 0;
      // A break is called one, or is short and called nothing. All else is a meal: somebody was away to eat.
      if (!is('meal') && (is('break') || short)) {
        if (breaks.allowance !== undefined) {
          paid = Math.min(gap, allowance);
          allowance -= paid;
        } else paid = short ? gap : 0;
      } else {
        const unpaidFrom = breaks.mealUnpaidFrom === undefined ? null : length(breaks.mealUnpaidFrom);
        const isPaid = is('meal') && (unpaidFrom === null ? short : gap < unpaidFrom);
        const workedThrough = !isPaid && canceled.some((at) => at >= previous.out.at && at < spell.in.at);
        paid = isPaid || workedThrough ? gap : 0;
        if (!workedThrough && gap > 0) meals.push({ at: begins, seconds: gap, before });
        if (paid === 0) unpaidMeals += gap;
      }
      work(begins, begins + paid, previous.in);
      const kind = is('meal') ? 'meal' : is('break') || short ? 'break' : 'away';
      if (paid < gap) gaps.push({ from: begins + paid, to: begins + gap, kind });
    }
    work(spell.start, spell.end, spell.in);
  });
  const keepOut = ({ from, to }: TickStretch): number => {
    const before = ticks.length;
    ticks = ticks.filter(({ at }) => at < from || at >= to);
    return (before - ticks.length) * tick;
  };
  for (const stretch of holding('set-meal', input)) {
    const seconds = keepOut(stretch);
    if (seconds === 0) continue;
    stated += seconds;
    unpaidMeals += seconds;
    const own = { at: stretch.from, seconds, before: 0 };
    meals.push(own);
    meals.sort((a, b) => a.at - b.at || (a === own ? 1 : -1));
  }
  for (const one of meals) one.before = ticks.filter(({ at }) => at < one.at).length * tick;
  const meal = breaks.automaticMeal;
  if (meal !== undefined) {
    const off = automaticMeal(meal, ticks.length * tick, unpaidMeals) / tick;
    const [begin, end] = [shift.spells[0]?.in.at ?? 0, shift.spells.at(-1)?.out.at ?? 0];
    const between = (at: number) =>
      shift.spells.some((spell, i) => i > 0 && at >= shift.spells[i - 1]!.out.at && at < spell.in.at);
    const isCanceled = canceled.some((at) => at >= begin && at <= end && !between(at));
    if (off > 0 && !isCanceled) {
      let first = ticks.length - off;
      const { placed } = meal;
      if (placed.at === 'after work') first = Math.min(first, length(placed.after) / tick);
      if (placed.at === 'clock time') {
        const wanted = nextShown(ticks[0]!.at, placed.time, input.zone);
        const at = ticks.findIndex((one) => one.at >= wanted);
        if (at >= 0) first = Math.min(first, at);
      }
      const own = { at: ticks[first]!.at, seconds: off * tick, before: first * tick };
      meals.push(own);
      meals.sort((a, b) => a.at - b.at || (a === own ? 1 : -1));
      ticks = [...ticks.slice(0, first), ...ticks.slice(first + off)];
    }
  }
  const faults = new Map<number, Set<string>>();
  (breaks.mealsDue ?? []).forEach((due, nth) => {
    if (ticks.length * tick <= length(due.whenWorkOver)) return;
    const had = meals[nth];
    const wrong = new Set<string>();
    if (had === undefined) wrong.add('missed');
    if (had !== undefined && had.seconds < length(due.least)) wrong.add('short');
    if (had !== undefined && had.before > length(due.startsBy)) wrong.add('late');
    if (wrong.size > 0) faults.set(nth, wrong);
  });
  return { ticks: roundTotals(ticks, shift, tick), faults, gaps, stated };
}

/** Rounds what some ticks are worth together: what is taken comes off the end, what is added the last has. */
function roundTotal(ticks: readonly Tick[], rule: RoundingJson | undefined): void {
  if (rule === undefined || ticks.length === 0) return;
  const total = ticks.reduce((sum, { worth }) => sum + worth, 0);
  const change = roundedAmount(total, rule) - total;
  if (change > 0) ticks.at(-1)!.worth += change;
  let left = -change;
  for (const tick of [...ticks].reverse()) {
    if (left <= 0) break;
    const off = Math.min(tick.worth, left);
    tick.worth -= off;
    left -= off;
  }
}

/** The totals of a shift's spells, which end at every gap that is not paid, and of the shift. */
function roundTotals(ticks: readonly Tick[], { rules }: TickShift, tick: number): Tick[] {
  const of = (what: string) => rules.rounding.find((one) => one.of === what);
  let spell: Tick[] = [];
  for (const [i, one] of ticks.entries()) {
    spell.push(one);
    if (ticks[i + 1]?.at === one.at + tick) continue;
    roundTotal(spell, of('spell'));
    spell = [];
  }
  roundTotal(
    ticks.filter(({ worth }) => worth > 0),
    of('shift'),
  );
  return ticks.filter(({ worth }) => worth > 0);
}

function giveDays(ticks: readonly Tick[], shift: TickShift, input: TickInput): void {
  if (ticks.length === 0) return;
  const stated = statedDay(shift, input);
  if (stated !== undefined) {
    for (const tick of ticks) tick.day = stated;
    return;
  }
  const alone = shift.alone.map((punch) => punch.at);
  const first = dayAt(Math.min(ticks[0]!.at, ...alone), shift.rules, input);
  const last = dayAt(Math.max(ticks[ticks.length - 1]!.at + input.tick - 1, ...alone), shift.rules, input);
  const rule = shift.rules.workday.shiftBelongsTo;
  const counts = new Map<string, number>();
  for (const tick of ticks) {
    tick.day = dayAt(tick.at, shift.rules, input);
    counts.set(tick.day, (counts.get(tick.day) ?? 0) + 1);
  }
  if (rule === 'split at the line') return;
  let day = first;
  if (rule === 'day it ends') day = last;
  if (rule === 'day of its larger part' && first !== last) {
    for (let d = first; d <= last; d = plusDays(d, 1))
      if ((counts.get(d) ?? 0) > (counts.get(day) ?? 0)) day = d;
  }
  for (const tick of ticks) tick.day = day;
}

type DayKinds = NonNullable<Rulebook['overtime'][number]['on']>;

function isOfKind(date: string, kinds: DayKinds | undefined, input: TickInput): boolean {
  if (kinds === undefined) return true;
  const { weekdays, holidays, restDays } = kinds;
  if (weekdays !== undefined && !weekdays.includes(weekdayOf(date) as 'monday')) return false;
  if (holidays !== undefined && input.holidays.includes(date) !== (holidays === 'only')) return false;
  return restDays === undefined || input.restDays.includes(date) === (restDays === 'only');
}

/** The date of the opening of a daily window in which an instant lies, or null: what the clock on the wall shows decides, and nothing else. */
const openedOn = (at: number, from: string, to: string, zone: string): string | null =>
  windowAt(at, zone, `${from} ${to}`);
const windowAt = onceAQuarter((at, zone, window): string | null => {
  const [from, to] = window.split(' ') as [string, string];
  const shown = new Date((at + ahead(at, zone)) * 1000).toISOString();
  const today = shown.slice(0, 10);
  const time = shown.slice(11, 19);
  if (from < to) return time >= `${from}:00` && time < `${to}:00` ? today : null;
  if (time >= `${from}:00`) return today;
  return time < `${to}:00` ? plusDays(today, -1) : null;
});

/** When the clock on the wall next shows this time, from an instant on; where it is jumped over, when it has passed. */
function nextShown(from: number, time: string, zone: string): number {
  const shows = (at: number) => (at + ahead(at, zone)) % 86_400;
  const wanted = clock(time);
  const isThen = (at: number) => {
    const before = shows(at - 60);
    const now = shows(at);
    return now === wanted || (now - before > 60 && before < wanted && wanted < now);
  };
  // A jump lies on a whole minute: where work begins on it, the time has just been passed over.
  if (shows(from) === wanted || (from % 60 === 0 && isThen(from))) return from;
  for (let at = Math.floor(from / 60) * 60 + 60; ; at += 60) if (isThen(at)) return at;
}

const FIRST = new Map<string, number>();

/** The first instant at which the wall clock shows this date and time or, in a skipped hour, more. */
function firstAt(date: string, time: string, zone: string): number {
  const key = `${date} ${time} ${zone}`;
  let found = FIRST.get(key);
  if (found === undefined) {
    const wall = Date.parse(`${date}T${time}:00Z`) / 1000;
    let at = wall - 15 * 3600;
    while (at + ahead(at, zone) < wall) at += 60;
    found = at;
    FIRST.set(key, found);
  }
  return found;
}

type OvertimeJson = Rulebook['overtime'][number];

/** The stretch of days that counts together with a day, by its first; null where the day does not count. */
function bucketOf(
  day: string,
  rule: OvertimeJson,
  worked: ReadonlySet<string>,
  rules: Rulebook,
  input: TickInput,
): string | null {
  const { basis } = rule;
  const { startsOn } = rules.workweek;
  if (!isOfKind(day, rule.on, input)) return null;
  if (basis === 'workweek') return weekOf(day, startsOn);
  if (basis === 'pay period') return day >= input.first && day <= input.last ? input.first : null;
  if (basis === 'rest day') return input.restDays.includes(day) ? day : null;
  if (basis === 'holiday') return input.holidays.includes(day) ? day : null;
  if (typeof basis === 'string') return day;
  if (basis.of === 'cycle') {
    const days = (Date.parse(day) - Date.parse(basis.anchor)) / 86_400_000;
    return plusDays(basis.anchor, Math.floor(days / basis.days) * basis.days);
  }
  if (basis.of === 'consecutive workday') {
    const week = weekOf(day, startsOn);
    let run = 0;
    for (let d = day; d >= week && worked.has(d); d = plusDays(d, -1)) run++;
    return run >= basis.nth ? day : null;
  }
  return day;
}

function covers(tick: Tick, rule: OvertimeJson, input: TickInput): boolean {
  const { basis } = rule;
  if (basis === 'beyond plan')
    return !toWork(input).some((plan) => tick.at >= plan.from && tick.at < plan.to);
  if (typeof basis === 'object' && basis.of === 'short rest')
    return tick.at < tick.restsFrom + length(basis.rest);
  if (typeof basis === 'object' && basis.of === 'clock time')
    return openedOn(tick.at, basis.after, basis.until ?? '00:00', input.zone) !== null;
  return true;
}

/** What an hour pays that is so far into the overtime of a bucket, by the tiers. */
function payAt(position: number, rule: OvertimeJson): number {
  let end = 0;
  let pays = 1;
  rule.tiers.forEach((tier, i) => {
    const start = tier.above === undefined ? end : length(tier.above);
    const next = rule.tiers[i + 1];
    end =
      tier.forNext !== undefined
        ? start + length(tier.forNext)
        : next?.above !== undefined
          ? length(next.above)
          : Number.POSITIVE_INFINITY;
    if (position >= start && position < end) pays = tier.multiplier;
  });
  return pays;
}

/**
 * What one rule of one edition pays each tick, as if it had always held. Shifts of other editions count, up to the last edition that has
 * the rule.
 */
function paidBy(
  ticks: readonly Tick[],
  rule: OvertimeJson,
  adds: boolean,
  rules: Rulebook,
  counts: (tick: Tick) => boolean,
  input: TickInput,
): Map<Tick, number> {
  const pay = new Map<Tick, number>();
  const worked = new Set(ticks.map((tick) => tick.day));
  const buckets = new Map<string, Tick[]>();
  const perDay = new Map<string, number>();
  const bucketOfDay = new Map<string, string | null>();
  // Once only: a rule with a threshold neither counts nor touches what is overtime already; one from the first hour on takes them all.
  const takesAll = adds || length(rule.tiers[0]!.above) === 0;
  const leaveOn = (day: string): number =>
    isOfKind(day, rule.on, input)
      ? input.leave
          .filter(({ code, date }) => date === day && rule.countsLeave?.includes(code))
          .reduce((sum, { seconds }) => sum + seconds, 0)
      : 0;
  for (const tick of ticks) {
    if (!bucketOfDay.has(tick.day)) bucketOfDay.set(tick.day, bucketOf(tick.day, rule, worked, rules, input));
    const day = bucketOfDay.get(tick.day)!;
    if (day === null || !covers(tick, rule, input) || !counts(tick)) continue;
    if (rule.countsAtMostPerWorkday !== undefined && (takesAll || tick.pays === 1)) {
      const sum = perDay.get(tick.day) ?? Math.min(leaveOn(tick.day), length(rule.countsAtMostPerWorkday));
      if (sum >= length(rule.countsAtMostPerWorkday)) continue;
      perDay.set(tick.day, sum + tick.worth);
    }
    const bucket = rule.basis === 'shift' ? String(tick.shift) : day;
    if (!buckets.has(bucket)) buckets.set(bucket, []);
    buckets.get(bucket)!.push(tick);
  }
  for (const [bucket, inside] of buckets) {
    const own = inside.filter((tick) => takesAll || tick.pays === 1);
    const counted = own.reduce((sum, { worth }) => sum + worth, 0);
    const above = length(rule.tiers[0]!.above);
    const days = [...new Set(input.leave.map(({ date }) => date))]
      .filter((day) => leaveOn(day) > 0 && bucketOf(day, rule, worked, rules, input) === bucket)
      .sort();
    // Each day's leave before its work: so far is the count when a tick of work begins.
    let reached = 0;
    const standsAt = own.map((tick) => {
      while (days[0] !== undefined && days[0] <= tick.day) {
        const leave = Math.min(
          leaveOn(days.shift()!),
          length(rule.countsAtMostPerWorkday, Number.POSITIVE_INFINITY),
        );
        reached =
          rule.leaveCounts === 'toward the threshold'
            ? Math.max(reached, Math.min(above, reached + leave))
            : reached + leave;
      }
      reached += tick.worth;
      return reached - tick.worth;
    });
    const beyond = own.reduce(
      (sum, { worth }, i) => sum + Math.max(0, standsAt[i]! + worth - Math.max(above, standsAt[i]!)),
      0,
    );
    let over = beyond;
    const least = length(rule.least);
    if (over < least) over = 0;
    else if (rule.leastPays === 'beyond') over -= least;
    if (rule.rounding !== undefined && over > 0) over = Math.min(roundedAmount(over, rule.rounding), counted);
    if (over === 0) continue;
    let position = 0;
    for (const [i, tick] of own.entries()) {
      const into = position - (counted - over);
      position += tick.worth;
      if (into < 0 || (rule.cap !== undefined && into >= length(rule.cap))) continue;
      const pays = payAt(Math.max(above, standsAt[i]! + over - beyond), rule);
      pay.set(tick, adds ? Math.round((tick.pays + pays - 1) * 1000) / 1000 : Math.max(tick.pays, pays));
    }
  }
  return pay;
}

const codeOf = ({ name, code = name }: OvertimeJson): string => code;

/** The codes of rules of editions in one order: that of the last; what it has no more comes after what it came after before. */
function codesInOrder(lists: readonly (readonly OvertimeJson[])[]): string[] {
  return lists.reduce<string[]>((order, rules) => {
    const next = rules.map(codeOf);
    let before = -1;
    for (const code of order) {
      if (next.includes(code)) before = next.indexOf(code);
      else next.splice(++before, 0, code);
    }
    return next;
  }, []);
}

/** Rules of some editions, code by code: all editions that have one look at the same pay, and each pays the shifts that go by it. */
function applyInOrder(
  ticks: readonly Tick[],
  lists: readonly (readonly OvertimeJson[])[],
  shifts: readonly TickShift[],
  input: TickInput,
): void {
  const editions = input.editions.map(({ rules }) => rules);
  const placeOf = (tick: Tick) => editions.indexOf(shifts[tick.shift]!.rules);
  for (const code of codesInOrder(lists)) {
    const has = lists.map((rules) => rules.find((rule) => codeOf(rule) === code));
    const last = has.findLastIndex((rule) => rule !== undefined);
    const ruleOf = (tick: Tick) => ({
      name: has[placeOf(tick)]!.name,
      adds: editions[placeOf(tick)]!.overtimeMeets?.mode === 'added together',
    });
    const found = has.flatMap((rule, place) => {
      if (rule === undefined) return [];
      const rules = editions[place]!;
      const adds = rules.overtimeMeets?.mode === 'added together';
      const pay = paidBy(ticks, rule, adds, rules, (tick) => placeOf(tick) <= last, input);
      return [...pay].filter(([tick]) => placeOf(tick) === place);
    });
    for (const [tick, pays] of found) {
      const { name, adds } = ruleOf(tick);
      if (adds || pays > tick.pays) tick.rule = name;
      tick.pays = pays;
    }
  }
}

function applyOvertime(ticks: Tick[], shifts: readonly TickShift[], input: TickInput): void {
  const editions = input.editions.map(({ rules }) => rules);
  const isGreater = ({ overtimeMeets }: Rulebook) => overtimeMeets?.mode === 'greater of';
  applyInOrder(
    ticks,
    editions.map((rules) => (isGreater(rules) ? [] : rules.overtime)),
    shifts,
    input,
  );
  const done = new Set<string>();
  for (const rules of editions) {
    if (!isGreater(rules) || done.has(waysOf(rules))) continue;
    done.add(waysOf(rules));
    takeGreater(ticks, waysOf(rules), shifts, input);
  }
}

/** What makes the ways of two editions the same: the codes of their rules, and the week that they are compared over. */
function waysOf({ overtime, overtimeMeets, workweek }: Rulebook): string {
  if (overtimeMeets?.mode !== 'greater of') return '';
  const codes = (names: readonly string[]) =>
    overtime
      .filter(({ name }) => names.includes(name))
      .map(codeOf)
      .sort();
  return JSON.stringify([workweek.startsOn, overtime.map(codeOf).sort(), overtimeMeets.groups.map(codes)]);
}

/** Each way alone over all editions of the same ways; what gives more over the days of those editions in a week holds for them. */
function takeGreater(ticks: Tick[], ways: string, shifts: readonly TickShift[], input: TickInput): void {
  const editions = input.editions.map(({ rules }) => rules);
  const alike = editions.filter((rules) => waysOf(rules) === ways);
  const isOurs = (tick: Tick) => alike.includes(shifts[tick.shift]!.rules);
  const { startsOn } = alike[0]!.workweek;
  const groupsOf = ({ overtimeMeets }: Rulebook) =>
    overtimeMeets?.mode === 'greater of' ? overtimeMeets.groups : [];
  const alternatives = groupsOf(alike[0]!).map((_, way) => {
    const own = ticks.map((tick) => ({ ...tick }));
    const lists = editions.map((rules) => {
      const groups = groupsOf(rules);
      const isIn = ({ name }: OvertimeJson) => !groups.flat().includes(name) || groups[way]!.includes(name);
      return alike.includes(rules) ? rules.overtime.filter(isIn) : [];
    });
    applyInOrder(own, lists, shifts, input);
    return own;
  });
  const gives = alternatives.map((own) => {
    const weeks = new Map<string, number>();
    for (const tick of own.filter(isOurs)) {
      const week = weekOf(tick.day, startsOn);
      weeks.set(week, (weeks.get(week) ?? 0) + Math.round((tick.pays - 1) * 1000) * tick.worth);
    }
    return weeks;
  });
  ticks.forEach((tick, i) => {
    if (!isOurs(tick)) return;
    const week = weekOf(tick.day, startsOn);
    let best = 0;
    gives.forEach((weeks, g) => {
      if ((weeks.get(week) ?? 0) > (gives[best]!.get(week) ?? 0)) best = g;
    });
    tick.pays = alternatives[best]![i]!.pays;
    tick.rule = alternatives[best]![i]!.rule;
  });
}

/** Of overtime that waits and was approved in part, the earliest ticks stay; those beyond are ordinary. What was said last holds. */
function approveParts(ticks: readonly Tick[], shifts: readonly TickShift[], input: TickInput): void {
  const last = new Map(holding('approve-overtime', input).map((one) => [`${one.date} ${one.rule}`, one]));
  for (const { date, rule, seconds } of last.values()) {
    if (seconds === null) continue;
    let sum = 0;
    for (const tick of ticks) {
      const own = shifts[tick.shift]!.rules.overtime.find(({ name }) => name === rule);
      if (tick.day !== date || tick.rule !== rule || own?.waitsForApproval !== true) continue;
      if (sum >= seconds) {
        tick.pays = 1;
        tick.rule = null;
      }
      sum += tick.worth;
    }
  }
}

function applyPremiums(
  ticks: readonly Tick[],
  worked: readonly TickShift[],
  rules: Rulebook,
  input: TickInput,
): void {
  const shifts = [...new Set(ticks.map((tick) => tick.shift))];
  const holds = (tick: Tick) => worked[tick.shift]!.rules === rules;
  for (const premium of rules.premiums) {
    const hasDays = premium.weekdays ?? premium.holidays ?? premium.restDays;
    for (const shift of shifts) {
      const own = ticks.filter((tick) => tick.shift === shift);
      const inside = own.filter((tick) => {
        if (!holds(tick)) return false;
        let date: string = tick.day;
        const byClock = premium.dayBy === 'clock';
        if (premium.from !== undefined) {
          const opened = openedOn(tick.at, premium.from, premium.to!, input.zone);
          if (opened === null) return false;
          if (byClock) date = opened;
        } else if (byClock) date = dateShown(tick.at, input.zone, '');
        if (hasDays !== undefined && !isOfKind(date, premium, input)) return false;
        const plan = worked[shift]?.plan;
        if (premium.withinPlan === true && (!plan || tick.at < plan.from || tick.at >= plan.to)) return false;
        const { job, department, site } = tick.place;
        const among = (list: readonly string[] | undefined, one: string | null) =>
          list === undefined || (one !== null && list.includes(one));
        return (
          among(premium.jobs, job) && among(premium.departments, department) && among(premium.sites, site)
        );
      });
      const worthOf = (some: readonly Tick[]) => some.reduce((sum, { worth }) => sum + worth, 0);
      const seconds = worthOf(inside);
      let paid = inside;
      if (seconds < length(premium.least)) paid = [];
      else if (premium.wholeShift !== undefined) {
        const { wholeShift } = premium;
        const reached =
          wholeShift.when === 'enough'
            ? seconds >= length(wholeShift.enough)
            : wholeShift.when === 'most'
              ? seconds * 2 > worthOf(own)
              : inside[0] === own[0];
        paid = reached ? own.filter(holds) : [];
      }
      for (const tick of paid)
        if (premium.additive !== false || tick.premiums.length === 0) tick.premiums.push(premium.name);
    }
  }
}

/** A place in the department where somebody belongs on a day, where it names none. */
function orAtHome(place: TickPlace, day: string, { homes }: TickInput): TickPlace {
  const home = homes.findLast(({ from }) => from <= day) ?? homes[0];
  return { ...place, department: place.department ?? home?.department ?? null };
}

type Add = (day: string, name: string, place: TickPlace | null, seconds: number) => void;

/** The input with the leave that corrections add. */
function withLeave(input: TickInput, shifts: readonly TickShift[]): TickInput {
  const absent = new Map(holding('absence-leave', input).map(({ plan, code }) => [plan, code]));
  const leave = [...input.leave, ...holding('flat-hours', input), ...holding('lateness-leave', input)];
  for (const [index, code] of absent) {
    const plan = input.plans[index]!;
    const isWorked = isStandby(plan, input)
      ? shifts.some(({ spells }) => spells.some((one) => one.in.at < plan.to && one.out.at > plan.from))
      : shifts.some((shift) => shift.plan === plan);
    if (isWorked) continue;
    const date = planDay(plan, input);
    leave.push({ date, kind: 'leave', code, seconds: plan.to - plan.from, job: plan.job });
  }
  return { ...input, leave };
}

/** Seconds by `date|class|job|department|site`, for the days from `first` to `last`, and clocked-to-payable work by nobody else's rules. */
export function tickByTick(recorded: TickInput): Map<string, number> {
  const shifts = asStated(recorded);
  holdAndRound(shifts, recorded);
  const input = withLeave(recorded, shifts);
  const perShift = shifts.map((shift, i) => {
    const before = shifts[i - 1];
    const ends = [...(before?.all ?? []), ...(before?.alone ?? [])].map((punch) => punch.at);
    const paid = paidTicks(shift, i, Math.max(Number.NEGATIVE_INFINITY, ...ends), input);
    giveDays(paid.ticks, shift, input);
    return { ...paid, day: paid.ticks[0]?.day ?? startDay(shift, input) };
  });
  const paid = perShift.flatMap((one) => one.ticks);
  for (const day of new Set(paid.map((tick) => tick.day)))
    roundTotal(
      paid.filter((tick) => tick.day === day),
      rulesOn(day, input).rounding.find(({ of }) => of === 'day'),
    );
  const ticks = paid.filter(({ worth }) => worth > 0);
  perShift.forEach((one) => {
    one.ticks = one.ticks.filter(({ worth }) => worth > 0);
  });
  for (const { from, to, ...other } of holding('set-job', input))
    for (const tick of ticks) if (tick.at >= from && tick.at < to) tick.place = elsewhere(tick.place, other);
  for (const tick of ticks) tick.place = orAtHome(tick.place, tick.day, input);
  applyOvertime(ticks, shifts, input);
  for (const { from, to, multiplier } of holding('set-class', input))
    for (const tick of ticks)
      if (tick.at >= from && tick.at < to) {
        tick.pays = multiplier;
        tick.rule = null;
      }
  approveParts(ticks, shifts, input);
  for (const { rules } of input.editions) applyPremiums(ticks, shifts, rules, input);
  const sums = new Map<string, number>();
  const add: Add = (day, name, place, seconds) => {
    if (day < input.first || day > input.last || seconds <= 0) return;
    const key = `${day}|${name}|${place?.job ?? ''}|${place?.department ?? ''}|${place?.site ?? ''}`;
    sums.set(key, (sums.get(key) ?? 0) + seconds);
  };
  for (const { day, pays, place, premiums, worth } of ticks) {
    add(day, pays === 1 ? 'ordinary' : `overtime-${pays}`, place, worth);
    for (const name of premiums) add(day, `premium:${name}`, place, worth);
  }
  for (const { date, kind, code, seconds, job } of input.leave)
    add(
      date,
      `${kind}:${code}`,
      orAtHome({ job: job ?? null, department: null, site: null }, date, input),
      seconds,
    );
  const addAtHome: Add = (day, name, place, seconds) =>
    add(day, name, place === null ? null : orAtHome(place, day, input), seconds);
  for (const { rules } of input.editions) addGuarantees(shifts, perShift, rules, input, addAtHome);
  return sums;
}

/** What is left of a stretch between two shifts, where those were rounded into it. */
const notPaid = ({ from, to }: TickStretch, before: TickShift, after: TickShift): number =>
  Math.max(0, Math.min(to, after.spells[0]!.start) - Math.max(from, before.spells.at(-1)!.end));

/** A share in whole seconds, down; what floating point puts a billionth below a whole second is that second. */
const sharedOut = (seconds: number, share: number): number =>
  Math.floor(Number((seconds * share).toFixed(6)));

/** What of a plan is work: without the unpaid breaks of its shifts, and without the automatic meal for so much work. */
function workPlanned(
  plan: TickStretch,
  own: readonly number[],
  shifts: readonly TickShift[],
  perShift: readonly { readonly gaps: readonly TickGap[]; readonly stated: number }[],
): number {
  const gaps = own.flatMap((i) => perShift[i]!.gaps);
  const stated = own.reduce((sum, i) => sum + perShift[i]!.stated, 0);
  const sum = (all: readonly TickGap[]) => all.reduce((total, { from, to }) => total + to - from, 0);
  const work = Math.max(0, plan.to - plan.from - sum(gaps) - stated);
  const meal = shifts[own.at(-1)!]!.rules.breaks.automaticMeal;
  const meals = sum(gaps.filter(({ kind }) => kind !== 'break')) + stated;
  return meal === undefined ? work : work - automaticMeal(meal, work, meals);
}

function addGuarantees(
  shifts: readonly TickShift[],
  perShift: readonly {
    readonly day: string;
    readonly ticks: readonly Tick[];
    readonly faults: ReadonlyMap<number, ReadonlySet<string>>;
    readonly gaps: readonly TickGap[];
    readonly stated: number;
  }[],
  rules: Rulebook,
  input: TickInput,
  add: Add,
): void {
  const worked = (i: number) => perShift[i]!.ticks.reduce((sum, { worth }) => sum + worth, 0);
  const dayOf = (i: number) => perShift[i]!.day;
  const all = shifts.map((_, i) => i).filter((i) => shifts[i]!.spells.length > 0);
  const real = all.filter((i) => shifts[i]!.rules === rules);
  const placeOf = (i: number): TickPlace => shifts[i]!.spells[0]!.in;
  for (const rule of rules.guarantees ?? []) {
    const name = `guarantee:${rule.name}`;
    if (rule.kind === 'call-out') {
      for (const i of real) {
        const week = weekOf(dayOf(i), rules.workweek.startsOn);
        const planned = input.plans.some((plan) => {
          const day = planDay(plan, input);
          return day >= week && day < plusDays(week, 7);
        });
        const called =
          rule.jobs === undefined
            ? planned && shifts[i]!.plan === null
            : rule.jobs.includes(placeOf(i).job ?? '');
        if (called) add(dayOf(i), name, placeOf(i), length(rule.least) - worked(i));
      }
    } else if (rule.kind === 'share of plan') {
      for (const plan of input.plans) {
        const of = all.filter((i) => shifts[i]!.plan === plan);
        const last = shifts.findLastIndex((shift) => shift.plan === plan);
        if (!of.includes(last) || !real.includes(last)) continue;
        const sum = of.reduce((total, i) => total + worked(i), 0);
        const share = sharedOut(workPlanned(plan, of, shifts, perShift), rule.share);
        if (sum >= share) continue;
        const owed = Math.min(
          Math.max(share, length(rule.least)),
          length(rule.most, Number.POSITIVE_INFINITY),
        );
        add(dayOf(last), name, placeOf(last), owed - sum);
      }
    } else if (rule.kind === 'standby') {
      const onLeave = new Map<string, number>();
      for (const { date, kind, seconds } of input.leave)
        if (kind === 'leave') onLeave.set(date, (onLeave.get(date) ?? 0) + seconds);
      for (const plan of toWork(input)) {
        const day = planDay(plan, input);
        onLeave.set(day, (onLeave.get(day) ?? 0) - (plan.to - plan.from));
      }
      for (const plan of input.plans) {
        const day = planDay(plan, input);
        if (rulesOn(day, input) !== rules || !rule.jobs.includes(plan.job ?? '')) continue;
        let idle = plan.to - plan.from;
        for (const { spells } of shifts)
          for (const { start, end } of spells)
            idle -= Math.max(0, Math.min(end, plan.to) - Math.max(start, plan.from));
        const replaced = Math.min(idle, Math.max(0, onLeave.get(day) ?? 0));
        onLeave.set(day, (onLeave.get(day) ?? 0) - replaced);
        const paid = sharedOut(idle - replaced, rule.share);
        add(day, name, { job: plan.job, department: null, site: null }, paid);
      }
    } else {
      // Of a whole day: by the edition in force on it.
      for (const day of new Set(all.map(dayOf))) {
        if (rulesOn(day, input) !== rules) continue;
        const of = all.filter((i) => dayOf(i) === day);
        if (rule.kind === 'meal premium') {
          const kinds: readonly string[] = rule.for ?? ['missed', 'short', 'late'];
          const times = of.reduce(
            (sum, i) =>
              sum + [...perShift[i]!.faults.values()].filter((f) => kinds.some((k) => f.has(k))).length,
            0,
          );
          add(day, name, placeOf(of[0]!), Math.min(times, rule.atMostPerWorkday ?? 1) * length(rule.pays));
        } else {
          const unpaid = of.flatMap((i) => perShift[i]!.gaps.filter((gap) => gap.kind !== 'meal'));
          const between = of.slice(1).map((i, k) => ({
            from: shifts[of[k]!]!.spells.at(-1)!.end,
            // Without what was not worked at its ends.
            to:
              shifts[i]!.spells[0]!.start -
              [...shifts[of[k]!]!.notWorked, ...shifts[i]!.notWorked]
                .filter(
                  (one) =>
                    one.from >= shifts[of[k]!]!.spells.at(-1)!.out.at &&
                    one.to <= shifts[i]!.spells[0]!.in.at,
                )
                .reduce((sum, one) => sum + notPaid(one, shifts[of[k]!]!, shifts[i]!), 0),
          }));
          const long = [...unpaid, ...between].some(({ from, to }) => to - from > length(rule.gapOver));
          if (long) add(day, name, placeOf(of[0]!), length(rule.pays));
        }
      }
    }
  }
}
