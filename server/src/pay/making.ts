import type { BatchLine, FileCheck, FileTotals } from '@heath/core';

/** Takes the bytes of a file as they are made. */
export type Sink = (bytes: Uint8Array) => Promise<void>;

/** Makes a file from the lines of its batch, in order of person, so that a large one is never held whole where it need not be. */
export interface FileMaker {
  /** @param totals what the lines come to, where a record before them says so */
  start(totals: FileTotals | null): Promise<void>;
  add(lines: readonly BatchLine[]): Promise<void>;
  /** @returns what came of holding the file against its batch */
  end(): Promise<FileCheck>;
}
