import type { ProblemBody, ProblemType } from '@heath/contract';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import * as v from 'valibot';

/** An answer that says what is wrong, where, and what would be right (RFC 9457). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly type: ProblemType,
    title: string,
    readonly more: Partial<Omit<ProblemBody, 'type' | 'title' | 'status'>> = {},
  ) {
    super(title);
  }
}

/** What a request carries, checked by its contract schema. Throws a 422 problem that names the field. */
export function valid<S extends v.GenericSchema>(schema: S, input: unknown): v.InferOutput<S> {
  const parsed = v.safeParse(schema, input);
  if (parsed.success) return parsed.output;
  const issue = parsed.issues[0];
  const field = v.getDotPath(issue) ?? undefined;
  throw new Problem(422, 'invalid', issue.message, field === undefined ? {} : { field });
}

/** An id in an address or query. */
export const IdParam = v.pipe(
  v.string(),
  v.regex(/^\d{1,9}$/, 'An id is a whole number.'),
  v.transform(Number),
);

export const notFound: RequestHandler = (request) => {
  throw new Problem(404, 'not-found', `There is nothing at ${request.path}.`);
};

/** Turns what was thrown into a problem document; what was not expected is logged and told as a 500 without its inside. */
export const sendProblem: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  const problem =
    error instanceof Problem
      ? error
      : error?.type === 'entity.parse.failed'
        ? new Problem(400, 'invalid', 'The body is not JSON.')
        : error?.type === 'entity.too.large'
          ? new Problem(413, 'too-large', 'The request is too large.')
          : null;
  if (problem === null) request.log?.error({ err: error }, 'request failed');
  const body: ProblemBody = {
    type: problem?.type ?? 'unexpected',
    title: problem?.message ?? 'Something went wrong on the server. Nothing was changed.',
    status: problem?.status ?? 500,
    ...problem?.more,
  };
  response.status(body.status).type('application/problem+json').send(JSON.stringify(body));
};
