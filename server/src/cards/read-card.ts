import type { Instant, PersonInput, Span } from '@heath/core';
import { eq, sql } from 'drizzle-orm';
import { itemOf, pairs } from '../base/pairs.ts';
import { allOf } from '../database/all-of.ts';
import type { Database } from '../database/connect.ts';
import { build, type Send, select, selects } from '../database/round-trip.ts';
import { card } from '../database/schema/index.ts';
import { amongOne, amongThese } from '../records/among.ts';
import { byPerson } from '../records/by-person.ts';
import { type CorrectionRow, historySelect } from '../records/history.ts';
import { type CardSubject, subjectSelects, toSubjects } from '../records/subjects.ts';
import { type ApprovalRow, approvalsSelect } from './approvals.ts';
import { ANY_SPAN, inputSelects, needsMore, spanOf, toInputs, valuesOf, widenSpan } from './inputs.ts';
import { forgetSpan, spanOfPeriod } from './period-span.ts';

/** The card that a request is about. */
export interface CardKey {
  readonly periodId: number;
  readonly personId: number;
}

/** A card with its inputs, its corrections and its approvals. */
export interface ReadCard {
  readonly subject: CardSubject;
  readonly input: PersonInput;
  readonly history: readonly CorrectionRow[];
  readonly approvals: readonly ApprovalRow[];
}

const key = allOf(
  eq(card.periodId, sql.placeholder('periodId')),
  eq(card.personId, sql.placeholder('personId')),
);

const lock = select(build.select({ inputVersion: card.inputVersion }).from(card).where(key).for('update'));
const subject = subjectSelects(key, amongOne);
// The history tells of every correction, so that they are not read twice.
const { corrections: _, ...sources } = inputSelects(amongOne, ANY_SPAN);
const inputs = selects(sources);
const history = historySelect(amongOne);
const approvalsOfOne = approvalsSelect(amongOne);

/**
 * Reads one card in one round trip, in all but rare cases, its row locked first where asked. Undefined where there is no such card.
 *
 * @param send how the statements travel: alone, or within a transaction
 */
export async function readCard(
  database: Database,
  cardKey: CardKey,
  asOf: Instant,
  send: Send,
  locked: boolean,
): Promise<ReadCard | undefined> {
  const span = await spanOfPeriod(database, cardKey.periodId);
  if (span === undefined) return undefined;
  const first = [...(locked ? [lock.with(cardKey)] : []), ...subject.with(cardKey)];
  const second = inputs.with({ ...cardKey, ...valuesOf(span) });
  const sent = await send(...first, ...second, history.with(cardKey), approvalsOfOne.with(cardKey));
  const subjectRows = subject.rows(sent.slice(locked ? 1 : 0, first.length));
  const [found] = await toSubjects(database, subjectRows);
  if (found === undefined) return undefined;
  const needed = spanOf(found);
  if (needed.from < span.from || needed.to > span.to) {
    // An edition came after the span was found, with another workweek.
    forgetSpan(cardKey.periodId);
    return readCard(database, cardKey, asOf, send, locked);
  }
  const corrections = history.rows(sent[first.length + second.length]);
  const inputOf = (rows: ReturnType<typeof inputs.rows>, read: Span) =>
    itemOf(toInputs([found], { ...rows, corrections }, read, asOf), 0);
  let input = inputOf(inputs.rows(sent.slice(first.length)), span);
  for (let more = widenSpan(found, input, span); more !== null; more = widenSpan(found, input, more)) {
    input = inputOf(inputs.rows(await send(...inputs.with({ ...cardKey, ...valuesOf(more) }))), more);
  }
  const approvals = approvalsOfOne.rows(sent[first.length + second.length + 1]);
  return { subject: found, input, history: corrections, approvals };
}

/** Reads some cards of a period to change them: see `readCards`. */
export const lockCards = (
  database: Database,
  periodId: number,
  people: readonly number[],
  asOf: Instant,
  send: Send,
): Promise<ReadCard[]> => readCards(database, periodId, people, asOf, send, true);

/**
 * Reads some cards of a period in one round trip, their rows locked first where asked; those whose punches reach further than most are read once more by
 * themselves. One after another, five hundred cards took eleven times as long (`exceptions` in the bench).
 */
export async function readCards(
  database: Database,
  periodId: number,
  people: readonly number[],
  asOf: Instant,
  send: Send,
  locked: boolean,
): Promise<ReadCard[]> {
  const span = await spanOfPeriod(database, periodId);
  if (span === undefined) return [];
  const among = amongThese(people.toSorted((a, b) => a - b));
  const these = allOf(eq(card.periodId, periodId), among(card.personId));
  const versions = build.select({ inputVersion: card.inputVersion }).from(card).where(these);
  const locks = select(versions.for('update'));
  const { corrections: _corrections, ...without } = inputSelects(among, valuesOf(span));
  const all = {
    locks: selects(locked ? { locks } : {}),
    subjects: subjectSelects(these, among),
    inputs: selects(without),
    others: selects({ history: historySelect(among), approvals: approvalsSelect(among) }),
  };
  const parts = Object.values(all).map((one) => one.with({ periodId }));
  const sent = await send(...parts.flat());
  const starts = parts.map((_, i) => parts.slice(0, i).reduce((sum, { length }) => sum + length, 0));
  const sentOf = (i: number) => sent.slice(starts[i], (starts[i] ?? 0) + (parts[i]?.length ?? 0));
  const subjects = await toSubjects(database, all.subjects.rows(sentOf(1)));
  const { history: corrections, approvals } = all.others.rows(sentOf(3));
  const inputs = toInputs(subjects, { ...all.inputs.rows(sentOf(2)), corrections }, span, asOf);
  const [historyOf, approvalsOf] = [byPerson(corrections), byPerson(approvals)];
  const cards: ReadCard[] = [];
  for (const [subject, input] of pairs(subjects, inputs)) {
    const read = needsMore(subject, input, span)
      ? await readCard(database, subject, asOf, send, locked)
      : undefined;
    const { personId } = subject;
    cards.push(
      read ?? {
        subject,
        input,
        history: historyOf.get(personId) ?? [],
        approvals: approvalsOf.get(personId) ?? [],
      },
    );
  }
  return cards;
}
