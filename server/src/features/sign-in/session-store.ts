import { eq, gt, inArray, sql } from 'drizzle-orm';
import type { Request, RequestHandler } from 'express';
import { type SessionData, Store } from 'express-session';
import { realSeconds } from '../../base/clock.ts';
import { allOf } from '../../database/all-of.ts';
import type { Database } from '../../database/connect.ts';
import { build, select, sendAlone } from '../../database/round-trip.ts';
import { session } from '../../database/schema/index.ts';
import { toWho, type Who, whoSelects } from '../../rights/who.ts';

declare module 'express-session' {
  interface SessionData {
    userId: number;
    /** Real seconds at which its user signed in. */
    since: number;
    /** The browser, as it calls itself. */
    agent: string;
  }
}

/** A session that nobody uses for this long is over. */
export const SESSION_SECONDS = 12 * 3600;
/** However much it is used, it is over after this; then its user signs in again. */
const LONGEST_SESSION_SECONDS = 7 * 86_400;
/** A session's end is put off at most this often, not with every request. */
const TOUCH_SECONDS = 300;

/** Until when the row of a session is kept that was read for a request. */
const keptUntil = new WeakMap<object, number>();

/** Ends a session on its last day, and lets none be put off beyond that. */
export const untilLastDay: RequestHandler = (request, _response, next) => {
  const { userId, since, cookie } = request.session;
  if (userId === undefined) return next();
  const left = (since ?? 0) + LONGEST_SESSION_SECONDS - realSeconds();
  if (left <= 0) return request.session.regenerate(next);
  keptUntil.set(request.session, endOf(request.session));
  cookie.maxAge = Math.min(SESSION_SECONDS, left) * 1000;
  next();
};

/** When a session ends that is not used again. */
const endOf = ({ cookie }: Pick<SessionData, 'cookie'>): number =>
  cookie.expires ? Math.floor(new Date(cookie.expires).getTime() / 1000) : realSeconds() + SESSION_SECONDS;

/** Every request reads its session, and who its user is, in one trip; so the statements are built once. */
const heldSession = allOf(
  eq(session.sid, sql.placeholder('sid')),
  gt(session.expiresAt, sql.placeholder('now')),
);
const readSession = select(build.select({ data: session.data }).from(session).where(heldSession));
const ofSession = whoSelects((userId) =>
  inArray(userId, build.select({ id: session.userId }).from(session).where(heldSession)),
);

/** Who the users of sessions were a moment ago, by the data of the session. */
const whoOfSession = new WeakMap<object, Who>();

/** Sessions as rows, so that any server can answer any request. */
export class SessionStore extends Store {
  readonly #database: Database;

  constructor(database: Database) {
    super();
    this.#database = database;
  }

  override get(sid: string, done: (error: unknown, data?: SessionData | null) => void): void {
    const asked = { sid, now: realSeconds() };
    sendAlone(this.#database, readSession.with(asked), ...ofSession.with(asked)).then(
      ([sent, ...whoSent]) => {
        const [row] = readSession.rows(sent);
        if (row === undefined) return done(null, null);
        // Only this store writes them.
        const data = row.data as unknown as SessionData;
        const who = toWho(ofSession.rows(whoSent));
        if (who !== undefined) whoOfSession.set(data, who);
        done(null, data);
      },
      done,
    );
  }

  /** Says with a session who its user is. */
  override createSession(request: Request, data: SessionData) {
    const made = super.createSession(request, data);
    const who = whoOfSession.get(data);
    if (who !== undefined && who.userId === data.userId) request.who = who;
    return made;
  }

  override set(sid: string, data: SessionData, done: (error?: unknown) => void = () => {}): void {
    const row = {
      userId: data.userId ?? null,
      agent: data.agent ?? '',
      startedAt: data.since ?? realSeconds(),
      data: { ...data },
      expiresAt: endOf(data),
    };
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

  override touch(sid: string, data: SessionData, done: (error?: unknown) => void = () => {}): void {
    // Where the end lies was read a moment ago with the session, so most requests write nothing.
    if (endOf(data) - (keptUntil.get(data) ?? 0) < TOUCH_SECONDS) done();
    else this.set(sid, data, done);
  }
}
