import type { Instant, PersonInput, Span } from '@heath/core';
import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { build, type Send, select, selects } from '../database/round-trip.ts';
import { card } from '../database/schema/index.ts';
import { amongOne } from './among.ts';
import { type ApprovalRow, approvalsSelect } from './approvals.ts';
import { type CorrectionRow, historySelect } from './history.ts';
import { ANY_SPAN, inputSelects, readOn, spanOf, toInputs, valuesOf } from './inputs.ts';
import { forgetSpan, spanOfPeriod } from './period-span.ts';
import { type CardSubject, subjectSelects, toSubject } from './subjects.ts';

/** The card that a request is about. */
export interface CardKey {
  readonly periodId: number;
  readonly personId: number;
}

/** Everything there is to know of one card. */
export interface ReadCard {
  readonly subject: CardSubject;
  readonly input: PersonInput;
  readonly history: readonly CorrectionRow[];
  readonly approvals: readonly ApprovalRow[];
}

const key = and(
  eq(card.periodId, sql.placeholder('periodId')),
  eq(card.personId, sql.placeholder('personId')),
)!;

const lock = select(build.select({ inputVersion: card.inputVersion }).from(card).where(key).for('update'));
const subject = subjectSelects(key, amongOne);
// The history tells of every correction, so that they are not read twice.
const { corrections: _, ...sources } = inputSelects(amongOne, ANY_SPAN);
const inputs = selects(sources);
const history = historySelect(amongOne);

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
  const period = await spanOfPeriod(database, cardKey.periodId);
  if (period === undefined) return undefined;
  const { span } = period;
  const first = [...(locked ? [lock.with(cardKey)] : []), ...subject.with(cardKey)];
  const second = inputs.with({ ...cardKey, ...valuesOf(span) });
  const sent = await send(...first, ...second, history.with(cardKey), approvalsSelect.with(cardKey));
  const subjectRows = subject.rows(sent.slice(locked ? 1 : 0, first.length));
  const found = await toSubject(database, subjectRows);
  if (found === undefined) return undefined;
  const needed = spanOf(found);
  if (needed.from < span.from || needed.to > span.to) {
    // An edition came after the span was found, with another workweek.
    forgetSpan(cardKey.periodId);
    return readCard(database, cardKey, asOf, send, locked);
  }
  const corrections = history.rows(sent[first.length + second.length]);
  const inputOf = (rows: ReturnType<typeof inputs.rows>, read: Span) =>
    toInputs([found], { ...rows, corrections }, read, asOf)[0]!;
  let input = inputOf(inputs.rows(sent.slice(first.length)), span);
  for (let more = readOn(found, input, span); more !== null; more = readOn(found, input, more)) {
    input = inputOf(inputs.rows(await send(...inputs.with({ ...cardKey, ...valuesOf(more) }))), more);
  }
  const approvals = approvalsSelect.rows(sent[first.length + second.length + 1]);
  return { subject: found, input, history: corrections, approvals };
}
