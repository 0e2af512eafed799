import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const count = v.pipe(v.number(), v.integer());

/** GET /api/rulebooks: each with its editions, the oldest first. */
export const RulebooksReply = v.strictObject({
  rulebooks: list(
    v.strictObject({
      id: count,
      name: v.string(),
      /** The pay groups that go by it. */
      groups: list(v.string()),
      editions: list(v.strictObject({ edition: count, firstDay: day })),
    }),
  ),
});
export type RulebooksReply = v.InferOutput<typeof RulebooksReply>;

/** POST /api/rulebooks/:rulebook/editions: rules as `docs/rulebook.md` has them, and the first day on which they hold. */
export const AddEditionRequest = v.object({
  firstDay: day,
  rules: v.record(v.string(), v.unknown(), 'Rules are an object as docs/rulebook.schema.json has it.'),
});
export type AddEditionRequest = v.InferOutput<typeof AddEditionRequest>;
