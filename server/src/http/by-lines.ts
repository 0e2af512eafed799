import { PROGRESS_LINES } from '@heath/contract';
import type { Request, Response } from 'express';

/** Hears how much of some work is done. */
export type Report = (done: number, of: number) => void;

/** Tells the client how far its work has come, where it reads lines; nobody else hears of it. */
export function reportTo(request: Request, response: Response): Report {
  if (request.get('Accept') !== PROGRESS_LINES) return () => {};
  return (done, of) => {
    if (!response.headersSent) response.type(PROGRESS_LINES);
    response.write(`${JSON.stringify({ done, of })}\n`);
  };
}

/** True where a reply has begun with lines: its last one is what would have been all of it. */
export const isByLines = (response: Response): boolean =>
  response.headersSent && String(response.get('Content-Type')).startsWith(PROGRESS_LINES);
