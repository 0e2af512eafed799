import { type SignedInUser, signInOperations } from '@heath/contract';
import { DEMO_USERS } from '@heath/demo';
import type { Request, Router } from 'express';
import { realSeconds } from '../../base/clock.ts';
import { Problem } from '../../base/problem.ts';
import type { Reads } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { writingChoices, writingFor } from '../../records/writing.ts';
import { checkPassword } from '../../rights/passwords.ts';
import { findWho, somebody, type Who } from '../../rights/who.ts';
import { countAttempt, forgetAttempts } from './attempts.ts';
import { changePassword, isDemo } from './service.ts';
import { endSession, sessionsOf } from './sessions.ts';

async function viewOf(queries: Reads, who: Who): Promise<SignedInUser> {
  const { name, roles, personId, passwordIsGiven } = who;
  const choices = await writingChoices(queries, who);
  return {
    id: somebody(who),
    name,
    roles,
    personId,
    passwordIsGiven,
    writing: writingFor(choices),
    siteZone: choices.siteZone,
  };
}

/** A new session id, so that one planted before is worth nothing. */
const regenerated = (request: Request): Promise<void> =>
  new Promise((resolve, reject) =>
    request.session.regenerate((error) => (error ? reject(error) : resolve())),
  );

/** Begins a session of a user's. */
async function begin(request: Request, userId: number): Promise<void> {
  await regenerated(request);
  request.session.userId = userId;
  request.session.since = realSeconds();
  request.session.agent = (request.get('user-agent') ?? '').slice(0, 255);
}

/** Ends the session of this browser. */
const destroyed = (request: Request): Promise<void> =>
  new Promise((resolve, reject) => request.session.destroy((error) => (error ? reject(error) : resolve())));

export function signInRoutes(context: Context): Router {
  const { database } = context;
  return serve(context, signInOperations, {
    session: ({ who }) => viewOf(database, who),
    demoAccounts: async () => ({
      accounts: (await isDemo(database))
        ? DEMO_USERS.map(({ username, name, password, role }) => ({ username, name, password, role }))
        : [],
    }),
    async signIn({ body: { username, password }, request }) {
      const caller = { account: username, address: request.ip ?? 'unknown' };
      await countAttempt(database, caller);
      const user = await checkPassword(database, username, password);
      const who = user === null ? undefined : await findWho(database, user.id);
      if (user === null || who === undefined)
        throw new Problem(401, 'wrong-sign-in', 'That user name and password do not go together.');
      await forgetAttempts(database, caller, user.id);
      await begin(request, user.id);
      return viewOf(database, who);
    },
    async signOut({ request, response }) {
      await destroyed(request);
      response.clearCookie('heath');
    },
    async changePassword({ who, body, request }) {
      const user = await changePassword(context, who, body, request.ip ?? 'unknown');
      // Whoever had the old password is out, on every other browser; this one goes on.
      await endSession(database, user.id, null);
      await begin(request, user.id);
    },
    sessions: async ({ who, request }) => ({
      sessions: await sessionsOf(database, somebody(who), request.sessionID),
    }),
    async endSession({ who, params }) {
      if (!(await endSession(database, somebody(who), params.session)))
        throw new Problem(404, 'not-found', 'There is no such session.');
    },
  });
}
