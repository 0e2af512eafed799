import * as v from 'valibot';
import { ExceptionKey } from '../corrections/schemas.ts';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

const id = v.pipe(v.number(), v.integer());
const words = (what: string) =>
  v.pipe(
    v.string(`Say ${what}.`),
    v.trim(),
    v.minLength(1, `Say ${what}.`),
    v.maxLength(500, 'At most 500 characters.'),
  );

/** Of whom something is asked: of the person whose card it is, or of whoever supervises them. */
export const ASKED_OF = ['person', 'supervisor'] as const;
export type AskedOf = (typeof ASKED_OF)[number];

/** POST /api/periods/:id/cards/:personId/questions */
export const AskRequest = v.object(
  {
    exception: ExceptionKey,
    of: v.picklist(ASKED_OF, 'Ask the person or the supervisor.'),
    text: words('what is asked'),
  },
  'Say what is asked, and of whom.',
);
export type AskRequest = v.InferOutput<typeof AskRequest>;

/** POST /api/questions/:id/answer */
export const AnswerRequest = v.object({ text: words('what the answer is') }, 'Say what the answer is.');
export type AnswerRequest = v.InferOutput<typeof AnswerRequest>;

const said = v.strictObject({
  text: v.string(),
  by: v.string(),
  /** ISO 8601 instant. */
  at: v.pipe(v.string(), v.isoTimestamp()),
});

/** A question about an exception, with what became of it. */
export const Question = v.strictObject({
  id,
  personId: id,
  name: v.string(),
  number: v.string(),
  exception: v.string(),
  workday: day,
  of: v.picklist(ASKED_OF),
  asked: said,
  /** Whole days since then, by the clock of the business. */
  daysAgo: id,
  /** How often whoever is to answer was reminded, and how many days ago the last time was. */
  reminders: v.strictObject({ count: id, daysAgo: v.nullable(id) }),
  answer: v.nullable(said),
  /** Nobody waits for the answer any more. */
  isWithdrawn: v.boolean(),
  /** The exception that it is about is settled: nobody waits for the answer either. */
  isSettled: v.boolean(),
  /** It is asked of whoever looks. */
  isMine: v.boolean(),
});
export type Question = v.InferOutput<typeof Question>;

/** True while somebody waits for an answer. */
export const isWaiting = ({ answer, isWithdrawn, isSettled }: Question): boolean =>
  answer === null && !isWithdrawn && !isSettled;

/** GET /api/periods/:id/questions: those about cards within reach, the last first. Whoever asks or answers gets the same. */
export const QuestionsReply = v.strictObject({ questions: list(Question) });
export type QuestionsReply = v.InferOutput<typeof QuestionsReply>;
