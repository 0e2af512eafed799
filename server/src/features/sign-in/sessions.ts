import { createHash } from 'node:crypto';
import { instant, instantToIso } from '@heath/core';
import { and, desc, eq, gt, inArray } from 'drizzle-orm';
import { realSeconds } from '../../base/clock.ts';
import type { Database } from '../../database/connect.ts';
import { session } from '../../database/schema/index.ts';

/** What a session is called where it is listed: whoever reads it cannot use it. */
const nameOf = (sid: string): string => createHash('sha256').update(sid).digest('hex').slice(0, 16);

/** A user's sessions, the newest first. */
export async function sessionsOf(database: Database, userId: number, currentSid: string) {
  const rows = await database
    .select({
      sid: session.sid,
      agent: session.agent,
      startedAt: session.startedAt,
      expiresAt: session.expiresAt,
    })
    .from(session)
    .where(and(eq(session.userId, userId), gt(session.expiresAt, realSeconds())))
    .orderBy(desc(session.startedAt));
  return rows.map(({ sid, agent, startedAt, expiresAt }) => ({
    id: nameOf(sid),
    agent,
    startedAt: instantToIso(instant(startedAt)),
    endsAt: instantToIso(instant(expiresAt)),
    current: sid === currentSid,
  }));
}

/** Ends one of a user's sessions, or all. False where there is none of that name. */
export async function endSession(database: Database, userId: number, name: string | null): Promise<boolean> {
  const rows = await database.select({ sid: session.sid }).from(session).where(eq(session.userId, userId));
  const ended = rows.filter(({ sid }) => name === null || nameOf(sid) === name).map(({ sid }) => sid);
  if (ended.length > 0) await database.delete(session).where(inArray(session.sid, ended));
  return ended.length > 0;
}
