import type { AnswerRequest, AskRequest, Question, QuestionsReply } from '@heath/contract';
import { has } from '@heath/contract';
import { type Instant, instantToIso, SECONDS_PER_DAY } from '@heath/core';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Queries } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { isOwn, reaches, somebody, type Who, withinReach } from '../../rights/who.ts';
import {
  addEvent,
  addQuestion,
  type EventRow,
  eventsOf,
  findException,
  lockCard,
  lockQuestion,
  type QuestionRow,
  questionsOf,
} from './store.ts';

type Asking = Pick<Context, 'database' | 'clock'>;

/** True where a question is asked of somebody: of the person themselves, or of a supervisor within whose reach they are. */
const isAskedOf = (who: Who, { of, personId }: { readonly of: Question['of']; readonly personId: number }) =>
  of === 'person' ? isOwn(who, { personId }) : who.roles.includes('supervisor') && !isOwn(who, { personId });

/** What was asked about the cards of a period within reach, and what came of it; the last first. */
export async function listQuestions(
  { database, clock }: Asking,
  who: Who,
  periodId: number,
): Promise<QuestionsReply> {
  await periodAt(database, periodId);
  const rows = await questionsOf(database, periodId, withinReach(who));
  const events = await eventsOf(
    database,
    rows.map(({ id }) => id),
  );
  const now = clock.now();
  return {
    questions: rows.map((row) =>
      asQuestion(
        row,
        events.filter(({ questionId }) => questionId === row.id),
        now,
        who,
      ),
    ),
  };
}

function asQuestion(row: QuestionRow, events: readonly EventRow[], now: Instant, who: Who): Question {
  const { text, by, madeAt, ...about } = row;
  const daysSince = (at: number) => Math.max(0, Math.floor((now - at) / SECONDS_PER_DAY));
  const told = (one: { readonly text: string; readonly by: string; readonly madeAt: Instant }) => ({
    text: one.text,
    by: one.by,
    at: instantToIso(one.madeAt),
  });
  const answer = events.find(({ what }) => what === 'answered');
  const reminders = events.filter(({ what }) => what === 'reminded');
  const last = reminders[reminders.length - 1];
  return {
    ...about,
    asked: told({ text, by, madeAt }),
    daysAgo: daysSince(madeAt),
    reminders: { count: reminders.length, daysAgo: last === undefined ? null : daysSince(last.madeAt) },
    answer: answer === undefined ? null : told(answer),
    isWithdrawn: events.some(({ what }) => what === 'withdrawn'),
    isMine: isAskedOf(who, row),
  };
}

/** Asks about an exception that is still there. */
export function ask(
  context: Asking,
  who: Who,
  write: Write | null,
  key: { readonly periodId: number; readonly personId: number },
  { exception, of, text }: AskRequest,
): Promise<number> {
  return once(context, who, write, async (tx, tell) => {
    const found = await lockCard(tx, key.periodId, key.personId);
    if (found === undefined || !reaches(who, found))
      throw new Problem(404, 'not-found', 'This person has no card in this period.');
    const open = await findException(tx, key.periodId, key.personId, exception);
    if (open === undefined || found.inputVersion !== found.computedVersion)
      throw new Problem(409, 'stale', 'There is nothing left to settle here.');
    const id = await addQuestion(tx, {
      ...key,
      exception,
      workday: open.workday,
      askedOf: of,
      text,
      madeBy: somebody(who),
      madeAt: context.clock.now(),
    });
    tell({
      what: 'asked',
      about: 'question',
      aboutId: id,
      pays: 'nobody',
      after: { ...key, exception, of, text },
    });
    return id;
  });
}

/** A question that still waits, within reach of who asks. Throws where it is not there, or was ended, with by whom. */
async function waiting(tx: Queries, who: Who, periodId: number, id: number) {
  const found = await lockQuestion(tx, periodId, id);
  if (found === undefined || !reaches(who, found))
    throw new Problem(404, 'not-found', 'There is no such question.');
  if (found.ended !== null)
    throw new Problem(
      409,
      'stale',
      found.ended === 'answered'
        ? `${found.endedBy} has answered this already.`
        : `${found.endedBy} does not ask this any more.`,
    );
  return found;
}

/** Answers a question. Whoever may correct the card notes what they were told. */
export function answerQuestion(
  context: Asking,
  who: Who,
  write: Write | null,
  { periodId, id }: { readonly periodId: number; readonly id: number },
  { text }: AnswerRequest,
): Promise<null> {
  return once(context, who, write, async (tx, tell) => {
    const found = await waiting(tx, who, periodId, id);
    const mayNote = has(who.roles, 'correct') && !isOwn(who, found);
    if (!isAskedOf(who, found) && !mayNote)
      throw new Problem(403, 'not-allowed', 'This is asked of somebody else.');
    await addEvent(tx, { questionId: id, what: 'answered', text, ends: id, ...madeBy(context, who) });
    tell({ what: 'answered', about: 'question', aboutId: id, pays: 'nobody', after: { text } });
    return null;
  });
}

/** Reminds whoever is to answer, or says that nobody waits for it any more. */
export function follow(
  context: Asking,
  who: Who,
  write: Write | null,
  { periodId, id }: { readonly periodId: number; readonly id: number },
  what: 'reminded' | 'withdrawn',
): Promise<null> {
  return once(context, who, write, async (tx, tell) => {
    const found = await waiting(tx, who, periodId, id);
    if (isOwn(who, found))
      throw new Problem(
        403,
        'own-card',
        'This is asked about your own card. Answer it, or leave it to whoever asked.',
      );
    const ends = what === 'withdrawn' ? id : null;
    await addEvent(tx, { questionId: id, what, ends, ...madeBy(context, who) });
    tell({ what, about: 'question', aboutId: id, pays: 'nobody' });
    return null;
  });
}

const madeBy = ({ clock }: Asking, who: Who) => ({ madeBy: somebody(who), madeAt: clock.now() });
