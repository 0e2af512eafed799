import type { TasksReply } from '@heath/contract';

const LOOK_MILLISECONDS = 500;

/** Who hears of the open tasks. */
interface Listener {
  readonly hear: (reply: TasksReply) => void;
  /** The tasks cannot be read just now: whoever listens asks again later. */
  readonly end: () => void;
}

/**
 * Tells whoever listens of the open tasks, at once and whenever they change. It is the rows that it looks at, since any server may change them:
 * one look for all who listen, and none while nobody does.
 */
export class TaskWatch {
  readonly #look: () => Promise<TasksReply>;
  readonly #listeners = new Set<Listener>();
  #last: TasksReply | null = null;
  #timer: NodeJS.Timeout | null = null;

  constructor(look: () => Promise<TasksReply>) {
    this.#look = look;
  }

  /** Begins to listen. Returns what ends it. */
  listen(listener: Listener): () => void {
    this.#listeners.add(listener);
    if (this.#last !== null) listener.hear(this.#last);
    if (this.#timer === null) this.#lookAfter(0);
    return () => this.#leave(listener);
  }

  #leave(listener: Listener): void {
    this.#listeners.delete(listener);
    if (this.#listeners.size > 0 || this.#timer === null) return;
    clearTimeout(this.#timer);
    this.#timer = null;
    this.#last = null;
  }

  #lookAfter(milliseconds: number): void {
    this.#timer = setTimeout(() => void this.#tell(), milliseconds);
    this.#timer.unref();
  }

  async #tell(): Promise<void> {
    const mine = this.#timer;
    try {
      const reply = await this.#look();
      if (JSON.stringify(reply) !== JSON.stringify(this.#last)) {
        this.#last = reply;
        for (const { hear } of this.#listeners) hear(reply);
      }
    } catch {
      for (const listener of [...this.#listeners]) {
        this.#leave(listener);
        listener.end();
      }
    }
    // Where everybody left meanwhile nobody looks any more, and whoever came since has begun a look of their own.
    if (this.#timer === mine && mine !== null) this.#lookAfter(LOOK_MILLISECONDS);
  }
}
