import * as v from 'valibot';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());

/** POST /api/periods/:period/printed-cards */
export const PrintCardsRequest = v.strictObject(
  {
    /** Ids of the people whose cards are printed; left out: everybody within reach. */
    people: v.optional(
      v.pipe(
        list(v.pipe(v.number('Give people by their ids.'), v.integer('Give people by their ids.'))),
        v.minLength(1, 'Choose somebody, or leave the people out to print everybody’s card.'),
        v.maxLength(20_000, 'At most 20,000 cards at once.'),
      ),
    ),
    /** The pay group whose cards are printed; left out: all. */
    groupId: v.optional(count),
  },
  'Send whose cards are to be printed, or an empty object for all.',
);
export type PrintCardsRequest = v.InferOutput<typeof PrintCardsRequest>;

/** Reply to printing cards: the file, which is kept for a day, and its number of cards. */
export const PrintedCardsReply = v.strictObject({
  file: count,
  name: v.string(),
  cards: count,
  bytes: count,
});
export type PrintedCardsReply = v.InferOutput<typeof PrintedCardsReply>;
