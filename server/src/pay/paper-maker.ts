import {
  type BatchHead,
  type BatchLine,
  type FileCheck,
  FileChecker,
  type FileRow,
  type FileTotals,
  type Layout,
  RowMaker,
  workdayInWords,
} from '@heath/core';
import { Problem } from '../base/problem.ts';
import { MOST_ROWS_ON_PAPER } from '../http/paper.ts';
import type { Printing } from '../http/printing.ts';
import type { FileMaker, Sink } from './making.ts';

/** A file as paper: a table over as many pages as it takes. */
export class PaperMaker implements FileMaker {
  readonly #layout: Layout;
  readonly #head: BatchHead;
  readonly #sink: Sink;
  readonly #rows: RowMaker;
  readonly #checker: FileChecker;
  readonly #print: Printing['paper'];
  readonly #made: FileRow[] = [];
  #hours = 0;

  constructor(
    layout: Layout,
    head: BatchHead,
    sink: Sink,
    print: Printing['paper'],
    only: ReadonlySet<number> | null,
  ) {
    this.#layout = layout;
    this.#head = head;
    this.#sink = sink;
    this.#print = print;
    this.#rows = new RowMaker(layout, head, only);
    this.#checker = new FileChecker(layout);
  }

  async start(totals: FileTotals | null): Promise<void> {
    this.#keep(this.#rows.start(totals));
  }

  async add(lines: readonly BatchLine[]): Promise<void> {
    for (const line of lines) {
      this.#hours += line.hours;
      this.#keep(this.#rows.add(line));
    }
  }

  async end(): Promise<FileCheck> {
    this.#keep(this.#rows.end());
    const texts = (part: FileRow['part']) =>
      this.#made.filter((row) => row.part === part).map(({ cells }) => cells.map(({ text }) => text));
    const [heading = []] = texts('heading');
    await this.#sink(
      await this.#print({
        title: this.#layout.name,
        under: `Handoff ${this.#head.number} · ${workdayInWords(this.#head.firstDay)} to ${workdayInWords(this.#head.lastDay)}`,
        before: texts('header').map((cells) => cells.join('  ')),
        heading,
        isFigure: this.#layout.columns.map(({ align }) => align === 'right'),
        rows: texts('line'),
        after: texts('trailer').map((cells) => cells.join('  ')),
      }),
    );
    return this.#checker.done(this.#hours);
  }

  #keep(rows: readonly FileRow[]): void {
    for (const row of rows) {
      this.#checker.row(row);
      this.#made.push(row);
      if (this.#made.length > MOST_ROWS_ON_PAPER)
        throw new Problem(
          422,
          'too-large',
          `A file on paper has at most ${MOST_ROWS_ON_PAPER.toLocaleString('en')} lines. Hand off in another layout, or in one with fewer lines for each person.`,
        );
    }
  }
}
