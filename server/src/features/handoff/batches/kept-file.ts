import { createHash } from 'node:crypto';
import type { Queries } from '../../../database/connect.ts';
import { addChunk } from './store.ts';

const CHUNK_BYTES = 1_048_576;

/** Stores the bytes of a file in chunks, and computes their SHA-256. */
export class KeptFile {
  readonly #queries: Queries;
  readonly #batchId: number;
  readonly #hash = createHash('sha256');
  #parts: Uint8Array[] = [];
  #waiting = 0;
  #seq = 0;
  bytes = 0;

  constructor(queries: Queries, batchId: number) {
    this.#queries = queries;
    this.#batchId = batchId;
  }

  async add(part: Uint8Array): Promise<void> {
    if (part.length === 0) return;
    this.#hash.update(part);
    this.#parts.push(part);
    this.#waiting += part.length;
    this.bytes += part.length;
    if (this.#waiting >= CHUNK_BYTES) await this.#write();
  }

  async end(): Promise<string> {
    if (this.#waiting > 0) await this.#write();
    return this.#hash.digest('hex');
  }

  async #write(): Promise<void> {
    const bytes = Buffer.concat(this.#parts);
    this.#parts = [];
    this.#waiting = 0;
    await addChunk(this.#queries, { batchId: this.#batchId, seq: this.#seq++, bytes });
  }
}
