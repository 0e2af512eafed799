import type { PunchesReply } from '@heath/contract';
import { SECONDS_PER_DAY } from '@heath/core';
import type { CardKey } from '../../cards/read-card.ts';
import { cardWithinReach } from '../../cards/within-reach.ts';
import type { Context } from '../../http/context.ts';
import type { Who } from '../../rights/who.ts';
import { placesOfSites, punchesAsTheyCame } from './store.ts';

/** A workday begins within so much of its date in UTC, and a shift that began in it ends within as much. */
const MARGIN_SECONDS = 2 * SECONDS_PER_DAY;

/** The raw punches of a card and around it, as they came, whatever was corrected since. */
export async function listPunches(context: Context, who: Who, key: CardKey): Promise<PunchesReply> {
  const read = await cardWithinReach(context, who, key);
  const { firstDay, lastDay } = read.subject;
  const from = firstDay * SECONDS_PER_DAY - MARGIN_SECONDS;
  const to = (lastDay + 1) * SECONDS_PER_DAY + MARGIN_SECONDS;
  const ids = read.input.punches.filter(({ at }) => at >= from && at < to).map(({ id }) => id);
  const rows = await punchesAsTheyCame(context.database, ids);
  const sites = await placesOfSites(context.database, [...new Set(rows.map(({ site }) => site))]);
  return {
    punches: rows.map(({ line, source, file, importId, device, user, ...punch }) => ({
      ...punch,
      source: { kind: source, name: file ?? device ?? user ?? '', importId, line },
    })),
    sites: sites.flatMap(({ name, latitude, longitude }) =>
      latitude === null || longitude === null ? [] : [{ name, latitude, longitude }],
    ),
  };
}
