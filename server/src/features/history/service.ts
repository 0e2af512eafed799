import type { HistoryReply } from '@heath/contract';
import { instant, instantToIso, SECONDS_PER_DAY, ZoneTables } from '@heath/core';
import { jsonOffsets } from '../../cards/view.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { undoneAmong } from '../../records/history.ts';
import { type Who, withinReach } from '../../rights/who.ts';
import { correctionsOf } from './store.ts';

const MOST_AT_ONCE = 20_000;

/** What was corrected on the cards of a period within reach, the newest first. */
export async function periodHistory(
  { database }: Context,
  who: Who,
  periodId: number,
): Promise<HistoryReply> {
  const period = await periodAt(database, periodId);
  const rows = await correctionsOf(database, periodId, withinReach(who), MOST_AT_ONCE);
  const undone = undoneAmong(rows.toReversed());
  const zones = [...new Set(rows.map(({ zone }) => zone))];
  const tables = ZoneTables.around(
    instant(period.firstDay * SECONDS_PER_DAY),
    instant(period.lastDay * SECONDS_PER_DAY),
  );
  return {
    zones: zones.map((zone) => jsonOffsets(tables.of(zone))),
    corrections: rows.map(({ payableBefore, payableAfter, punchKind, punchAt, madeAt, zone, ...row }) => ({
      ...row,
      punch: punchKind === null || punchAt === null ? null : { kind: punchKind, at: punchAt },
      madeAt: instantToIso(madeAt),
      payableBeforeHours: payableBefore,
      payableAfterHours: payableAfter,
      undone: undone.has(row.id),
      zone: zones.indexOf(zone),
    })),
    isCut: rows.length === MOST_AT_ONCE,
  };
}
