import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';

/** Sends what comes in parts, as fast as it is taken. Throws where it cannot be made to its end: then the reply breaks off, and is no whole file. */
export async function sendInParts(response: Response, parts: AsyncIterable<Buffer | string>): Promise<void> {
  await pipeline(Readable.from(parts), response).catch((error: unknown) => {
    // Whoever left does not hear of it.
    if (!response.destroyed) throw error;
  });
}
