import { Readable } from 'node:stream';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { type FileBytes, UnreadableFile } from './types.ts';

/** A workbook has a few dozen parts. */
const MOST_ENTRIES = 2000;

class BytesReader extends yauzl.RandomAccessReader {
  readonly #file: FileBytes;

  constructor(file: FileBytes) {
    super();
    this.#file = file;
  }

  override _readStreamForRange(start: number, end: number): Readable {
    return Readable.from(this.#file.range(start, end), { objectMode: false });
  }
}

/** The parts of a zip, read in place: nothing is unpacked but what is asked for, as it is asked for. */
export class Zip {
  readonly #zip: ZipFile;
  readonly #entries: ReadonlyMap<string, Entry>;

  private constructor(zip: ZipFile, entries: ReadonlyMap<string, Entry>) {
    this.#zip = zip;
    this.#entries = entries;
  }

  /** Reads the list of parts. Rejects with the package's own error where this is no zip. */
  static open(file: FileBytes): Promise<Zip> {
    return new Promise((resolve, reject) => {
      const options = { lazyEntries: true, autoClose: false, validateEntrySize: true };
      yauzl.fromRandomAccessReader(new BytesReader(file), file.size, options, (error, zip) => {
        if (error) return reject(error);
        if (zip.entryCount > MOST_ENTRIES) {
          return reject(
            new UnreadableFile(
              `The workbook has ${zip.entryCount.toLocaleString('en')} parts. That is no list of punches.`,
            ),
          );
        }
        const entries = new Map<string, Entry>();
        zip.on('entry', (entry: Entry) => {
          entries.set(entry.fileName.toLowerCase(), entry);
          zip.readEntry();
        });
        zip.on('error', reject);
        zip.on('end', () => resolve(new Zip(zip, entries)));
        zip.readEntry();
      });
    });
  }

  has(name: string): boolean {
    return this.#entries.has(name.toLowerCase());
  }

  /** The unpacked bytes of a part, counted as they come: nobody believes what the zip says of its size. */
  async *part(name: string, mostBytes: number): AsyncGenerator<Buffer> {
    const entry = this.#entries.get(name.toLowerCase());
    if (entry === undefined) return;
    const stream = await new Promise<Readable>((resolve, reject) =>
      this.#zip.openReadStream(entry, (error, opened) => (error ? reject(error) : resolve(opened))),
    );
    let unpacked = 0;
    try {
      for await (const chunk of stream as AsyncIterable<Buffer>) {
        unpacked += chunk.length;
        if (unpacked > mostBytes) {
          const limit = Math.round(mostBytes / 1024 / 1024);
          throw new UnreadableFile(
            `The workbook unpacks to more than ${limit} MB. Save the sheet with the punches alone, or as CSV.`,
          );
        }
        yield chunk;
      }
    } finally {
      stream.destroy();
    }
  }
}
