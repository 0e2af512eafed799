import type { Instant, Proposal, ZoneOffsets } from '@heath/core';
import * as v from 'valibot';
import { at, ofCore } from '../cards/card-parts.ts';
import { ZoneOffsetsSchema } from '../cards/schemas.ts';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';
import { NextPage } from '../shared/pages.ts';

const id = v.pipe(v.number(), v.integer());
const place = v.pipe(v.number(), v.integer(), v.minValue(0));

/** Somebody with something to settle or to look at. */
const someone = v.strictObject({
  personId: id,
  number: v.string(),
  name: v.string(),
  department: v.string(),
  site: v.string(),
  groupId: id,
  /** Whom they report to; null where that is nobody. */
  supervisor: v.nullable(v.string()),
});

/** One exception of a period, as it stands on the computed card. */
const listed = v.strictObject({
  /** Whose it is, and which wall clock its times are read on: places in `people` and in `zones`. */
  person: place,
  zone: place,
  key: v.string(),
  kind: v.string(),
  severity: v.picklist(['holds up', 'asks why', 'to look at']),
  workday: day,
  at: ofCore<Instant>(at),
  /** In seconds, or meters where its kind measures a distance. */
  measured: v.nullable(v.number()),
  limit: v.nullable(v.number()),
  /** The most certain first; the crew's times are known only on the card itself. */
  proposals: list(ofCore<Proposal>(v.looseObject({ at, from: v.picklist(['plan', 'crew', 'habit']) }))),
});

/**
 * GET /api/periods/:id/exceptions?page=NUMBER: everything that somebody must settle or look at, on the cards within reach that are not handed off. People
 * and zones are told once, since one person may have several.
 */
export const ExceptionsReply = v.pipe(
  v.strictObject({
    people: list(someone),
    zones: list(ofCore<ZoneOffsets>(ZoneOffsetsSchema)),
    exceptions: list(listed),
    /** Cards that are still being computed, and may have some. */
    computing: v.pipe(v.number(), v.integer()),
    next: NextPage,
  }),
  v.check(
    ({ people, zones, exceptions }) =>
      exceptions.every(({ person, zone }) => people[person] !== undefined && zones[zone] !== undefined),
    'Every exception has a person and a wall clock.',
  ),
);
export type ExceptionsReply = v.InferOutput<typeof ExceptionsReply>;

const shiftTimes = { startsAt: ofCore<Instant>(at), endsAt: ofCore<Instant>(at) };

/**
 * GET /api/periods/:id/cards/:personId/evidence/:key: what somebody would look up to settle an exception. The times that follow from
 * it are proposed on the card.
 */
export const EvidenceReply = v.strictObject({
  /** Shifts of those who work the same hours at the same site or in the same job, the nearest first. */
  crew: list(v.strictObject({ name: v.string(), ...shiftTimes })),
  /** This person's shifts on the same weekday before, the last first. */
  usual: list(v.strictObject(shiftTimes)),
});
export type EvidenceReply = v.InferOutput<typeof EvidenceReply>;
