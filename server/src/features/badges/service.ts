import type { GiveBadgeRequest, UnownedBadgesReply } from '@heath/contract';
import { instant, SECONDS_PER_DAY, workdayInWords, workdayToIso } from '@heath/core';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import {
  askForRecomputeQuery,
  ensureCards,
  periodsTouched,
  touchQuery,
} from '../../recompute/stale-cards.ts';
import { ownerOn } from '../../records/badges.ts';
import { unownedBadges } from '../../records/unowned-badges.ts';
import { peopleWithin } from '../../rights/reach.ts';
import type { Who } from '../../rights/who.ts';
import { findPerson, lockBadge, punchedWith, setOwner } from './store.ts';

/** Badges whose punches wait for an owner. */
export async function listUnowned({ database }: Pick<Context, 'database'>): Promise<UnownedBadgesReply> {
  return { badges: await unownedBadges(database) };
}

/**
 * Gives a badge to a person from a day on, or takes it from everybody. What was punched with it since then counts as theirs, past punches
 * too: the cards that follow from it are computed again.
 */
export async function giveBadge(
  context: Pick<Context, 'database' | 'clock' | 'nudge'>,
  who: Who,
  write: Write | null,
  badgeId: number,
  { personId, firstDay }: GiveBadgeRequest,
): Promise<void> {
  await once(context, who, write, async (tx, tell) => {
    const badge = await lockBadge(tx, badgeId);
    if (badge === undefined) throw new Problem(404, 'not-found', 'There is no such badge.');
    const person = personId === null ? null : await findPerson(tx, personId);
    if (person === undefined)
      throw new Problem(422, 'invalid', 'There is no such person.', { field: 'personId' });
    if (person !== null && firstDay < person.firstDay)
      throw new Problem(
        422,
        'invalid',
        `${person.name} was not there before ${workdayInWords(person.firstDay)}.`,
        {
          field: 'firstDay',
        },
      );
    const before = ownerOn(badge.owners, firstDay);
    const within = await peopleWithin(tx, who);
    if (within !== null && personId !== null && !within.has(personId))
      throw new Problem(422, 'invalid', 'There is no such person.', { field: 'personId' });
    if (within !== null && before !== null && !within.has(before))
      throw new Problem(404, 'not-found', 'There is no such badge.');
    await setOwner(tx, { badgeId, firstDay, personId });
    tell({
      what: 'given',
      about: 'badge',
      aboutId: badgeId,
      pays: [before, personId].filter((one) => one !== null),
      before: { personId: before },
      after: { personId, firstDay: workdayToIso(firstDay) },
    });
    // Whoever had it in the time that changes hands, and whoever has it now.
    const next = badge.owners.find((one) => one.firstDay > firstDay)?.firstDay;
    const people = [before, personId].filter((one) => one !== null);
    const punched = await punchedWith(tx, badgeId);
    if (people.length === 0 || punched === null) return null;
    const from = Math.max(punched.from, (firstDay - 1) * SECONDS_PER_DAY);
    const to = next === undefined ? punched.to : Math.min(punched.to, (next + 1) * SECONDS_PER_DAY);
    if (to < from) return null;
    const periods = (await periodsTouched(tx, people, { from: instant(from), to: instant(to) })).map(
      ({ id }) => id,
    );
    for (const id of periods) await ensureCards(tx, id);
    if (periods.length > 0) await tx.execute(touchQuery(periods, people));
    for (const id of periods) await tx.execute(askForRecomputeQuery(id));
    return null;
  });
  context.nudge();
}
