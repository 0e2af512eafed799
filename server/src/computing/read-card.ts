import { Editions, type Instant, type PersonInput, type Span } from '@heath/core';
import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { prepared, type Statement } from '../database/round-trip.ts';
import { card, period, rulebookEdition } from '../database/schema.ts';
import { type CorrectionRow, historyQuery } from './history.ts';
import { type InputRow, inputsQuery, readOn, spanOf, spanOver, toInputs } from './inputs.ts';
import { compiledEdition } from './rulebooks.ts';
import { type CardSubject, type SubjectRow, subjectsQuery, toSubject } from './subjects.ts';

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
}

const periodId = sql.placeholder('periodId');
const personId = sql.placeholder('personId');
const key = and(eq(card.periodId, periodId), eq(card.personId, personId))!;

const lock = prepared<CardKey>(sql`SELECT ${card.inputVersion} FROM ${card} WHERE ${key} FOR UPDATE`);
const subject = prepared<CardKey>(subjectsQuery(key, 1));
const inputs = prepared<CardKey & Span>(
  inputsQuery(sql`${personId}`, sql.placeholder('from'), sql.placeholder('to')),
);
const history = prepared<CardKey>(historyQuery(personId));

/** The days of a period never change; neither do editions. So what a period needs is found once per process. */
const spans = new Map<number, Span>();

async function spanOfPeriod(database: Database, id: number): Promise<Span | undefined> {
  const known = spans.get(id);
  if (known !== undefined) return known;
  const [days] = await database.select().from(period).where(eq(period.id, id));
  if (days === undefined) return undefined;
  const editions = await database.select({ id: rulebookEdition.id }).from(rulebookEdition);
  const each: Span[] = [];
  for (const { id: edition } of editions)
    each.push(spanOf({ ...days, editions: Editions.always(await compiledEdition(database, edition)) }));
  const span = spanOver(each);
  spans.set(id, span);
  return span;
}

/**
 * Reads one card in one round trip, in all but rare cases, its row locked first where asked. Undefined where there is no such card.
 *
 * @param send how the statements travel: alone, or within a transaction
 */
export async function readCard(
  database: Database,
  cardKey: CardKey,
  asOf: Instant,
  send: (...statements: readonly Statement[]) => Promise<unknown[]>,
  locked: boolean,
): Promise<ReadCard | undefined> {
  const span = await spanOfPeriod(database, cardKey.periodId);
  if (span === undefined) return undefined;
  const locks = locked ? [lock(cardKey)] : [];
  const sent = await send(...locks, subject(cardKey), inputs({ ...cardKey, ...span }), history(cardKey));
  const [subjects, inputRows, historyRows] = sent.slice(locks.length) as [
    SubjectRow[],
    InputRow[],
    CorrectionRow[],
  ];
  if (subjects[0] === undefined) return undefined;
  const found = await toSubject(database, subjects[0]);
  const needed = spanOf(found);
  if (needed.from < span.from || needed.to > span.to) {
    // An edition came after the span was found, with another workweek.
    spans.delete(cardKey.periodId);
    return readCard(database, cardKey, asOf, send, locked);
  }
  let input = toInputs([found], inputRows, asOf)[0]!;
  for (let more = readOn(found, input, span); more !== null; more = readOn(found, input, more)) {
    const [rows] = (await send(inputs({ ...cardKey, ...more }))) as [InputRow[]];
    input = toInputs([found], rows, asOf)[0]!;
  }
  return { subject: found, input, history: historyRows };
}
