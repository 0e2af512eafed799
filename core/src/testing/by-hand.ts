/**
 * Works lines out again from the reasons alone, as a payroll auditor would with pencil and paper. It reads nothing but the
 * reasons, as JSON, and shares no code with the core.
 */
import type { DayReason } from '../card/reasons.ts';
import type { RoundedPunch, ShiftReason } from '../model/shift-reason.ts';
import type { OvertimeReason } from '../steps/overtime/reason.ts';

interface Part {
  start: number;
  end: number;
  /** Seconds at its end that rounding added. */
  added: number;
  readonly day: number;
  /** The department that holds where none is named. */
  readonly home: number | null;
  job: number | null;
  department: number | null;
  site: number | null;
  pays: number;
  readonly premiums: string[];
}

interface Amounts {
  readonly unitSeconds: number;
  readonly turnSeconds: number;
}

const up = (into: number, { turnSeconds }: Amounts) => into > 0 && into >= turnSeconds;
const amount = (seconds: number, rule: Amounts): number => {
  const into = seconds % rule.unitSeconds;
  return seconds - into + (up(into, rule) ? rule.unitSeconds : 0);
};
function punchTime({ clocked, offsetSeconds, rounding }: RoundedPunch): number {
  if (rounding === null) return clocked;
  const into = (clocked + offsetSeconds) % rounding.unitSeconds;
  return clocked - into + (up(into, rounding) ? rounding.unitSeconds : 0);
}

type Step<S extends ShiftReason['step']> = Extract<ShiftReason, { step: S }>;
const stepOf = <S extends ShiftReason['step']>(reasons: readonly ShiftReason[], step: S) =>
  reasons.find((reason): reason is Step<S> => reason.step === step);

/** The spells after holding and rounding their punches. */
function spellsOf(reasons: readonly ShiftReason[]): { start: number; end: number }[] {
  const hold = stepOf(reasons, 'hold');
  const round = stepOf(reasons, 'round')!;
  const spells: { start: number; end: number }[] = [];
  let earliest: number = round.notBefore ?? Number.NEGATIVE_INFINITY;
  for (const punches of round.punches) {
    const start = Math.max(punches.in.held ? hold!.start! : punchTime(punches.in), earliest);
    const end = Math.max(punches.out.held ? hold!.end! : punchTime(punches.out), start);
    spells.push({ start, end });
    earliest = end;
  }
  return spells;
}

function partsOf(reasons: readonly ShiftReason[]): Part[] {
  const clocked = stepOf(reasons, 'clocked');
  if (clocked === undefined) return [];
  const breaks = stepOf(reasons, 'breaks')!;
  const workday = stepOf(reasons, 'workday')!;
  const spells = spellsOf(reasons);
  const worked: Pick<Part, 'start' | 'end' | 'job' | 'department' | 'site'>[] = [];
  spells.forEach((spell, i) => {
    const { job, department, site } = clocked.spells[i]!.in;
    worked.push({ ...spell, job, department, site });
    // Rounding may leave a spell without length: the break comes after the last that ends there.
    if (spells[i + 1]?.end === spell.end) return;
    for (const gap of breaks.paid)
      if (gap.start === spell.end) worked.push({ start: gap.start, end: gap.end, job, department, site });
  });
  const edges = new Set<number>(workday.lines);
  for (const { start, end } of breaks.unpaid) edges.add(start).add(end);
  for (const premium of reasons)
    if (premium.step === 'premium') for (const { start, end } of premium.time) edges.add(start).add(end);
  const parts: Part[] = [];
  for (const stretch of worked) {
    const inside = [...edges]
      .filter((edge) => edge > stretch.start && edge < stretch.end)
      .sort((a, b) => a - b);
    const all = [stretch.start, ...inside, stretch.end];
    for (let i = 1; i < all.length; i++) {
      const [start, end] = [all[i - 1]!, all[i]!];
      if (end <= start) continue;
      if (breaks.unpaid.some((gap) => start >= gap.start && end <= gap.end)) continue;
      const passed = workday.lines.filter((line) => line <= start).length;
      const premiums = reasons
        .filter((reason): reason is Step<'premium'> => reason.step === 'premium')
        .filter(({ time }) => time.some((paid) => start >= paid.start && end <= paid.end))
        .map(({ name }) => name);
      // Where rounding leaves nothing of a shift, no day is told.
      const day = workday.workdays[passed] ?? 0;
      const home = workday.homes[passed] ?? { department: null };
      parts.push({ ...stretch, start, end, added: 0, day, home: home.department, pays: 1, premiums });
    }
  }
  for (const { at, seconds } of stepOf(reasons, 'round')!.totals) {
    if (seconds > 0) parts.findLast((part) => part.end === at)!.added += seconds;
    // Taken off the end: of what was added there, then of the work before.
    let left = seconds > 0 ? 0 : -seconds;
    for (const part of [...parts].reverse()) {
      if (part.end > at) continue;
      const ofAdded = Math.min(part.added, left);
      part.added -= ofAdded;
      const ofWork = Math.min(part.end - part.start, left - ofAdded);
      part.end -= ofWork;
      left -= ofAdded + ofWork;
    }
  }
  return parts.filter((part) => part.end > part.start);
}

