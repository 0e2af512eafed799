import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import type { Writable } from 'node:stream';
import { stringify } from 'csv-stringify/sync';
import { Refusal } from './refusal.ts';

/** A file that is there whole or not at all, or the standard output for `-`. */
export class Output {
  readonly #stream: Writable;
  readonly #partial: string | null;
  #failed: Error | null = null;

  constructor(readonly file: string) {
    this.#partial = file === '-' ? null : `${file}.partial`;
    this.#stream = this.#partial === null ? process.stdout : createWriteStream(this.#partial);
    this.#stream.on('error', (error) => {
      this.#failed = error;
    });
  }

  get isJson(): boolean {
    return /\.(jsonl|ndjson)$/i.test(this.file);
  }

  /** Writes rows: as CSV, or as JSON Lines where the file's ending says so. */
  async rows(columns: readonly string[], rows: readonly Readonly<Record<string, unknown>>[]): Promise<void> {
    if (rows.length === 0) return;
    await this.text(
      this.isJson
        ? rows.map((cells) => `${JSON.stringify(cells)}\n`).join('')
        : stringify(
            rows.map((cells) => columns.map((column) => cells[column] ?? '')),
            CSV,
          ),
    );
  }

  async header(columns: readonly string[]): Promise<void> {
    if (!this.isJson) await this.text(stringify([columns], CSV));
  }

  async text(text: string): Promise<void> {
    if (this.#failed !== null) throw new Refusal(this.file, `it cannot be written: ${this.#failed.message}.`);
    if (!this.#stream.write(text)) await this.#drained();
  }

  #drained(): Promise<void> {
    return new Promise((resolve) => {
      const end = () => {
        this.#stream.off('drain', end).off('error', end);
        resolve();
      };
      this.#stream.on('drain', end).on('error', end);
    });
  }

  /** Puts the file in its place. */
  async done(): Promise<void> {
    if (this.#partial === null) return;
    this.#stream.end();
    await once(this.#stream, 'close');
    if (this.#failed !== null) throw new Refusal(this.file, `it cannot be written: ${this.#failed.message}.`);
    await rename(this.#partial, this.file);
  }

  /** Leaves nothing behind. */
  async drop(): Promise<void> {
    if (this.#partial === null) return;
    this.#stream.destroy();
    await rm(this.#partial, { force: true });
  }
}

const CSV = { record_delimiter: '\r\n' } as const;
