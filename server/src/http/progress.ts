import { EVENT_STREAM } from '@heath/contract';
import type { Request, Response } from 'express';
import { beginEvents, isOfEvents, sendEvent } from './events.ts';

/** Hears how much of some work is done. */
export type Report = (done: number, of: number) => void;

/** Tells the client how far its work has come, where it accepts events; nobody else hears of it. */
export function reportTo(request: Request, response: Response): Report {
  if (request.get('Accept') !== EVENT_STREAM) return () => {};
  return (done, of) => {
    if (!isOfEvents(response)) beginEvents(response);
    sendEvent(response, 'progress', JSON.stringify({ done, of }));
  };
}

/** Ends a reply of events with the last of them. */
export function endWithEvent(response: Response, name: 'reply' | 'problem', json: string): void {
  sendEvent(response, name, json);
  response.end();
}
