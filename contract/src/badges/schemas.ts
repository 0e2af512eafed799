import type { ZoneOffsets } from '@heath/core';
import * as v from 'valibot';
import { at, ofCore } from '../cards/card-parts.ts';
import { ZoneOffsetsSchema } from '../cards/schemas.ts';
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

/** GET /api/badges/:badge/candidates: who may own it, those for whom most speaks first. */
export const BadgeCandidatesReply = v.object({
  /** Offsets of the zone in which the badge was used; null where it never was while nobody had it. */
  zone: v.nullable(ofCore<ZoneOffsets>(ZoneOffsetsSchema)),
  candidates: list(
    v.object({
      personId: v.number(),
      name: v.string(),
      number: v.string(),
      /** Their plan where and when the badge was used, of which they left no punch; null without one. */
      planned: v.nullable(v.object({ startsAt: at, endsAt: at })),
      /** The last day on which the badge was theirs; null where it never was. */
      hadUntil: v.nullable(day),
      /** Their own badge, where it differs by one character. */
      badge: v.nullable(v.string()),
      /** Payable hours of the period, now and with the punches of the badge; in 1/90,000 h. */
      payableBeforeHours: v.number(),
      payableAfterHours: v.number(),
    }),
  ),
});
export type BadgeCandidatesReply = v.InferOutput<typeof BadgeCandidatesReply>;

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
