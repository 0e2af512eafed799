import { and, asc, eq, gt } from 'drizzle-orm';
import { realSeconds } from '../../base/clock.ts';
import type { Database, Reads } from '../../database/connect.ts';
import { person, printedChunk, printedFile } from '../../database/schema/index.ts';

const CHUNK_BYTES = 262_144;

/** Bytes that become rows as they come, a quarter of a megabyte each: a megabyte needed 7 MB more memory. */
export class PrintedBytes {
  readonly #database: Database;
  /** Of the file. */
  readonly id: number;
  #parts: Uint8Array[] = [];
  #waiting = 0;
  #seq = 0;
  bytes = 0;

  constructor(database: Database, id: number) {
    this.#database = database;
    this.id = id;
  }

  add(part: Uint8Array): void {
    this.#parts.push(part);
    this.#waiting += part.length;
    this.bytes += part.length;
  }

  /** Writes what came where it fills a row; all of it at the end. */
  async write(isEnd = false): Promise<void> {
    if (this.#waiting === 0 || (!isEnd && this.#waiting < CHUNK_BYTES)) return;
    const bytes = Buffer.concat(this.#parts);
    this.#parts = [];
    this.#waiting = 0;
    await this.#database.insert(printedChunk).values({ fileId: this.id, seq: this.#seq++, bytes });
  }
}

/** Adds an empty file that somebody has printed. Returns its id. */
export async function addPrintedFile(database: Database, userId: number, name: string): Promise<number> {
  const [made] = await database.insert(printedFile).values({ userId, name, madeAt: realSeconds() });
  return made.insertId;
}

/** The file of that id, where this user had it printed. */
export async function printedFileOf(queries: Reads, userId: number, id: number) {
  const [file] = await queries
    .select({ id: printedFile.id, name: printedFile.name })
    .from(printedFile)
    .where(and(eq(printedFile.id, id), eq(printedFile.userId, userId)));
  return file;
}

/** The bytes of a file in order, a row at a time. */
export async function* chunksOf(queries: Reads, fileId: number): AsyncGenerator<Buffer> {
  for (let after = -1; ; ) {
    const [chunk] = await queries
      .select({ seq: printedChunk.seq, bytes: printedChunk.bytes })
      .from(printedChunk)
      .where(and(eq(printedChunk.fileId, fileId), gt(printedChunk.seq, after)))
      .orderBy(asc(printedChunk.seq))
      .limit(1);
    if (chunk === undefined) return;
    yield chunk.bytes;
    after = chunk.seq;
  }
}

/** The name of everybody by id, for who signs as a supervisor. */
export async function namesById(queries: Reads): Promise<Map<number, string>> {
  const rows = await queries.select({ id: person.id, name: person.name }).from(person);
  return new Map(rows.map(({ id, name }) => [id, name]));
}
