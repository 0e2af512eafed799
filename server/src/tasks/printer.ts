import { Piscina } from 'piscina';
import { errorParts } from '../base/error-parts.ts';
import { Problem } from '../base/problem.ts';
import type { Paper } from '../http/paper.ts';
import type { Printing } from '../http/printing.ts';
import type { Sheet } from '../http/sheet.ts';
import { unpacked } from './across-threads.ts';

const LONGEST_MILLISECONDS = 60_000;
const MOST_WAITING = 16;

/** Prints in a thread of its own, one after another, with bounds on its memory and time. */
export class Printer implements Printing {
  readonly #workers: Piscina;

  constructor(workerFile: string) {
    this.#workers = new Piscina({
      filename: workerFile,
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: 10_000,
      maxQueue: MOST_WAITING,
      resourceLimits: { maxOldGenerationSizeMb: 320, maxYoungGenerationSizeMb: 24 },
    });
  }

  readonly paper = (paper: Paper): Promise<Uint8Array> => this.#run('printPaper', paper);
  readonly sheet = (sheet: Sheet): Promise<Uint8Array> => this.#run('printSheet', sheet);

  async #run(name: 'printPaper' | 'printSheet', what: Paper | Sheet): Promise<Uint8Array> {
    const late = AbortSignal.timeout(LONGEST_MILLISECONDS);
    try {
      return unpacked<Uint8Array>(await this.#workers.run(what, { name, signal: late }));
    } catch (error) {
      const { code, message } = errorParts(error);
      if (late.aborted || code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Problem(
          422,
          'too-large',
          'This is too much to print at once. Ask for a part of it, or save it as CSV: that has room for all of it.',
        );
      if (message?.includes('queue is at limit'))
        throw new Problem(503, 'busy', 'Much is being printed just now. Ask again in a moment.');
      throw error;
    }
  }

  async stop(): Promise<void> {
    await this.#workers.destroy();
  }
}
