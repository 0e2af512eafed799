import { EVENT_STREAM, type GivenBy, type Operation } from '@heath/contract';
import type { Request, Response } from 'express';
import { bodyOf } from './body-of.ts';

/** Milliseconds after which a listener's rights are read again: a right that was taken away ends what they hear. */
const LONGEST_MILLISECONDS = 60_000;
/** A proxy between must not take silence for an end. */
const BEAT_MILLISECONDS = 15_000;
const AGAIN_MILLISECONDS = 1000;
/** A listener that reads more slowly than events come is disconnected; it connects again. */
const MOST_WAITING_BYTES = 1_000_000;

/** Begins a reply of server-sent events. They are not compressed: what is told must not wait for more. */
export function beginEvents(response: Response): void {
  response.set({ 'Content-Type': EVENT_STREAM, 'Cache-Control': 'no-store, no-transform' });
  response.status(200).flushHeaders();
}

/** True where a reply has begun as server-sent events. */
export const isOfEvents = (response: Response): boolean =>
  response.headersSent && String(response.get('Content-Type')).startsWith(EVENT_STREAM);

/** Sends one event; the JSON lies on one line. */
export function sendEvent(response: Response, name: string, json: string): void {
  response.write(`event: ${name}\ndata: ${json}\n\n`);
}

/**
 * Sends what an operation gives as server-sent events, each whole, until the client leaves or a minute is over; then the browser asks again.
 *
 * @param listen begins to listen, and returns what ends that
 */
export function sendEvents<O extends Operation>(
  request: Request,
  response: Response,
  operation: O,
  listen: (listener: { hear: (given: GivenBy<O>) => void; end: () => void }) => () => void,
): void {
  beginEvents(response);
  response.write(`retry: ${AGAIN_MILLISECONDS}\n\n`);
  const end = () => response.end();
  const beat = setInterval(() => response.write(':\n\n'), BEAT_MILLISECONDS);
  const over = setTimeout(end, LONGEST_MILLISECONDS);
  const leave = listen({
    hear: (given) => {
      sendEvent(response, 'message', JSON.stringify(bodyOf(operation, given)));
      if (response.writableLength > MOST_WAITING_BYTES) response.destroy();
    },
    end,
  });
  const gone = () => {
    clearInterval(beat);
    clearTimeout(over);
    leave();
  };
  request.once('close', gone);
  response.once('close', gone);
}
