import type { Remote } from 'comlink';
import type { Computing } from './worker.ts';

let started: Promise<Remote<Computing>> | null = null;

/** The worker that computes; fetched and started when it is first asked for. Where it cannot be fetched, it is asked for again. */
export function computing(): Promise<Remote<Computing>> {
  started ??= start().catch((error: unknown) => {
    started = null;
    throw error;
  });
  return started;
}

async function start(): Promise<Remote<Computing>> {
  const { wrap } = await import('comlink');
  return wrap<Computing>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }));
}
