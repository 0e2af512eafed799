import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

/** GET /api/badges/unowned: badges with punches on days on which nobody had them. */
export const UnownedBadgesReply = v.object({
  badges: list(
    v.object({
      id: v.number(),
      code: v.string(),
      punches: v.number(),
      /** Instants in seconds since 1970-01-01T00:00:00Z. */
      firstAt: v.number(),
      lastAt: v.number(),
      site: v.string(),
    }),
  ),
});
export type UnownedBadgesReply = v.InferOutput<typeof UnownedBadgesReply>;

/** PUT /api/badges/:id/owner: whose a badge is from a day on; what was punched with it since then is theirs. */
export const GiveBadgeRequest = v.object(
  {
    personId: v.nullable(
      v.pipe(
        v.number('Give the id of a person, or null for nobody.'),
        v.integer('Give the id of a person, or null for nobody.'),
        v.minValue(1, 'There is no such person.'),
        v.maxValue(2_147_483_647, 'There is no such person.'),
      ),
    ),
    firstDay: day,
  },
  'Say whose the badge is, and from which day on.',
);
export type GiveBadgeRequest = v.InferOutput<typeof GiveBadgeRequest>;
