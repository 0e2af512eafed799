import { type ProblemBody, type ProblemType, VIEWS, WRITE_KEY_HEADER } from '@heath/contract';
import {
  type BaseQueryFn,
  createApi,
  type FetchArgs,
  type FetchBaseQueryError,
  fetchBaseQuery,
} from '@reduxjs/toolkit/query/react';
import { connectionChanged } from './connection.ts';

const LONGEST_MILLISECONDS = 60_000;
/** Pauses before a request that had no answer is asked again. */
const PAUSES_MILLISECONDS = [500, 1000, 2000, 4000];

const send = fetchBaseQuery({ baseUrl: '/api', timeout: LONGEST_MILLISECONDS });

/** A key for a write, new for everything somebody does. */
export const newWriteKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join(
    '',
  );

/** The keys of writes whose outcome is not known, by what they ask for: asked again, they keep their key. */
const unanswered = new Map<string, string>();

const TRIED_AGAIN: readonly ProblemType[] = ['outcome-unknown', 'database-away', 'busy'];

/** No answer of Heath's came, or one that asks to try again. */
function isUnanswered(error: FetchBaseQueryError | undefined): boolean {
  if (error === undefined) return false;
  if (typeof error.status === 'string') return error.status !== 'CUSTOM_ERROR';
  const { type } = (error.data ?? {}) as Partial<ProblemBody>;
  return error.status >= 500 && (type === undefined || TRIED_AGAIN.includes(type));
}

/** A problem says by itself with which status it was refused: what came as events had begun well. */
function asTold<T extends { readonly error?: FetchBaseQueryError | undefined }>(result: T): T {
  const { error } = result;
  const { status } = ((typeof error?.status === 'number' ? error.data : null) ?? {}) as Partial<ProblemBody>;
  return error === undefined || status === undefined ? result : { ...result, error: { ...error, status } };
}

/** Nobody knows what became of a write. */
function isOutcomeUnknown(error: FetchBaseQueryError): boolean {
  const { type } = ((typeof error.status === 'number' ? error.data : null) ?? {}) as Partial<ProblemBody>;
  return type === undefined || type === 'outcome-unknown';
}

const NOT_KNOWN: ProblemBody = {
  type: 'outcome-unknown',
  title: 'No answer came, so it is not known whether this was saved. Do it once more: nothing is done twice.',
  status: 503,
};

/** What tells one body from another: of a file what the browser says of it, since as JSON all files are the same. */
const told = (body: unknown): unknown =>
  body instanceof File ? [body.name, body.size, body.lastModified] : body;

/**
 * Sends a request, and sends it again while nothing answers. A write carries a key, so that the server does it once however often it is
 * asked; the key is kept until its outcome is known, also when somebody presses the button again.
 */
const askUntilAnswered: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (
  args,
  queryApi,
  extra,
) => {
  const request: FetchArgs = typeof args === 'string' ? { url: args } : args;
  const isWrite = queryApi.type === 'mutation';
  const what = JSON.stringify([request.method, request.url, told(request.body)]);
  const key = unanswered.get(what) ?? newWriteKey();
  if (isWrite) unanswered.set(what, key);
  const keyed = isWrite ? { ...request, headers: { ...request.headers, [WRITE_KEY_HEADER]: key } } : request;
  let waiting = false;
  try {
    for (let tries = 0; ; tries++) {
      const result = asTold(await send(keyed, queryApi, extra));
      if (!isUnanswered(result.error)) {
        unanswered.delete(what);
        return result;
      }
      if (tries >= PAUSES_MILLISECONDS.length || queryApi.signal.aborted) {
        const unknown = isWrite && result.error !== undefined && isOutcomeUnknown(result.error);
        return unknown ? { error: { status: 503, data: NOT_KNOWN } } : result;
      }
      if (!waiting) queryApi.dispatch(connectionChanged(1));
      waiting = true;
      await new Promise((resolve) => setTimeout(resolve, PAUSES_MILLISECONDS[tries]));
    }
  } finally {
    if (waiting) queryApi.dispatch(connectionChanged(-1));
  }
};

/** Everything that comes from the server; each feature adds its own requests. */
export const api = createApi({
  baseQuery: askUntilAnswered,
  tagTypes: VIEWS,
  endpoints: () => ({}),
});

/** The problem document behind a failed request; one of our own where the server was not reached. */
export function problemOf(error: unknown): ProblemBody {
  const { data, status } = (error ?? {}) as FetchBaseQueryError;
  if (data !== null && typeof data === 'object' && 'title' in data) return data as ProblemBody;
  const title =
    typeof status === 'string'
      ? 'Heath cannot be reached. What you typed is still here; try again in a moment.'
      : 'Something went wrong on the server. Try again in a moment.';
  return { type: 'unexpected', title, status: typeof status === 'number' ? status : 0 };
}
