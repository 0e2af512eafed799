import { type SignedInUser, SignInRequest } from '@heath/contract';
import { Router } from 'express';
import { realSeconds } from '../../clock.ts';
import type { Context } from '../../http/context.ts';
import { Problem, valid } from '../../http/problem.ts';
import { countAttempt, forgetAttempts } from './attempts.ts';
import { checkPassword } from './service.ts';

export function signInRoutes({ database }: Context): Router {
  const routes = Router();

  routes.get('/session', (request, response) => {
    if (request.session.user === undefined) throw new Problem(401, 'signed-out', 'Sign in first.');
    response.json(request.session.user satisfies SignedInUser);
  });

  routes.post('/session', async (request, response) => {
    const { username, password } = valid(SignInRequest, request.body);
    const caller = { account: username, address: request.ip ?? 'unknown' };
    await countAttempt(database, caller);
    const user = await checkPassword(database, username, password);
    if (user === null)
      throw new Problem(401, 'wrong-sign-in', 'That user name and password do not go together.');
    await forgetAttempts(database, caller, user.id);
    // A new session id at sign-in, so that one planted before is worth nothing.
    await new Promise<void>((resolve, reject) =>
      request.session.regenerate((error) => (error ? reject(error) : resolve())),
    );
    request.session.user = user;
    request.session.since = realSeconds();
    response.json(user satisfies SignedInUser);
  });

  routes.delete('/session', (request, response, next) => {
    request.session.destroy((error) => {
      if (error) return next(error);
      response.clearCookie('heath').status(204).end();
    });
  });

  return routes;
}
