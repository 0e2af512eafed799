import * as v from 'valibot';

/** What the pay system answers: each line that it does not take, by its number in the file, and why. */
const IntakeAnswer = v.object({
  status: v.picklist(['accepted', 'in part', 'refused']),
  says: v.pipe(v.string(), v.maxLength(2000)),
  refused: v.array(
    v.object({
      line: v.pipe(v.number(), v.integer(), v.minValue(1)),
      reason: v.pipe(v.string(), v.maxLength(2000)),
    }),
  ),
});
export type IntakeAnswer = v.InferOutput<typeof IntakeAnswer>;

const LONGEST_MILLISECONDS = Number(process.env.HEATH_PAY_INTAKE_SECONDS ?? 30) * 1000;

/** The pay system did not say what became of a delivery: it may have taken it. Asked again with the same key, it says so. */
export class NoAnswer extends Error {
  readonly code = 'NO_ANSWER';
}

/**
 * Sends a file to the pay system. Asked again with the same key, it gives the first answer, and takes nothing twice.
 *
 * @throws NoAnswer where none came that can be read
 */
export async function send(
  intake: string,
  key: string,
  name: string,
  bytes: AsyncIterable<Uint8Array>,
): Promise<IntakeAnswer> {
  const parts: Uint8Array[] = [];
  for await (const part of bytes) parts.push(part);
  const late = AbortSignal.timeout(LONGEST_MILLISECONDS);
  let text: string;
  try {
    const response = await fetch(new URL('/handoffs', intake), {
      method: 'POST',
      headers: { 'Idempotency-Key': key, 'Content-Type': 'text/csv', 'X-File-Name': name },
      body: new Blob(parts as BlobPart[]),
      signal: late,
    });
    text = await response.text();
    if (!response.ok) throw new NoAnswer(`The pay system answered with status ${response.status}.`);
  } catch (error) {
    if (error instanceof NoAnswer) throw error;
    throw new NoAnswer(
      late.aborted ? 'The pay system did not answer in time.' : 'The pay system could not be reached.',
      {
        cause: error,
      },
    );
  }
  const answer = v.safeParse(IntakeAnswer, parsed(text));
  if (!answer.success) throw new NoAnswer('What the pay system answered cannot be read.');
  return answer.output;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
