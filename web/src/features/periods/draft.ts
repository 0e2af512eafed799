import type { MakePayPeriodsRequest, PayPeriodsReply } from '@heath/contract';
import { type Scheme, type Workday, workday, workdayToIso } from '@heath/core';

/** Pay periods that somebody is about to make. */
export interface Draft {
  /** Ids of pay groups. */
  readonly groups: readonly string[];
  readonly until: Workday | null;
  readonly isChange: boolean;
  readonly from: Workday | null;
  readonly scheme: Scheme;
  /** Counts the drafts, so that the fields of the next begin anew. */
  readonly round: number;
}

const AHEAD_DAYS = 182;

/** A draft for every pay group: half a year more of what they have. */
export function newDraft({ groups, schedules, periods, today }: PayPeriodsReply, round = 0): Draft {
  const last = workday(Math.max(...periods.map(({ lastDay }) => lastDay)));
  const next = periods.length === 0 ? today : workday(last + 1);
  const used = groups[0]?.schedules.at(-1)?.scheduleId;
  const scheme = schedules.find(({ id }) => id === used)?.scheme ?? null;
  return {
    groups: groups.map(({ id }) => String(id)),
    until: workday(next - 1 + AHEAD_DAYS),
    isChange: scheme === null,
    from: next,
    scheme: scheme ?? {
      every: { kind: 'two weeks', anchor: workdayToIso(next) },
      payDay: { daysAfter: 5, weekday: null, moved: 'before' },
    },
    round,
  };
}

/** What a draft asks for; null while something is missing. */
export function requestOf({ groups, until, isChange, from, scheme }: Draft): MakePayPeriodsRequest | null {
  if (groups.length === 0 || until === null || (isChange && from === null)) return null;
  return {
    groups: groups.map(Number),
    until,
    change: isChange && from !== null ? { from, scheme } : null,
  };
}
