import type { Instant, Look, ZoneOffsets } from '@heath/core';
import * as v from 'valibot';
import { at, ofCore } from '../cards/card-parts.ts';
import { ZoneOffsetsSchema } from '../cards/schemas.ts';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const id = v.pipe(v.number(), v.integer());
const seconds = v.pipe(
  v.number('Give a length in whole seconds.'),
  v.integer('Give a length in whole seconds.'),
  v.minValue(60, 'Give at least a minute.'),
  v.maxValue(31 * 86_400, 'Give at most a month.'),
);

/** Search for days: those that the core finds on a card, with work without a job, punches without a note or made twice, or round times that somebody typed. */
export const LookSchema = v.variant(
  'what',
  [
    v.object({ what: v.literal('shorter'), seconds }),
    v.object({ what: v.literal('longer'), seconds }),
    v.object({ what: v.literal('many-hours'), seconds }),
    v.object({ what: v.literal('unusual') }),
    v.object({ what: v.literal('no-job') }),
    v.object({ what: v.literal('no-note') }),
    v.object({ what: v.literal('doubled') }),
    v.object({ what: v.literal('round') }),
  ],
  'Say what is looked for.',
);
export type AnyLook = v.InferOutput<typeof LookSchema>;
/** Those that the core finds. */
export const isOfDays = (look: AnyLook): look is Look =>
  look.what !== 'no-job' && look.what !== 'no-note' && look.what !== 'doubled' && look.what !== 'round';

const MOST_DAYS = 400;

/** POST /api/found: a look at the days from one to another, of everybody within reach or of one pay group. */
export const Search = v.pipe(
  v.object(
    {
      look: LookSchema,
      from: day,
      to: day,
      groupId: v.nullable(id),
    },
    'Say what is looked for, and from when to when.',
  ),
  v.check(({ from, to }) => from <= to, 'The first day comes before the last.'),
  v.check(({ from, to }) => to - from < MOST_DAYS, `Look at up to ${MOST_DAYS} days at once.`),
);
export type Search = v.InferOutput<typeof Search>;

/** A day that was found. */
export const Found = v.strictObject({
  periodId: id,
  /** Nothing of it can be corrected any more. */
  sealed: v.boolean(),
  personId: id,
  number: v.string(),
  name: v.string(),
  department: v.string(),
  workday: day,
  /** The place of the wall clock on which its times are read. */
  zone: id,
  from: v.nullable(ofCore<Instant>(at)),
  to: v.nullable(ofCore<Instant>(at)),
  payableHours: id,
  /** How much it is of what was looked for: seconds of lengths, hours of what is paid, punches of the others. */
  measured: id,
  /** Punches that were made twice, of which one is too many; none where something else was looked for. */
  doubled: list(id),
});
export type Found = v.InferOutput<typeof Found>;

export const FoundReply = v.strictObject({
  zones: list(ofCore<ZoneOffsets>(ZoneOffsetsSchema)),
  found: list(Found),
  /** How many cards were looked through. */
  cards: id,
  /** There are more than are shown. */
  isCut: v.boolean(),
});
export type FoundReply = v.InferOutput<typeof FoundReply>;

/** POST /api/searches: keeps a search under a name, in the place of one that has it. */
export const SaveSearchRequest = v.object(
  {
    name: v.pipe(
      v.string('Give it a name.'),
      v.trim(),
      v.minLength(1, 'Give it a name.'),
      v.maxLength(80, 'A name has at most 80 characters.'),
    ),
    look: LookSchema,
  },
  'Give a name and what is looked for.',
);
export type SaveSearchRequest = v.InferOutput<typeof SaveSearchRequest>;

/** GET /api/searches: one’s own, by name. */
export const SearchesReply = v.strictObject({
  searches: list(v.strictObject({ id, name: v.string(), look: LookSchema })),
});
export type SearchesReply = v.InferOutput<typeof SearchesReply>;
