import { type Request, text } from 'express';
import { Problem } from './problem.ts';

/** The text that a request carries, whatever type it says it is. Throws where it carries none, or more than it may. */
export async function textIn(request: Request, limit: string): Promise<string> {
  const read = text({ type: () => true, limit });
  await new Promise<void>((resolve, reject) =>
    read(request, request.res as never, (error?: unknown) =>
      error === undefined ? resolve() : reject(error),
    ),
  );
  const body: unknown = request.body;
  if (typeof body !== 'string' || body === '')
    throw new Problem(422, 'invalid', 'The file is empty. Send it as text.');
  return body;
}
