import type { CardInputReply } from '@heath/contract';
import type { Remote } from 'comlink';
import type { Effect } from './effect.ts';
import type { Computing } from './worker.ts';

/** An effect takes a millisecond or two: a worker that is silent for so long is dead, and another takes its place. */
const DEAD_AFTER_MILLISECONDS = 5000;

interface Started {
  readonly core: Remote<Computing>;
  readonly worker: Worker;
  /** The card that it has. */
  of: CardInputReply | null;
}
let started: Promise<Started> | null = null;

/** The worker that computes; fetched and started when it is first asked for. Where it cannot be fetched, it is asked for again. */
function computing(): Promise<Started> {
  started ??= start().catch((error: unknown) => {
    started = null;
    throw error;
  });
  return started;
}

async function start(): Promise<Started> {
  const { wrap } = await import('comlink');
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  return { worker, core: wrap<Computing>(worker), of: null };
}

/** What a worker answers. Throws where it does not, and ends it. */
async function answered<T>({ worker }: Started, ask: () => Promise<T>): Promise<T> {
  let late = 0;
  const silent = new Promise<never>((_, reject) => {
    late = window.setTimeout(() => {
      worker.terminate();
      started = null;
      reject(new Error('What computes beside the screen does not answer.'));
    }, DEAD_AFTER_MILLISECONDS);
  });
  try {
    return await Promise.race([ask(), silent]);
  } finally {
    window.clearTimeout(late);
  }
}

/** Gives the worker the card that is corrected by hand from now on. Throws where there is none. */
export async function prepare(of: CardInputReply): Promise<void> {
  const one = await computing();
  if (one.of === of) return;
  one.of = of;
  await answered(one, () => one.core.load(of));
}

/** What a correction would make of a card, told with dates of a zone. Throws where nothing computes. */
export async function effectOf(of: CardInputReply, says: object, zone: string): Promise<Effect | null> {
  await prepare(of);
  const one = await computing();
  return answered(one, async () => one.core.effectOf(says, zone));
}
