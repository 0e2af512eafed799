import { ChangePasswordRequest, type SignedInUser, SignInRequest } from '@heath/contract';
import { DEMO_USERS } from '@heath/demo';
import type { Request, Router } from 'express';
import * as v from 'valibot';
import { realSeconds } from '../../base/clock.ts';
import { Problem, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { checkPassword } from '../../rights/passwords.ts';
import { findWho, somebody, type Who } from '../../rights/who.ts';
import { countAttempt, forgetAttempts } from './attempts.ts';
import { changePassword, isDemo } from './service.ts';
import { endSession, sessionsOf } from './sessions.ts';

const SessionName = v.pipe(v.string(), v.regex(/^[0-9a-f]{16}$/, 'There is no such session.'));

const viewOf = (who: Who): SignedInUser => {
  const { name, roles, personId, passwordIsGiven } = who;
  return { id: somebody(who), name, roles, personId, passwordIsGiven };
};

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

export function signInRoutes(context: Context): Router {
  const { database } = context;
  const routes = guarded();

  routes.get('/session', (request, response) => {
    answer(response, 'GET /session', viewOf(whoOf(request)));
  });

  routes.get('/demo-accounts', async (_request, response) => {
    const accounts = (await isDemo(database))
      ? DEMO_USERS.map(({ username, name, password, role }) => ({ username, name, password, role }))
      : [];
    answer(response, 'GET /demo-accounts', { accounts });
  });

  routes.post('/session', async (request, response) => {
    const { username, password } = valid(SignInRequest, request.body);
    const caller = { account: username, address: request.ip ?? 'unknown' };
    await countAttempt(database, caller);
    const user = await checkPassword(database, username, password);
    const who = user === null ? undefined : await findWho(database, user.id);
    if (user === null || who === undefined)
      throw new Problem(401, 'wrong-sign-in', 'That user name and password do not go together.');
    await forgetAttempts(database, caller, user.id);
    await begin(request, user.id);
    answer(response, 'POST /session', viewOf(who));
  });

  routes.delete('/session', (request, response, next) => {
    request.session.destroy((error) => {
      if (error) return next(error);
      response.clearCookie('heath').status(204).end();
    });
  });

  routes.put('/password', async (request, response) => {
    const wish = valid(ChangePasswordRequest, request.body);
    const user = await changePassword(context, whoOf(request), wish, request.ip ?? 'unknown');
    // Whoever had the old password is out, on every other browser; this one goes on.
    await endSession(database, user.id, null);
    await begin(request, user.id);
    response.status(204).end();
  });

  routes.get('/sessions', async (request, response) => {
    const sessions = await sessionsOf(database, somebody(whoOf(request)), request.sessionID);
    answer(response, 'GET /sessions', { sessions });
  });

  routes.delete('/sessions/:session', async (request, response) => {
    const name = valid(SessionName, request.params.session);
    if (!(await endSession(database, somebody(whoOf(request)), name)))
      throw new Problem(404, 'not-found', 'There is no such session.');
    response.status(204).end();
  });

  return routes.router;
}
