import { EVENT_STREAM, Progress } from '@heath/contract';
import { EventSourceParserStream } from 'eventsource-parser/stream';
import * as v from 'valibot';

type Tell = (share: number) => void;

/** Who wants to hear how far a request has come, by what it asks for. */
const listeners = new WeakMap<object, Tell>();

/** From now on `tell` hears how far the request with this body has come, from 0 to 1. */
export function hearProgress(body: object, tell: Tell): void {
  listeners.set(body, tell);
}

/** How a request is asked and its reply is read where it may come as events: what it gives is in the last. */
export const withProgress = (body: object) => ({
  headers: { Accept: EVENT_STREAM },
  responseHandler: (response: Response) =>
    response.headers.get('Content-Type')?.startsWith(EVENT_STREAM)
      ? lastOf(response, listeners.get(body))
      : response.json(),
  // A problem that came after the first event has no status of its own.
  validateStatus: ({ ok }: Response, last: unknown) => ok && !isProblem(last),
});

const isProblem = (last: unknown): boolean =>
  last !== null && typeof last === 'object' && 'status' in last && 'title' in last;

/** Reads events to the reply or the problem at their end. Throws where they broke off: nobody knows what became of it then. */
async function lastOf({ body }: Response, tell: Tell | undefined): Promise<unknown> {
  const events = body?.pipeThrough(new TextDecoderStream()).pipeThrough(new EventSourceParserStream());
  const reader = events?.getReader();
  for (let next = await reader?.read(); next?.done === false; next = await reader?.read()) {
    const { event, data } = next.value;
    if (event !== 'progress') return JSON.parse(data);
    const { done, of } = v.parse(Progress, JSON.parse(data));
    tell?.(done / of);
  }
  throw new Error('The reply broke off before its end.');
}
