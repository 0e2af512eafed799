import { Piscina } from 'piscina';
import { errorParts } from '../base/error-parts.ts';
import { Problem } from '../base/problem.ts';
import type { Inspected } from '../http/inspected.ts';
import { unpacked } from './across-threads.ts';

const LONGEST_MILLISECONDS = 20_000;
const MOST_WAITING = 16;

/**
 * Looks into uploaded files in a thread of their own, with bounds on its memory and time: whatever a file holds, the server goes on
 * answering. The work ends when nobody waits for it any more.
 */
export class FileReader {
  readonly #workers: Piscina;

  constructor(workerFile: string) {
    this.#workers = new Piscina({
      filename: workerFile,
      minThreads: 1,
      maxThreads: 1,
      maxQueue: MOST_WAITING,
      resourceLimits: { maxOldGenerationSizeMb: 160 },
    });
  }

  async inspect(importId: number, gone?: AbortSignal): Promise<Inspected> {
    const late = AbortSignal.timeout(LONGEST_MILLISECONDS);
    try {
      const signal = gone === undefined ? late : AbortSignal.any([late, gone]);
      return unpacked<Inspected>(await this.#workers.run(importId, { name: 'inspectImport', signal }));
    } catch (error) {
      if (gone?.aborted) throw new Problem(400, 'invalid', 'The request broke off before it was complete.');
      if (late.aborted) {
        return {
          unreadable: `The file takes longer than ${LONGEST_MILLISECONDS / 1000} seconds to look into. Save the sheet with the punches alone, or as CSV.`,
        };
      }
      const { code, message } = errorParts(error);
      if (code === 'ERR_WORKER_OUT_OF_MEMORY') {
        return {
          unreadable:
            'The file needs more memory than Heath gives to one file. Save the sheet with the punches alone, or as CSV.',
        };
      }
      if (message?.includes('queue is at limit'))
        throw new Problem(
          503,
          'busy',
          'Many files are being looked into just now. Nothing was kept; send it again in a moment.',
        );
      throw error;
    }
  }

  async stop(): Promise<void> {
    await this.#workers.destroy();
  }
}
