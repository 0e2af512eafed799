import type { PunchesReply } from '@heath/contract';
import { SECONDS_PER_DAY } from '@heath/core';
import { type CardKey, readCard } from '../../computing/read-card.ts';
import { sendAlone } from '../../database/round-trip.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { reaches, type Who } from '../../rights/who.ts';
import { placesOfSites, punchesAsTheyCame } from './store.ts';

/** A workday begins within so much of its date in UTC, and a shift that began in it ends within as much. */
const MARGIN_SECONDS = 2 * SECONDS_PER_DAY;

/** The raw punches of a card and around it, as they came, whatever was corrected since. */
export async function listPunches(
  { database, clock }: Context,
  who: Who,
  key: CardKey,
): Promise<PunchesReply> {
  const read = await readCard(database, key, clock.now(), (...all) => sendAlone(database, ...all), false);
  if (read === undefined || !reaches(who, read.subject))
    throw new Problem(404, 'not-found', 'This person has no card in this period.');
  const { firstDay, lastDay } = read.subject;
  const from = firstDay * SECONDS_PER_DAY - MARGIN_SECONDS;
  const to = (lastDay + 1) * SECONDS_PER_DAY + MARGIN_SECONDS;
  const ids = read.input.punches.filter(({ at }) => at >= from && at < to).map(({ id }) => id);
  const rows = await punchesAsTheyCame(database, ids);
  const sites = await placesOfSites(database, [...new Set(rows.map(({ site }) => site))]);
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
