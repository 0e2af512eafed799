import { eq, lt, sql } from 'drizzle-orm';
import { type SessionData, Store } from 'express-session';
import { realSeconds } from '../../clock.ts';
import type { Database } from '../../database/connect.ts';
import { prepared, sendAlone } from '../../database/round-trip.ts';
import { session } from '../../database/schema.ts';

declare module 'express-session' {
  interface SessionData {
    user: { id: number; name: string };
  }
}

export const SESSION_SECONDS = 12 * 3600;
/** A session's end is put off at most this often, not with every request. */
const TOUCH_SECONDS = 300;

/** Every request reads its session, so the statement is built once. */
const readSession = prepared<{ sid: string; now: number }>(sql`
  SELECT ${session.data} AS data FROM ${session}
   WHERE ${session.sid} = ${sql.placeholder('sid')} AND ${session.expiresAt} > ${sql.placeholder('now')}`);

/** Sessions as rows, so that any server can answer any request. */
export class SessionStore extends Store {
  readonly #database: Database;

  constructor(database: Database) {
    super();
    this.#database = database;
  }

  override get(sid: string, done: (error: unknown, data?: SessionData | null) => void): void {
    sendAlone(this.#database, readSession({ sid, now: realSeconds() })).then(([rows]) => {
      const [row] = rows as { data: string }[];
      done(null, row === undefined ? null : JSON.parse(row.data));
    }, done);
  }

  override set(sid: string, data: SessionData, done: (error?: unknown) => void = () => {}): void {
    const row = { data: { ...data }, expiresAt: realSeconds() + SESSION_SECONDS };
    this.#database
      .insert(session)
      .values({ sid, ...row })
      .onDuplicateKeyUpdate({ set: row })
      .then(() => done(), done);
  }

  override destroy(sid: string, done: (error?: unknown) => void = () => {}): void {
    this.#database
      .delete(session)
      .where(eq(session.sid, sid))
      .then(() => done(), done);
  }

  override touch(sid: string, data: SessionData, done: () => void = () => {}): void {
    const expires = data.cookie.expires ? new Date(data.cookie.expires).getTime() / 1000 : 0;
    if (expires > realSeconds() + SESSION_SECONDS - TOUCH_SECONDS) done();
    else this.set(sid, data, done);
  }

  /** Deletes the sessions that have run out. */
  async sweep(): Promise<void> {
    await this.#database.delete(session).where(lt(session.expiresAt, realSeconds()));
  }
}
