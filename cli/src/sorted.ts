import { createReadStream } from 'node:fs';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';

/** How many records are sorted in memory at once; more go to files. */
const RECORDS_AT_ONCE = 50_000;

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/**
 * Records sorted by person in files of their own, so that memory does not grow with how many there are. Records of one
 * person keep the order in which they came.
 */
export class SortedByPerson<T> {
  #run: [person: string, record: T][] = [];
  readonly #files: string[] = [];
  #folder: string | null = null;

  constructor(readonly recordsAtOnce = RECORDS_AT_ONCE) {}

  async add(person: string, record: T): Promise<void> {
    this.#run.push([person, record]);
    if (this.#run.length >= this.recordsAtOnce) await this.#spill();
  }

  async #spill(): Promise<void> {
    this.#folder ??= await mkdtemp(join(tmpdir(), 'heath-sort-'));
    const file = join(this.#folder, `${this.#files.length}.jsonl`);
    this.#run.sort(([a], [b]) => compare(a, b));
    await writeFile(file, this.#lines());
    this.#files.push(file);
    this.#run = [];
  }

  *#lines(): Generator<string> {
    let text = '';
    for (const pair of this.#run) {
      text += `${JSON.stringify(pair)}\n`;
      if (text.length > 1 << 20) {
        yield text;
        text = '';
      }
    }
    yield text;
  }

  /** All records of one person after another, in order of person. */
  async *people(): AsyncGenerator<{ person: string; records: T[] }> {
    if (this.#files.length > 0 && this.#run.length > 0) await this.#spill();
    this.#run.sort(([a], [b]) => compare(a, b));
    const sources =
      this.#files.length === 0 ? [this.#run[Symbol.iterator]()] : this.#files.map((file) => pairsOf<T>(file));
    const heads: (readonly [person: string, record: T] | null)[] = [];
    for (const source of sources) heads.push(await nextOf(source));
    for (;;) {
      let person: string | null = null;
      for (const head of heads)
        if (head !== null && (person === null || compare(head[0], person) < 0)) person = head[0];
      if (person === null) return;
      const records: T[] = [];
      for (let i = 0; i < sources.length; i++) {
        for (let head = heads[i]!; head !== null && head[0] === person; head = heads[i]!) {
          records.push(head[1]);
          heads[i] = await nextOf(sources[i]!);
        }
      }
      yield { person, records };
    }
  }

  /** Removes the files. */
  async end(): Promise<void> {
    if (this.#folder !== null) await rm(this.#folder, { recursive: true, force: true });
  }
}

type Source<T> = Iterator<readonly [string, T]> | AsyncIterator<readonly [string, T]>;

async function nextOf<T>(source: Source<T>): Promise<readonly [string, T] | null> {
  const next = await source.next();
  return next.done ? null : next.value;
}

async function* pairsOf<T>(file: string): AsyncGenerator<readonly [string, T]> {
  for await (const line of createInterface({ input: createReadStream(file) })) yield JSON.parse(line);
}

/** The records of one kind that belong to a person who is asked for in order; what nobody asks for is passed over. */
export class Cursor<T> {
  readonly #people: AsyncGenerator<{ person: string; records: T[] }>;
  #head: { person: string; records: T[] } | null | undefined;

  constructor(sorted: SortedByPerson<T>) {
    this.#people = sorted.people();
  }

  /** The next person there is; null at the end. */
  async peek(): Promise<string | null> {
    if (this.#head === undefined) {
      const next = await this.#people.next();
      this.#head = next.done ? null : next.value;
    }
    return this.#head?.person ?? null;
  }

  async take(person: string): Promise<T[]> {
    while ((await this.peek()) !== null && compare(this.#head!.person, person) < 0) this.#head = undefined;
    if (this.#head?.person !== person) return [];
    const { records } = this.#head;
    this.#head = undefined;
    return records;
  }
}
