import {
  closeSync,
  existsSync,
  fchmodSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  truncateSync,
  writeSync,
} from 'node:fs';
import { dirname } from 'node:path';

/** A line that is paid. */
export interface PaidLine {
  readonly reference: string;
  readonly person: string;
  /** As it stood in the file. */
  readonly day: string;
  readonly code: string;
  /** Decimal text, as it stood in the file. */
  readonly hours: string;
}

/** What one file came to, under the key that it came with. */
export interface Entry {
  readonly key: string;
  readonly sha256: string;
  /** What its sender called the file; older entries have none. */
  readonly name?: string;
  /** ISO 8601 instant. */
  readonly receivedAt: string;
  readonly status: 'accepted' | 'in part' | 'refused';
  readonly says: string;
  readonly refused: readonly { readonly line: number; readonly reason: string }[];
  readonly paid: readonly PaidLine[];
}

/** Somebody whom the pay system came to know after it was set up. */
interface Known {
  readonly number: string;
  readonly name: string;
}

type Kept = { readonly entry: Entry } | { readonly known: Known };

/** What the pay system has taken, kept in a file that only grows: an entry is there as a whole, on the disk, or it is not there. */
export class Ledger {
  readonly #file: number;
  readonly #entries = new Map<string, Entry>();
  readonly #references = new Set<string>();
  readonly #known: Known[] = [];

  constructor(path: string) {
    mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
    const text = existsSync(path) ? readFileSync(path, 'utf8') : '';
    // What a crash left of a last line was never answered for.
    const whole = text.slice(0, text.lastIndexOf('\n') + 1);
    if (whole.length < text.length) truncateSync(path, Buffer.byteLength(whole));
    for (const line of whole.split('\n')) if (line !== '') this.#take(JSON.parse(line) as Kept);
    this.#file = openSync(path, 'a', 0o600);
    // One that was made before may be read by others.
    fchmodSync(this.#file, 0o600);
  }

  /** What a key was answered before; undefined where it is new. */
  of(key: string): Entry | undefined {
    return this.#entries.get(key);
  }

  /** Whether a line was paid already. */
  hasPaid(reference: string): boolean {
    return this.#references.has(reference);
  }

  get entries(): readonly Entry[] {
    return [...this.#entries.values()];
  }

  /** People who were added by hand. */
  get known(): readonly Known[] {
    return this.#known;
  }

  /** Keeps an entry. When this returns it is on the disk. */
  keep(entry: Entry): void {
    this.#write({ entry });
  }

  /** Comes to know somebody. */
  know(known: Known): void {
    this.#write({ known });
  }

  close(): void {
    closeSync(this.#file);
  }

  #write(kept: Kept): void {
    writeSync(this.#file, `${JSON.stringify(kept)}\n`);
    fsyncSync(this.#file);
    this.#take(kept);
  }

  #take(kept: Kept): void {
    if ('known' in kept) {
      this.#known.push(kept.known);
      return;
    }
    this.#entries.set(kept.entry.key, kept.entry);
    for (const { reference } of kept.entry.paid) this.#references.add(reference);
  }
}