/** One rule over one bucket: how much is over, what of it pays, and which seconds those are. */
function applyOvertime(parts: Part[], reason: OvertimeReason): Part[] {
  const counted = reason.time.reduce(
    (sum, { start, end, added, counts }) => sum + (counts ? end - start + added : 0),
    0,
  );
  const first = reason.tiers[0]!.fromSeconds;
  /** Work between leave and leave, with how much leave lies before it. */
  const runs: { from: number; to: number; leave: number }[] = [];
  let leave = 0;
  let from = 0;
  for (const { afterSeconds, seconds } of reason.leave) {
    runs.push({ from, to: afterSeconds, leave });
    from = afterSeconds;
    leave += seconds;
  }
  runs.push({ from, to: counted, leave });
  const beyond = runs.reduce(
    (sum, run) => sum + Math.max(0, run.to - Math.max(run.from, first - run.leave)),
    0,
  );
  let over = beyond;
  if (over < reason.leastSeconds) over = 0;
  else if (reason.leastPays === 'beyond') over -= reason.leastSeconds;
  if (over > 0 && reason.rounding !== null) over = Math.min(amount(over, reason.rounding), counted);
  if (over === 0) return parts;
  const start = counted - over;
  /** The stretches of each tier, on the clock. */
  const paid: { start: number; end: number; pays: number }[] = [];
  let position = 0;
  for (const stretch of reason.time) {
    const length = stretch.counts ? stretch.end - stretch.start : 0;
    for (const tier of reason.tiers) {
      // What does not count is left alone.
      if (!stretch.counts) continue;
      for (const run of runs) {
        const moved = run.leave + over - beyond;
        // Where rounding adds overtime before the threshold, the first tier begins there.
        const low = tier.fromSeconds === first ? start : tier.fromSeconds - moved;
        const high = tier.toSeconds === null ? Number.POSITIVE_INFINITY : tier.toSeconds - moved;
        const stop = reason.capSeconds === null ? high : Math.min(high, start + reason.capSeconds);
        const a = Math.max(position, start, low, run.from);
        const b = Math.min(position + length, stop, run.to);
        if (b > a && stretch.pays)
          paid.push({
            start: stretch.start + a - position,
            end: stretch.start + b - position,
            pays: tier.multiplier,
          });
      }
    }
    position += length + (stretch.counts ? stretch.added : 0);
  }
  const edges = paid.flatMap((tier) => [tier.start, tier.end]);
  return parts.flatMap((part) => {
    const inside = edges.filter((edge) => edge > part.start && edge < part.end).sort((a, b) => a - b);
    const all = [part.start, ...inside, part.end];
    return all.slice(1).flatMap((end, i) => {
      const from = all[i]!;
      if (end === from) return [];
      const tier = paid.find((one) => from >= one.start && end <= one.end);
      const pays =
        tier === undefined
          ? part.pays
          : reason.adds
            ? Math.round((part.pays + tier.pays - 1) * 1000) / 1000
            : Math.max(part.pays, tier.pays);
      // What was added goes with the last second.
      return [{ ...part, start: from, end, added: end === part.end ? part.added : 0, pays }];
    });
  });
}

/** Parts cut at the ends of a stretch that a correction is about, and changed inside. */
function stated(
  parts: readonly Part[],
  { from, to }: { readonly from: number; readonly to: number },
  change: (part: Part) => void,
): Part[] {
  return parts.flatMap((part) => {
    const inside = [from, to].filter((edge) => edge > part.start && edge < part.end);
    const all = [part.start, ...inside, part.end];
    return all.slice(1).map((end, i) => {
      const own = { ...part, start: all[i]!, end, added: end === part.end ? part.added : 0 };
      if (own.start >= from && own.end <= to) change(own);
      return own;
    });
  });
}

/** Seconds by `day|class|job|department|site`. */
export function byHand(
  shifts: readonly (readonly ShiftReason[])[],
  days: readonly DayReason[],
): Map<string, number> {
  let parts = shifts.flatMap((reasons) => partsOf(reasons));
  const corrections = days.flatMap((reason) => (reason.step === 'correction' ? [reason.correction] : []));
  for (const one of corrections)
    if (one.kind === 'set-job')
      parts = stated(parts, one, (part) => {
        if (one.job !== undefined) part.job = one.job;
        if (one.department !== undefined) part.department = one.department;
        if (one.site !== undefined) part.site = one.site;
      });
  for (const reason of days)
    if (reason.step === 'overtime' && reason.alternative?.chosen !== false)
      parts = applyOvertime(parts, reason);
  for (const one of corrections)
    if (one.kind === 'set-class')
      parts = stated(parts, one, (part) => {
        part.pays = one.multiplier;
      });
  const sums = new Map<string, number>();
  const add = (day: number, name: string, of: Pick<Part, 'job' | 'department' | 'site'>, seconds: number) => {
    if (seconds === 0) return;
    const key = `${day}|${name}|${of.job}|${of.department}|${of.site}`;
    sums.set(key, (sums.get(key) ?? 0) + seconds);
  };
  for (const part of parts) {
    const length = part.end - part.start + part.added;
    part.department ??= part.home;
    add(part.day, part.pays === 1 ? 'ordinary' : `overtime-${part.pays}`, part, length);
    for (const name of part.premiums) add(part.day, `premium:${name}`, part, length);
  }
  for (const reason of days) {
    if (reason.step === 'guarantee')
      add(
        reason.workday,
        `guarantee:${reason.name}`,
        reason,
        reason.guaranteedSeconds - reason.workedSeconds,
      );
    if (reason.step === 'leave')
      add(reason.workday, `${reason.kind}:${reason.code}`, { ...reason, site: null }, reason.seconds);
  }
  return sums;
}
