import type { SegmentView, ShiftView } from '@heath/contract';
import {
  classOf,
  type EffectivePunch,
  type Instant,
  instantFromIso,
  type PunchKind,
  type Workday,
  workdayFromIso,
  ZoneTables,
} from '@heath/core';
import type { RibbonDay } from './parts.ts';

const OFFSETS = ZoneTables.around(
  instantFromIso('2026-10-01T00:00:00Z'),
  instantFromIso('2026-11-10T00:00:00Z'),
).of('Europe/London');

const punch = (at: Instant, kind: PunchKind, more: Partial<EffectivePunch> = {}) =>
  ({ at, kind, ...more }) as EffectivePunch;

const shift = (workday: Workday, spells: ShiftView['spells'], unpaid: ShiftView['unpaid']): ShiftView => ({
  workday,
  spells,
  unpaid,
  onTheClock: null,
  clockedSeconds: 0,
  payableSeconds: 0,
  unpaidSeconds: 0,
  heldSeconds: 0,
  roundingSeconds: 0,
  reasons: [],
});

/** A made-up day with one of nearly everything: its overtime, a meal, a change of job, a corrected punch. */
export function sampleDay(iso: string, startHour: number): RibbonDay {
  const day = workdayFromIso(iso);
  const midnight = instantFromIso(`${iso}T00:00:00+01:00`);
  const at = (hours: number) => (midnight + Math.round((startHour + hours) * 3600)) as Instant;
  const change = punch(at(2), 'job-change');
  const spells = [
    { in: punch(at(0.05), 'in'), out: change },
    { in: change, out: punch(at(4), 'meal-out') },
    {
      in: punch(at(4.5), 'meal-in'),
      out: punch(at(9.5), 'out', { clockedAt: at(9.9), correction: 7 as never }),
    },
  ] as unknown as ShiftView['spells'];
  const band = (
    from: number,
    to: number,
    multiplier: number,
    premiums: readonly string[] = [],
  ): SegmentView => ({
    workday: day,
    start: at(from),
    end: at(to),
    classId: classOf(multiplier),
    premiums,
  });
  return {
    day,
    scale: { from: (startHour - 2) * 3600, to: (startHour + 14) * 3600 },
    offsets: OFFSETS,
    plans: [{ workday: day, startsAt: at(0), endsAt: at(8.5), job: null, department: null }],
    shifts: [shift(day, spells, [{ start: at(4), end: at(4.5) }] as unknown as ShiftView['unpaid'])],
    segments: [
      band(0, 4, 1),
      band(4.5, 8.5, 1, ['Night']),
      band(8.5, 9, 1.5),
      band(9, 9.25, 2),
      band(9.25, 9.5, 2.5),
    ],
    exceptions: [],
    notWorked: [{ name: 'Call-out', seconds: 3 * 3600 }],
  };
}
