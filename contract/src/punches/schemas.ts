import { PUNCH_KINDS } from '@heath/core';
import * as v from 'valibot';
import { at } from '../cards/card-parts.ts';
import { list } from '../shared/list.ts';

const degrees = v.nullable(v.number());

/** Where a punch comes from: a file and a line of it, a device, or somebody's hand. */
const source = v.strictObject({
  kind: v.picklist(['file', 'device', 'by hand']),
  /** Of the file, the device, or the user. */
  name: v.string(),
  /** The number of the file among the imports. */
  importId: v.nullable(v.number()),
  /** Of the file, its header being the first. */
  line: v.nullable(v.number()),
});

/** GET /api/periods/:id/cards/:personId/punches: the raw punches that the card is made of, as they came. */
export const PunchesReply = v.strictObject({
  punches: list(
    v.strictObject({
      id: v.number(),
      at,
      kind: v.picklist(PUNCH_KINDS),
      site: v.string(),
      job: v.nullable(v.string()),
      department: v.nullable(v.string()),
      /** As it was given; null where that says no more than the site. */
      place: v.nullable(v.string()),
      note: v.nullable(v.string()),
      latitude: degrees,
      longitude: degrees,
      source,
    }),
  ),
  /** Where the sites of these punches lie, as far as that is known. */
  sites: list(v.strictObject({ name: v.string(), latitude: v.number(), longitude: v.number() })),
});
export type PunchesReply = v.InferOutput<typeof PunchesReply>;
