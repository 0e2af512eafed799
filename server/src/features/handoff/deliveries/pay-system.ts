import * as v from 'valibot';
import { errorParts } from '../../../base/error-parts.ts';

/** What the pay system answers: each line that it does not take, by its number in the file, and why. */
const Answer = v.object({
  status: v.picklist(['accepted', 'in part', 'refused']),
  says: v.pipe(v.string(), v.maxLength(2000)),
  refused: v.array(
    v.object({
      line: v.pipe(v.number(), v.integer()),
      reason: v.pipe(v.string(), v.maxLength(2000)),
    }),
  ),
});
export type Answer = v.InferOutput<typeof Answer>;

/** A handoff that the pay system says it has. */
const Listed = v.object({
  key: v.pipe(v.string(), v.maxLength(64)),
  receivedAt: v.pipe(v.string(), v.maxLength(40)),
  name: v.pipe(v.string(), v.maxLength(120)),
  lines: v.pipe(v.number(), v.integer(), v.minValue(0)),
  /** Decimal text. */
  hours: v.pipe(v.string(), v.regex(/^-?\d{1,12}(\.\d{1,6})?$/)),
  /** The number before the dash of its references; null where it has none. */
  number: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(999_999_999))),
});
export type Listed = v.InferOutput<typeof Listed>;
const List = v.object({ handoffs: v.pipe(v.array(Listed), v.maxLength(1000)) });

/** Longest wait for one answer, its last byte included. */
export const LONGEST_MILLISECONDS = Number(process.env.HEATH_PAY_INTAKE_SECONDS ?? 30) * 1000;
/** Most bytes of an answer that names no lines, and so many more for each line that was sent, up to a bound. */
const MOST_BYTES = 64 * 1024;
const MOST_BYTES_A_LINE = 400;
const MOST_BYTES_IN_ALL = 8 * 1024 * 1024;
/** How many of its last handoffs the pay system is asked for. */
const LISTED = 200;

/** The pay system did not say what became of a delivery: it may have taken it. Asked about the key, it says so. */
export class NoAnswer extends Error {
  readonly code: string = 'NO_ANSWER';
}

/** Nothing was sent: there was no connection to send it on. */
export class NotSent extends NoAnswer {}

/** What the system says where no connection came about, so that not a byte has left. */
const WITHOUT_CONNECTION = new Set(['ECONNREFUSED', 'ENOTFOUND', 'EAI_AGAIN', 'EHOSTUNREACH', 'ENETUNREACH']);

const codesOf = (error: unknown): unknown[] => {
  const { code, cause, errors = [] } = errorParts(error);
  return [code, ...(cause === undefined ? [] : codesOf(cause)), ...errors.flatMap(codesOf)];
};

/** Reads an answer up to so many bytes. Throws `NoAnswer` where it is longer. */
async function textOf(response: Response, mostBytes: number): Promise<string> {
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for await (const part of response.body ?? []) {
    bytes += part.byteLength;
    // Leaving the loop ends the connection.
    if (bytes > mostBytes) throw new NoAnswer('The answer of the pay system is too long to be one.');
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}

/** One request to the pay system, bounded in time and bytes. Redirects are not followed: pay files go to one address alone. */
async function request(
  intake: string,
  path: string,
  init: RequestInit,
  mostBytes: number,
): Promise<{ readonly status: number; readonly text: string }> {
  const late = AbortSignal.timeout(LONGEST_MILLISECONDS);
  try {
    const response = await fetch(new URL(path, intake), { ...init, redirect: 'manual', signal: late });
    return { status: response.status, text: await textOf(response, mostBytes) };
  } catch (error) {
    if (error instanceof NoAnswer) throw error;
    if (late.aborted) throw new NoAnswer('The pay system did not answer in time.', { cause: error });
    const isUnsent = codesOf(error).some((code) => WITHOUT_CONNECTION.has(String(code)));
    throw new (isUnsent ? NotSent : NoAnswer)('The pay system could not be reached.', { cause: error });
  }
}

function refuseStatus(status: number): void {
  if (status >= 300 && status < 400)
    throw new NoAnswer(
      `The pay system answered with status ${status}: it is at another address. Nothing is sent on; set HEATH_PAY_INTAKE to that address if it is right.`,
    );
  if (status < 200 || status >= 300) throw new NoAnswer(`The pay system answered with status ${status}.`);
}

function read<S extends v.GenericSchema>(schema: S, text: string): v.InferOutput<S> {
  let json: unknown = null;
  try {
    json = JSON.parse(text);
  } catch {
    // Refused by the schema, below.
  }
  const parsed = v.safeParse(schema, json);
  if (!parsed.success) throw new NoAnswer('What the pay system answered cannot be read.');
  return parsed.output;
}

const answerBytes = (lines: number) => Math.min(MOST_BYTES_IN_ALL, MOST_BYTES + MOST_BYTES_A_LINE * lines);

/**
 * Sends a file to the pay system. Asked again with the same key, it gives the first answer, and takes nothing twice.
 *
 * @param lines how many lines the file has
 * @throws NotSent where no connection came about; NoAnswer where none came that can be read
 */
export async function send(
  intake: string,
  key: string,
  name: string,
  bytes: AsyncIterable<Uint8Array>,
  lines: number,
): Promise<Answer> {
  const parts: Uint8Array[] = [];
  for await (const part of bytes) parts.push(part);
  const { status, text } = await request(
    intake,
    '/handoffs',
    {
      method: 'POST',
      headers: { 'Idempotency-Key': key, 'Content-Type': 'text/csv', 'X-File-Name': name },
      body: new Blob(parts as BlobPart[]),
    },
    answerBytes(lines),
  );
  refuseStatus(status);
  return read(Answer, text);
}

/**
 * Asks the pay system what it answered to a key; null where nothing came with it.
 *
 * @throws NoAnswer where it does not say
 */
export async function askAbout(intake: string, key: string, lines: number): Promise<Answer | null> {
  const { status, text } = await request(intake, `/handoffs/${key}`, {}, answerBytes(lines));
  if (status === 404) return null;
  refuseStatus(status);
  return read(Answer, text);
}

/**
 * Asks the pay system to take nothing with a key any more, so that a file that is still on its way is not taken later.
 *
 * @returns what came with it before; null where nothing did and nothing will; `not offered` where it knows no such request
 * @throws NoAnswer where it does not say
 */
export async function close(
  intake: string,
  key: string,
  lines: number,
): Promise<Answer | null | 'not offered'> {
  const { status, text } = await request(
    intake,
    `/handoffs/${key}`,
    { method: 'DELETE' },
    answerBytes(lines),
  );
  if (status === 404 || status === 405 || status === 501) return 'not offered';
  if (status === 204) return null;
  refuseStatus(status);
  return read(Answer, text);
}

/**
 * The last handoffs that the pay system has, the latest first; null where it offers no such list.
 *
 * @throws NoAnswer where it does not say
 */
export async function listHandoffs(intake: string): Promise<readonly Listed[] | null> {
  const { status, text } = await request(intake, `/handoffs?last=${LISTED}`, {}, MOST_BYTES * 4);
  if (status === 404 || status === 405 || status === 501) return null;
  refuseStatus(status);
  return read(List, text).handoffs;
}
