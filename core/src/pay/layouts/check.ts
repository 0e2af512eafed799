import { unencodable } from './encode.ts';
import type { FileRow } from './file-rows.ts';
import { isTextLayout, kindOf, type Layout, type LayoutColumn } from './layout.ts';
import { padded, separatorOf } from './row-text.ts';

/** A value that a file does not hold as it should. */
export interface FileFault {
  /** Its line among the lines; null in a record around them. */
  readonly line: number | null;
  readonly heading: string;
  readonly value: string;
  readonly reason: string;
}

/** What came of holding a file against its batch. */
export interface FileCheck {
  readonly lines: number;
  readonly people: number;
  /** Number of the batch's lines that stand in the file, alone or joined. The others come to nothing and were left out. */
  readonly linesOfBatch: number;
  /** What the texts of the file add up to, read back; in 1/90,000 h. */
  readonly hoursInFile: number;
  readonly hoursInBatch: number;
  readonly faults: readonly FileFault[];
  /** How many there are: the list ends with the first hundred. */
  readonly faultCount: number;
}

const MOST_FAULTS = 100;

/** Holds the rows of a file against their batch, while they are written: each value fits its column, and the hours add up to the unit. */
export class FileChecker {
  readonly #layout: Layout;
  readonly #faults: FileFault[] = [];
  readonly #people = new Set<string>();
  #faultCount = 0;
  #lines = 0;
  #linesOfBatch = 0;
  #hoursInFile = 0;

  constructor(layout: Layout) {
    this.#layout = layout;
  }

  /** Looks at a row. */
  row({ part, columns, cells, line }: FileRow): void {
    if (part === 'heading') return;
    if (line !== null) {
      this.#lines++;
      this.#linesOfBatch += line.seqs.length;
      this.#people.add(line.first.person);
    }
    columns.forEach((column, i) => {
      const { text } = cells[i] ?? { text: '' };
      const say = (reason: string) => {
        this.#faultCount++;
        if (this.#faults.length < MOST_FAULTS)
          this.#faults.push({ line: line?.line ?? null, heading: column.heading, value: text, reason });
      };
      const wrong = this.#misfit(text, column);
      if (wrong !== null) say(wrong);
      const kind = kindOf(column);
      if (line === null || !kind.holdsHours) return;
      // As it stands in the file: noughts behind a figure are read with it.
      const stands = isTextLayout(this.#layout) && this.#layout.kind !== 'json' ? padded(text, column) : text;
      const [said, meant] = [kind.readHours(column, stands, this.#layout), kind.hoursOf(column, line)];
      if (said !== meant)
        say(
          'Read back, this is not what is paid: give the column more decimals, write 8:30, or fill from the left.',
        );
      this.#hoursInFile += said ?? 0;
    });
  }

  #misfit(text: string, { width }: LayoutColumn): string | null {
    const { kind, quotes, encoding } = this.#layout;
    if (width !== null && text.length > width)
      return `It has ${text.length} characters and the column ${width}.`;
    if (kind === 'fixed' && /[\r\n]/.test(text)) return 'It has a line end in it.';
    if ((kind === 'csv' || kind === 'tsv') && quotes === 'never') {
      if (text.includes(separatorOf(this.#layout)) || /[\r\n]/.test(text))
        return 'The separator or a line end stands in it: let values have quotes where needed.';
    }
    const strange = kind === 'xlsx' || kind === 'pdf' || kind === 'json' ? null : unencodable(text, encoding);
    return strange === null ? null : `${encoding} has no ${strange}: write the file in UTF-8.`;
  }

  /** What came of it, for a batch of so many hours. */
  done(hoursInBatch: number): FileCheck {
    return {
      lines: this.#lines,
      people: this.#people.size,
      linesOfBatch: this.#linesOfBatch,
      hoursInFile: this.#hoursInFile,
      hoursInBatch,
      faults: this.#faults,
      faultCount: this.#faultCount,
    };
  }
}

/** Whether a file says what its batch says, to the unit, in values that fit. */
export const isSound = ({ faultCount, hoursInFile, hoursInBatch }: FileCheck): boolean =>
  faultCount === 0 && hoursInFile === hoursInBatch;
