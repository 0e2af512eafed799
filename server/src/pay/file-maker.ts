import type { BatchHead, BatchLine, FileCheck, FileTotals, Layout } from '@heath/core';
import { FileWriter, isTextLayout } from '@heath/core';
import type { Printing } from '../http/printing.ts';
import type { FileMaker, Sink } from './making.ts';
import { PaperMaker } from './paper-maker.ts';
import { WorkbookMaker } from './workbook-maker.ts';

class TextMaker implements FileMaker {
  readonly #writer: FileWriter;
  readonly #sink: Sink;

  constructor(layout: Layout, head: BatchHead, sink: Sink, only: ReadonlySet<number> | null) {
    this.#writer = new FileWriter(layout, head, only);
    this.#sink = sink;
  }

  async start(totals: FileTotals | null): Promise<void> {
    for (const bytes of this.#writer.start(totals)) await this.#sink(bytes);
  }

  async add(lines: readonly BatchLine[]): Promise<void> {
    await this.#sink(this.#writer.add(lines));
  }

  async end(): Promise<FileCheck> {
    await this.#sink(this.#writer.end());
    return this.#writer.check();
  }
}

/**
 * Who makes a file of this layout.
 *
 * @param print prints what is to be on paper
 * @param only the lines of the file that are wanted, by their numbers; null: all
 */
export function fileMaker(
  layout: Layout,
  head: BatchHead,
  sink: Sink,
  print: Printing['paper'],
  only: ReadonlySet<number> | null = null,
): FileMaker {
  if (isTextLayout(layout)) return new TextMaker(layout, head, sink, only);
  return layout.kind === 'xlsx'
    ? new WorkbookMaker(layout, head, sink, only)
    : new PaperMaker(layout, head, sink, print, only);
}

const TYPES: Readonly<Record<Layout['kind'], string>> = {
  csv: 'text/csv',
  tsv: 'text/tab-separated-values',
  fixed: 'text/plain',
  json: 'application/json',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  pdf: 'application/pdf',
};

/** The media type of a file. */
export const mediaType = ({ kind }: Pick<Layout, 'kind'>): string => TYPES[kind];
