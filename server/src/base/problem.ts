import { type ProblemBody, type ProblemType, plainMessage } from '@heath/contract';
import * as v from 'valibot';

/** An answer that says what is wrong, where, and what would be right (RFC 9457). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly type: ProblemType,
    title: string,
    readonly more: Partial<Omit<ProblemBody, 'type' | 'title' | 'status'>> = {},
    cause?: unknown,
  ) {
    super(title, { cause });
  }
}

/** What a request carries, checked by its contract schema. Throws a 422 problem that names the field. */
export function valid<S extends v.GenericSchema>(schema: S, input: unknown): v.InferOutput<S> {
  const parsed = v.safeParse(schema, input, { message: plainMessage });
  if (parsed.success) return parsed.output;
  const issue = parsed.issues[0];
  const field = v.getDotPath(issue) ?? undefined;
  throw new Problem(422, 'invalid', issue.message, field === undefined ? {} : { field });
}
