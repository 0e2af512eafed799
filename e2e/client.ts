import { randomUUID } from 'node:crypto';

/** What came back, in the end. */
export interface Answer<T = unknown> {
  readonly status: number;
  readonly body: T;
}

export interface Problem {
  readonly type: string;
  readonly title: string;
}

const PAUSE_MILLISECONDS = 150;
const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** Somebody who asks until there is an answer, always with the same key, as the pages of Heath do. */
export class Client {
  cookie = '';
  /** Requests that were asked again since no answer came. */
  askedAgain = 0;
  readonly #url: string;

  constructor(url: string) {
    this.#url = url;
  }

  async signIn(username: string, password: string): Promise<void> {
    const response = await this.#send(
      'POST',
      '/session',
      JSON.stringify({ username, password }),
      randomUUID(),
    );
    // The session is kept before the last byte comes, not before the first.
    await response.text();
    this.cookie = response.headers.get('set-cookie')!.split(';')[0]!;
  }

  #send(method: string, path: string, body: string | undefined, key: string, type = 'application/json') {
    return fetch(`${this.#url}/api${path}`, {
      method,
      headers: { Origin: this.#url, Cookie: this.cookie, 'Content-Type': type, 'Idempotency-Key': key },
      signal: AbortSignal.timeout(30_000),
      ...(body === undefined ? {} : { body }),
    });
  }

  /** Asks until somebody answers. A text is sent as a file, anything else as JSON. */
  async ask<T>(method: string, path: string, body?: unknown, seconds = 90): Promise<Answer<T>> {
    const key = randomUUID();
    const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body);
    const type = typeof body === 'string' ? 'application/octet-stream' : 'application/json';
    const limit = Date.now() + seconds * 1000;
    for (;;) {
      try {
        const response = await this.#send(method, path, text, key, type);
        const answer = (response.status === 204 ? null : await response.json()) as T;
        // "Not known", "away", "busy": it says itself that it is worth asking again.
        if (response.status !== 503) return { status: response.status, body: answer };
      } catch (error) {
        if (Date.now() > limit)
          throw new Error(`${method} ${path} had no answer within ${seconds} s`, { cause: error });
      }
      if (Date.now() > limit) throw new Error(`${method} ${path} was put off for ${seconds} s`);
      this.askedAgain++;
      await wait(PAUSE_MILLISECONDS);
    }
  }

  /** Asks for something that must be there. */
  async get<T>(path: string): Promise<T> {
    const { status, body } = await this.ask<T>('GET', path);
    if (status !== 200) throw new Error(`GET ${path}: ${status} ${JSON.stringify(body)}`);
    return body;
  }
}
