import { type Remote, wrap } from 'comlink';
import type { Computing } from './worker.ts';

let started: Remote<Computing> | null = null;

/** The worker that computes; started when it is first asked for. */
export function computing(): Remote<Computing> {
  started ??= wrap<Computing>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }));
  return started;
}
