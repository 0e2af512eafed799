import { paidSeconds } from '../../model/cut.ts';
import type { Segment, WorkSegment } from '../../model/segment.ts';
import { itemAt } from '../../time/item-at.ts';
import type { Workday } from '../../time/units.ts';
import { workweekOf } from '../workday/workday.ts';
import { inOneOrder } from './one-order.ts';
import { applyRule } from './overtime.ts';
import type { OvertimeReason } from './reason.ts';
import type { OvertimeContext, OvertimeRule, RuleOverEditions, RulesInForce } from './types.ts';

/**
 * Step 7. Segments, in order of time, classed by the rules of every edition in force, as that edition has them meet. A shift goes by its
 * own edition. A rule of the same code is one rule over all of them: its hours go on counting where one edition follows another.
 *
 * @param overtimeInOrder the rules of editions whose rules do not stand in groups, see `inOneOrder`
 */
export function classify(
  segments: WorkSegment[],
  {
    overtime: editions,
    overtimeInOrder,
  }: {
    readonly overtime: readonly RulesInForce[];
    readonly overtimeInOrder: readonly RuleOverEditions[];
  },
  common: Omit<OvertimeContext, 'weekStartsOn'>,
  reasons: OvertimeReason[] | null,
): WorkSegment[] {
  let classed = segments;
  const contexts = editions.map(({ weekStartsOn }) => contextOf(common, weekStartsOn));
  const meets: Meets = { editions, contexts };
  for (const rule of overtimeInOrder) classed = applyOver(classed, rule, meets, reasons);
  for (const alike of alikeInGroups(editions)) classed = takeGreater(classed, alike, meets, reasons);
  return classed;
}

/** What rules of several editions are applied with. */
interface Meets {
  readonly editions: readonly RulesInForce[];
  /** Of each edition. */
  readonly contexts: readonly OvertimeContext[];
}

/**
 * One rule over all editions that have it. Each version counts the whole bucket as if it had always held, from what the rules before this one
 * left; it pays the shifts of its own edition. After the last edition that has the rule nothing counts toward it any more.
 */
function applyOver(
  segments: WorkSegment[],
  { versions }: RuleOverEditions,
  { editions, contexts }: Meets,
  reasons: OvertimeReason[] | null,
): WorkSegment[] {
  const last = itemAt(versions, versions.length - 1).edition;
  const counts =
    last === editions.length - 1 ? null : (segment: Segment) => placeOf(segment, editions) <= last;
  const run = (own: WorkSegment[], { edition, rule }: RuleOverEditions['versions'][number]) => {
    const { meeting, owns } = itemAt(editions, edition);
    const pays = editions.length === 1 ? null : owns;
    applyRule(
      own,
      rule,
      itemAt(contexts, edition),
      meeting.mode === 'added together',
      { pays, counts },
      reasons,
    );
    return own;
  };
  const [only, ...others] = versions;
  if (only === undefined) return segments;
  if (others.length === 0) return run(segments, only);
  const copies = versions.map((version) => run(copyOf(segments), version));
  const has = (edition: number) =>
    Math.max(
      0,
      versions.findIndex((version) => version.edition === edition),
    );
  return copies
    .flatMap((own, i) => own.filter((segment) => has(placeOf(segment, editions)) === i))
    .sort((a, b) => a.start - b.start);
}

/** The place of the edition that a segment's shift goes by. */
const placeOf = (segment: Segment, editions: readonly RulesInForce[]): number =>
  editions.findIndex(({ owns }) => owns(segment));

const copyOf = (segments: readonly Segment[]): WorkSegment[] => segments.map((segment) => ({ ...segment }));

/** Editions, by their places, whose rules stand in the same groups: ways that match by the codes of their rules. */
function alikeInGroups(editions: readonly RulesInForce[]): number[][] {
  const alike = new Map<string, number[]>();
  editions.forEach(({ meeting, rules, weekStartsOn }, edition) => {
    if (meeting.mode !== 'greater of') return;
    const codesOf = (some: readonly OvertimeRule[]) => some.map(({ code }) => code).sort();
    const says = JSON.stringify([weekStartsOn, codesOf(rules), meeting.groups.map(codesOf)]);
    const own = alike.get(says);
    if (own === undefined) alike.set(says, [edition]);
    else own.push(edition);
  });
  return [...alike.values()];
}

/** One group of rules computed alone. */
interface Alternative {
  readonly segments: readonly WorkSegment[];
  /** What its overtime pays beyond plain time, in seconds at the plain rate, by the first day of the workweek. */
  readonly extraPay: ReadonlyMap<Workday, number>;
  readonly reasons: readonly OvertimeReason[];
}

