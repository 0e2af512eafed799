import type { ProblemBody, ProblemType } from '@heath/contract';
import type { ErrorRequestHandler, Request, RequestHandler } from 'express';
import { errorParts } from '../base/error-parts.ts';
import { Problem } from '../base/problem.ts';
import { KeyUsedTwice } from '../database/answered.ts';
import { OwnPay } from '../database/audit-events.ts';
import {
  codeOf,
  isConnectionLost,
  isDiskFull,
  isDuplicate,
  isToBeRepeated,
  OutcomeUnknown,
} from '../database/failures.ts';
import { isOfEvents } from './events.ts';
import { endWithEvent } from './progress.ts';

export const notFound: RequestHandler = () => {
  throw new Problem(404, 'not-found', 'There is nothing at this address.');
};

/** What Express and its parsers refuse, by their names for it. */
const REFUSED: Readonly<Record<string, readonly [status: number, type: ProblemType, title: string]>> = {
  'entity.parse.failed': [400, 'invalid', 'The body is not JSON.'],
  'entity.too.large': [413, 'too-large', 'The request is too large.'],
  'charset.unsupported': [415, 'invalid', 'The body is in another character set. Send it as UTF-8.'],
  'encoding.unsupported': [
    415,
    'invalid',
    'The body is compressed in a way Heath does not read. Send it as it is, or with gzip.',
  ],
  'request.aborted': [400, 'invalid', 'The request broke off before it was complete.'],
  'request.size.invalid': [400, 'invalid', 'The request is not as long as it says.'],
};

/** What went wrong below, in words for people. Null where nobody foresaw it. */
function foreseen(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  if (error instanceof OutcomeUnknown) {
    return new Problem(
      503,
      'outcome-unknown',
      'The database went away while this was being saved. Whether it was saved is not known yet: ask again, nothing is done twice.',
    );
  }
  if (error instanceof KeyUsedTwice)
    return new Problem(
      422,
      'invalid',
      'This Idempotency-Key was given to another write before. Make a new one.',
    );
  if (error instanceof OwnPay)
    return new Problem(
      403,
      'own-card',
      'This would change what you are paid yourself. Somebody else has to do it.',
    );
  if (isDiskFull(error)) {
    return new Problem(
      507,
      'disk-full',
      'The disk that holds the data is full. Nothing was changed. Free some space on it and try again.',
    );
  }
  if (isConnectionLost(error)) {
    return new Problem(
      503,
      'database-away',
      'The database does not answer just now. Nothing was changed; try again in a moment.',
    );
  }
  if (isToBeRepeated(error))
    return new Problem(
      503,
      'busy',
      'Others are changing the same cards just now. Nothing was changed; try again in a moment.',
    );
  if (isDuplicate(error)) return new Problem(409, 'stale', 'This is there already. Nothing was changed.');
  const { type, status } = errorParts(error);
  const refused = REFUSED[type ?? ''];
  if (refused !== undefined) return new Problem(...refused);
  // Whatever else a parser or the router refuses is the request's fault; its own words stay inside.
  if (error instanceof URIError || (status !== undefined && status >= 400 && status < 500)) {
    const known = status ?? 400;
    return known === 404
      ? new Problem(404, 'not-found', 'There is nothing at this address.')
      : new Problem(known, 'invalid', 'The request is not as it should be.');
  }
  return null;
}

const LONGEST_REST_MILLISECONDS = 30_000;

/** Lets somebody who is still sending come to the end, for a while: cut off in mid-sentence, they would never hear the answer. */
function readToItsEnd(request: Request): void {
  request.unpipe();
  request.resume();
  const late = setTimeout(() => request.destroy(), LONGEST_REST_MILLISECONDS);
  request.once('close', () => clearTimeout(late));
}

/** Turns what was thrown into a problem document; what nobody foresaw is logged and told as a 500 without its inside. */
export const sendProblem: ErrorRequestHandler = (error, request, response, _next) => {
  const problem = foreseen(error);
  if (problem === null) request.log?.error({ err: error }, 'request failed');
  else if (problem.status >= 500)
    request.log?.warn({ type: problem.type, code: codeOf(error) }, 'request not answered');
  const body: ProblemBody = {
    type: problem?.type ?? 'unexpected',
    title: problem?.message ?? 'Something went wrong on the server. Nothing was changed.',
    status: problem?.status ?? 500,
    ...problem?.more,
  };
  if (isOfEvents(response)) return endWithEvent(response, 'problem', JSON.stringify(body));
  // Half a reply cannot be mended; whoever reads it must notice that it broke off.
  if (response.headersSent) return void response.destroy();
  if (!request.complete) readToItsEnd(request);
  const wait = problem?.more.retryAfterSeconds;
  if (wait !== undefined) response.set('Retry-After', String(wait));
  response.status(body.status).type('application/problem+json').send(JSON.stringify(body));
};
