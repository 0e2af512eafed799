import type { OvertimeReason } from '../reasons/types.ts';
import { type Instant, instant, type Seconds, seconds } from '../units.ts';
import type { Segment } from '../workday/types.ts';
import { BASES, type BasisName } from './bases/bases.ts';

interface Tier {
  readonly aboveSeconds: Seconds;
  readonly multiplier: number;
}

export interface OvertimeRule {
  readonly name: string;
  readonly basis: BasisName;
  /** Upward by `aboveSeconds`. */
  readonly tiers: readonly Tier[];
  /** Less overtime than this in one bucket pays as ordinary time. */
  readonly leastSeconds: Seconds;
}

/**
 * Step 7. Segments, in order of time, classed by each rule in turn. *Once only*: an hour that an earlier rule made
 * overtime does not count toward a later one, and each hour takes its highest multiplier. Time runs in order, so it is
 * the last hours of a bucket that are overtime.
 *
 * @param reasons filled where given: what each rule found in each bucket
 */
export function classify(
  segments: readonly Segment[],
  rules: readonly OvertimeRule[],
  weekStartsOn: number,
  reasons: OvertimeReason[] | null,
): readonly Segment[] {
  let classed = segments;
  for (let index = 0; index < rules.length; index++) {
    classed = applyRule(classed, rules[index]!, index, weekStartsOn, reasons);
  }
  return classed;
}

function applyRule(
  segments: readonly Segment[],
  rule: OvertimeRule,
  index: number,
  weekStartsOn: number,
  reasons: OvertimeReason[] | null,
): readonly Segment[] {
  const basis = BASES[rule.basis];
  const classed: Segment[] = [];
  let first = 0;
  while (first < segments.length) {
    const bucket = basis.bucketOf(segments[first]!, weekStartsOn);
    let counted = 0;
    let end = first;
    while (end < segments.length && basis.bucketOf(segments[end]!, weekStartsOn) === bucket) {
      const segment = segments[end++]!;
      if (segment.multiplier === 1) counted += segment.end - segment.start;
    }
    const over = counted - rule.tiers[0]!.aboveSeconds;
    if (over > 0 && over >= rule.leastSeconds) applyTiers(segments, first, end, rule, index, classed);
    else for (let i = first; i < end; i++) classed.push(segments[i]!);
    reasons?.push({
      step: 'overtime',
      rule: index,
      name: rule.name,
      basis: rule.basis,
      firstWorkday: segments[first]!.workday,
      lastWorkday: segments[end - 1]!.workday,
      countedSeconds: seconds(counted),
      tiers: rule.tiers,
      leastSeconds: rule.leastSeconds,
      overSeconds: seconds(Math.max(over, 0)),
      pays: over > 0 && over >= rule.leastSeconds,
    });
    first = end;
  }
  return classed;
}

/** One bucket of segments, cut where its count passes a tier. */
function applyTiers(
  segments: readonly Segment[],
  first: number,
  end: number,
  rule: OvertimeRule,
  index: number,
  classed: Segment[],
): void {
  const { tiers } = rule;
  let counted = 0;
  let tier = -1;
  for (let i = first; i < end; i++) {
    const segment = segments[i]!;
    let start: Instant = segment.start;
    const counts = segment.multiplier === 1;
    while (start < segment.end) {
      while (tier + 1 < tiers.length && counted >= tiers[tier + 1]!.aboveSeconds) tier++;
      const untilNext =
        tier + 1 < tiers.length ? tiers[tier + 1]!.aboveSeconds - counted : Number.POSITIVE_INFINITY;
      const stop = counts ? instant(Math.min(segment.end, start + untilNext)) : segment.end;
      const raises = tier >= 0 && tiers[tier]!.multiplier > segment.multiplier;
      if (!raises && start === segment.start && stop === segment.end) classed.push(segment);
      else
        classed.push(
          piece(
            segment,
            start,
            stop,
            raises ? tiers[tier]!.multiplier : segment.multiplier,
            raises ? index : segment.rule,
          ),
        );
      if (counts) counted += stop - start;
      start = stop;
    }
  }
}

const piece = (
  segment: Segment,
  start: Instant,
  end: Instant,
  multiplier: number,
  rule: number,
): Segment => ({
  start,
  end,
  workday: segment.workday,
  shift: segment.shift,
  job: segment.job,
  department: segment.department,
  multiplier,
  rule,
  premiums: segment.premiums,
});
