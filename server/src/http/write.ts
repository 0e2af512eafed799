import { createHash } from 'node:crypto';
import { type Operation, WRITE_KEY_HEADER, WriteKey } from '@heath/contract';
import type { Request } from 'express';
import { Problem, valid } from '../base/problem.ts';
import type { Write } from '../database/answered.ts';

/** A write as its request names it: the key of the client, and what is asked for. */
export function writeOf(request: Request, { touches }: Operation): Write {
  const about = createHash('sha256')
    .update(JSON.stringify([request.method, request.originalUrl, request.body ?? null]))
    .digest('hex');
  return { key: valid(WriteKey, request.get(WRITE_KEY_HEADER)), about, touches };
}

/**
 * Reads what is shown after a write was kept. Where that fails the write stands all the same, and the reply must not say otherwise: the
 * client asks again with its key and gets this answer.
 */
export async function afterwards<T>(read: () => Promise<T>): Promise<T> {
  try {
    return await read();
  } catch (error) {
    // What is no longer within reach is not shown, and no doubt about the write.
    if (error instanceof Problem && error.status < 500) throw error;
    throw new Problem(
      503,
      'outcome-unknown',
      'This was saved, but the database went away before it could be shown. Ask again: nothing is done twice.',
      {},
      error,
    );
  }
}
