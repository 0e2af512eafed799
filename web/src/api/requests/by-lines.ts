import { PROGRESS_LINES, ProgressLine } from '@heath/contract';
import * as v from 'valibot';

type Tell = (share: number) => void;

/** Who wants to hear how far a request has come, by what it asks for. */
const listeners = new WeakMap<object, Tell>();

/** From now on `tell` hears how far the request with this body has come, from 0 to 1. */
export function hearProgress(body: object, tell: Tell): void {
  listeners.set(body, tell);
}

/** How a request is asked and its reply is read where it may come line by line: what it gives is in the last line. */
export const byLines = (body: object) => ({
  headers: { Accept: PROGRESS_LINES },
  responseHandler: (response: Response) => lastLineOf(response, listeners.get(body)),
  // A problem that came after the first line has no status of its own.
  validateStatus: ({ ok }: Response, last: unknown) => ok && !isProblem(last),
});

const isProblem = (last: unknown): boolean =>
  last !== null && typeof last === 'object' && 'status' in last && 'title' in last;

/** Reads a reply to its end. Throws where it broke off: nobody knows what became of it then. */
async function lastLineOf({ body }: Response, tell: Tell | undefined): Promise<unknown> {
  if (body === null) return null;
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    const lines = (rest + decoder.decode(part.value, { stream: true })).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) {
      const { done, of } = v.parse(ProgressLine, JSON.parse(line));
      tell?.(done / of);
    }
  }
  return JSON.parse(rest);
}