/** Each group computed alone; every workweek takes the one that gives more overtime pay, the first where they give the same. */
function takeGreater(
  segments: WorkSegment[],
  alike: readonly number[],
  meets: Meets,
  reasons: OvertimeReason[] | null,
): WorkSegment[] {
  const { editions } = meets;
  const { weekStartsOn, meeting } = itemAt(editions, itemAt(alike, 0));
  const weekOf = (day: Workday) => workweekOf(day, weekStartsOn);
  const isOurs = (segment: Segment) => editions.length === 1 || alike.includes(placeOf(segment, editions));
  const groups = meeting.mode === 'greater of' ? meeting.groups : [];
  const alternatives = groups.map((_, way) =>
    computedAlone(segments, rulesOfWay(way, alike, editions), meets, { weekOf, isOurs }, reasons !== null),
  );
  const chosen = new Map<Workday, number>();
  for (const segment of segments) {
    const week = weekOf(segment.workday);
    if (isOurs(segment) && !chosen.has(week)) chosen.set(week, greatest(alternatives, week));
  }
  reasons?.push(...alternatives.flatMap((_, i) => compared(alternatives, i, chosen, weekOf)));
  const isTaken = (segment: Segment, i: number) =>
    isOurs(segment) && chosen.get(weekOf(segment.workday)) === i;
  const others = segments.filter((segment) => !isOurs(segment));
  return [
    ...others,
    ...alternatives.flatMap(({ segments: own }, i) => own.filter((segment) => isTaken(segment, i))),
  ].sort((a, b) => a.start - b.start);
}

/** The rules of one way in editions whose ways match: those of its group, and those of no group. */
function rulesOfWay(
  way: number,
  alike: readonly number[],
  editions: readonly RulesInForce[],
): RuleOverEditions[] {
  return inOneOrder(
    editions.map(({ rules, meeting }, edition) => {
      if (!alike.includes(edition) || meeting.mode !== 'greater of') return [];
      const grouped = meeting.groups.flat();
      return rules.filter((rule) => !grouped.includes(rule) || meeting.groups[way]?.includes(rule));
    }),
  );
}

function computedAlone(
  segments: readonly Segment[],
  rules: readonly RuleOverEditions[],
  meets: Meets,
  {
    weekOf,
    isOurs,
  }: { readonly weekOf: (day: Workday) => Workday; readonly isOurs: (segment: Segment) => boolean },
  explains: boolean,
): Alternative {
  const reasons: OvertimeReason[] | null = explains ? [] : null;
  let own = copyOf(segments);
  for (const rule of rules) own = applyOver(own, rule, meets, reasons);
  const extraPay = new Map<Workday, number>();
  for (const segment of own) {
    if (!isOurs(segment)) continue;
    const week = weekOf(segment.workday);
    extraPay.set(week, (extraPay.get(week) ?? 0) + (segment.pay.multiplier - 1) * paidSeconds(segment));
  }
  return { segments: own, extraPay, reasons: reasons ?? [] };
}

/** Which of the alternatives gives most in a workweek; the first of those that give the same. */
function greatest(alternatives: readonly Alternative[], week: Workday): number {
  let best = 0;
  let most = 0;
  for (const [i, { extraPay }] of alternatives.entries()) {
    const gives = extraPay.get(week) ?? 0;
    // A thousandth of a second is noise of multiplying.
    if (i > 0 && gives <= most + 0.001) continue;
    best = i;
    most = gives;
  }
  return best;
}

/** The reasons of one alternative, each with what it gives beside the others and whether it was taken. */
function compared(
  alternatives: readonly Alternative[],
  i: number,
  chosen: ReadonlyMap<Workday, number>,
  weekOf: (day: Workday) => Workday,
): OvertimeReason[] {
  return (alternatives[i]?.reasons ?? []).map((reason) => {
    const week = weekOf(reason.firstWorkday);
    const gives = alternatives.map(({ extraPay }) => Math.round(extraPay.get(week) ?? 0));
    return {
      ...reason,
      alternative: {
        chosen: chosen.get(week) === i,
        extraPaySeconds: gives[i] ?? 0,
        othersExtraPaySeconds: gives.filter((_, other) => other !== i),
      },
    };
  });
}

/** Written out: spreading costs as much as a rule, and this runs for every person there is. */
const contextOf = (
  { calendar, plans, payPeriods, leave, workedDays, daysInOrder }: Omit<OvertimeContext, 'weekStartsOn'>,
  weekStartsOn: number,
): OvertimeContext => ({
  weekStartsOn,
  calendar,
  plans,
  payPeriods,
  leave,
  workedDays,
  daysInOrder,
});
