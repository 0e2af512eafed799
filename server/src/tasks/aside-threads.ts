import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { errorParts } from '../base/error-parts.ts';
import { Problem } from '../base/problem.ts';
import type { AnswerAside } from '../http/aside.ts';
import { unpacked } from './across-threads.ts';

const LONGEST_MILLISECONDS = 120_000;
const MOST_WAITING = 32;

/** Answers in threads of their own what takes long for many people, with bounds on memory and time. Ends what nobody waits for any more. */
export class AsideThreads {
  readonly #workers: Piscina;

  constructor(workerFile: string) {
    this.#workers = new Piscina({
      filename: workerFile,
      minThreads: 0,
      maxThreads: 2,
      idleTimeout: 1000,
      maxQueue: MOST_WAITING,
      resourceLimits: { maxOldGenerationSizeMb: 160, maxYoungGenerationSizeMb: 16 },
    });
  }

  readonly answer: AnswerAside = async (call, report, gone) => {
    const { port1: here, port2: port } = new MessageChannel();
    here.on('message', ({ done, of }: { readonly done: number; readonly of: number }) => report(done, of));
    const late = AbortSignal.timeout(LONGEST_MILLISECONDS);
    const signal = gone === undefined ? late : AbortSignal.any([late, gone]);
    try {
      const work = this.#workers.run({ call, port }, { name: 'answerAside', transferList: [port], signal });
      return unpacked<Uint8Array>(await work);
    } catch (error) {
      if (gone?.aborted) throw new Problem(400, 'invalid', 'The request broke off before it was complete.');
      const { code, message } = errorParts(error);
      if (late.aborted || code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Problem(422, 'too-large', 'This is too much at once. Ask for a part of it.');
      if (message?.includes('queue is at limit'))
        throw new Problem(503, 'busy', 'Much is being computed just now. Ask again in a moment.');
      throw error;
    } finally {
      here.close();
    }
  };

  async stop(): Promise<void> {
    await this.#workers.destroy();
  }
}
