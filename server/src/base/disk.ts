import { statfsSync } from 'node:fs';
import type { DiskState } from '@heath/contract';
import { Problem } from './problem.ts';

const MEGABYTE = 1024 * 1024;
/** Below this nothing new is taken in: the database needs room to end what it has begun. */
const NEEDED_MEGABYTES = 200;
/** Below this people are told. */
const WARNED_MEGABYTES = 1000;
const LOOKED_AT_MILLISECONDS = 2000;

/** The disk below the data, where that is on this machine. */
export class Disk {
  readonly #folder: string | null;
  readonly #free: (folder: string) => number;
  #known: { readonly at: number; readonly freeMegabytes: number } | null = null;

  /**
   * @param folder where the data is; null where the database is on another machine
   * @param free bytes free below a folder
   */
  constructor(
    folder: string | null,
    free: (folder: string) => number = (path) => {
      const { bavail, bsize } = statfsSync(path);
      return bavail * bsize;
    },
  ) {
    this.#folder = folder;
    this.#free = free;
  }

  #freeMegabytes(folder: string): number {
    // Of a clock that only goes forward.
    const now = performance.now();
    if (this.#known === null || now - this.#known.at > LOOKED_AT_MILLISECONDS)
      this.#known = { at: now, freeMegabytes: Math.floor(this.#free(folder) / MEGABYTE) };
    return this.#known.freeMegabytes;
  }

  /** What people should know; null while there is room. */
  state(): DiskState | null {
    if (this.#folder === null) return null;
    const freeMegabytes = this.#freeMegabytes(this.#folder);
    if (freeMegabytes >= WARNED_MEGABYTES) return null;
    return {
      folder: this.#folder,
      freeMegabytes,
      neededMegabytes: NEEDED_MEGABYTES,
      full: freeMegabytes < NEEDED_MEGABYTES,
    };
  }

  /** Throws a 507 problem that names folder, free and needed space where there is no room for anything new. */
  refuseWhenFull(): void {
    const state = this.state();
    if (state === null || !state.full) return;
    throw new Problem(
      507,
      'disk-full',
      `The disk below ${state.folder} has ${state.freeMegabytes} MB left; ${state.neededMegabytes} MB are needed. Nothing was changed: free some space and try again.`,
    );
  }
}
