import type { CardReply, CardRow, CorrectionView, DayMark, StripDay, StripReply } from '@heath/contract';
import {
  type Computed,
  classOf,
  type Instant,
  instantToIso,
  type PersonId,
  type PersonInput,
  premiumNames,
  workday,
  workdayToIso,
} from '@heath/core';
import type { PeriodSpan } from '../../computing/inputs.ts';
import { type CardResults, cardResults } from '../../computing/results.ts';
import type { CardDay } from '../../database/schema.ts';
import type { CardListRow, codeRows, correctionRows } from './store.ts';

const isStale = (row: CardListRow, sealed: boolean) => !sealed && row.inputVersion !== row.computedVersion;

function mark([, clocked, payable, overtime, exceptions]: CardDay): DayMark {
  if (exceptions > 0) return 'x';
  if (overtime > 0) return 't';
  return payable > 0 || clocked > 0 ? 'o' : '-';
}

/** A list row; a sealed card shows what was handed off, an open one nothing while it is being computed. */
export function cardRow(row: CardListRow, sealed: boolean): CardRow {
  const pending = isStale(row, sealed) || row.days === null;
  return {
    personId: row.personId as PersonId,
    number: row.number,
    name: row.name,
    department: row.department,
    groupId: row.groupId,
    payableHundredths: pending ? null : row.payableHundredths,
    toSettle: pending ? 0 : row.toSettle,
    marks: pending ? '' : row.days!.map(mark).join(''),
  };
}

/** The sums over cards by day, and over all. */
export function strip(rows: readonly CardListRow[], period: PeriodSpan, sealed: boolean): StripReply {
  const days: { -readonly [K in keyof StripDay]: StripDay[K] }[] = [];
  for (let day = period.firstDay; day <= period.lastDay; day = workday(day + 1)) {
    days.push({ day: workdayToIso(day), plannedSeconds: 0, clockedSeconds: 0, toSettle: 0 });
  }
  let clockedSeconds = 0;
  let payableHundredths = 0;
  let toSettle = 0;
  let computing = 0;
  for (const row of rows) {
    if (row.days === null || isStale(row, sealed)) {
      computing++;
      continue;
    }
    clockedSeconds += row.clockedSeconds;
    payableHundredths += row.payableHundredths;
    toSettle += row.toSettle;
    for (let i = 0; i < days.length; i++) {
      const [planned, clocked, , , exceptions] = row.days[i]!;
      days[i]!.plannedSeconds += planned;
      days[i]!.clockedSeconds += clocked;
      days[i]!.toSettle += exceptions;
    }
  }
  return { days, clockedSeconds, payableHundredths, toSettle, people: rows.length, computing };
}

function correctionViews(
  rows: Awaited<ReturnType<typeof correctionRows>>,
  periodId: number,
): CorrectionView[] {
  const undone = new Set<number>();
  // Newest first, so that an undo which was itself undone takes nothing back.
  for (const { correction } of [...rows].reverse()) {
    if (correction.undoes !== null && !undone.has(correction.id)) undone.add(correction.undoes);
  }
  return rows
    .filter(({ correction }) => correction.periodId === periodId)
    .map(({ correction, by }) => ({
      id: correction.id,
      kind: correction.kind,
      at: correction.at,
      punchKind: correction.punchKind,
      note: correction.note,
      by,
      madeAt: instantToIso(correction.madeAt as Instant),
      payableBeforeHundredths: correction.payableBefore,
      payableAfterHundredths: correction.payableAfter,
      undoes: correction.undoes,
      undone: undone.has(correction.id),
    }));
}

/** What was handed off is no longer what the punches give. */
const differs = (row: CardListRow, now: CardResults): boolean =>
  row.payableHundredths !== now.payableHundredths || JSON.stringify(row.days) !== JSON.stringify(now.days);

export interface CardParts {
  readonly row: CardListRow;
  readonly period: PeriodSpan;
  readonly sealed: boolean;
  readonly zone: string;
  readonly input: PersonInput;
  readonly computed: Computed;
  readonly corrections: Awaited<ReturnType<typeof correctionRows>>;
  readonly codes: Awaited<ReturnType<typeof codeRows>>;
}

/** A whole card as the screen draws and explains it. */
export function cardView({
  row,
  period,
  sealed,
  zone,
  input,
  computed,
  corrections,
  codes,
}: CardParts): CardReply {
  const inPeriod = (day: number) => day >= period.firstDay && day <= period.lastDay;
  const offsets = input.zones.of(zone);
  return {
    row: cardRow(row, sealed),
    rulebook: input.rulebook.name,
    edition: input.rulebook.edition,
    firstDay: workdayToIso(period.firstDay),
    lastDay: workdayToIso(period.lastDay),
    sealed,
    changedSinceSealed: sealed && differs(row, cardResults(input, computed)),
    // The offset before all others holds from the beginning; JSON has no minus infinity.
    offsets: { ...offsets, starts: offsets.starts.map((start) => Math.max(start, -1e12)) },
    plans: input.plans.filter((plan) => inPeriod(plan.workday)),
    shifts: computed.shifts
      .filter((shift) => inPeriod(shift.workday))
      .map((shift) => ({
        workday: workdayToIso(shift.workday),
        spells: shift.spells,
        unpaid: shift.breaks.unpaid,
        onTheClock: shift.onTheClock?.at ?? null,
        clockedSeconds: shift.clockedSeconds,
        payableSeconds: shift.payableSeconds,
        unpaidSeconds: shift.unpaidSeconds,
        roundingSeconds: shift.roundingSeconds,
        reasons: shift.reasons,
      })),
    segments: computed.segments
      .filter((segment) => inPeriod(segment.workday))
      .map((segment) => ({
        workday: workdayToIso(segment.workday),
        start: segment.start,
        end: segment.end,
        classId: classOf(segment.multiplier),
        premiums: premiumNames(segment, input.rulebook.premiums),
      })),
    lines: computed.lines,
    exceptions: computed.exceptions,
    overtimeReasons: computed.overtimeReasons.filter(
      (reason) => reason.lastWorkday >= period.firstDay && reason.firstWorkday <= period.lastDay,
    ),
    corrections: correctionViews(corrections, period.id),
    codes,
  };
}
