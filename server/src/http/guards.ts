import type { RequestHandler } from 'express';
import { Problem } from './problem.ts';

/** Refuses writes that another site's page sent. */
export const sameOrigin: RequestHandler = (request, _response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  const { origin } = request.headers;
  const host = origin === undefined ? undefined : URL.canParse(origin) ? new URL(origin).host : '';
  if (host === request.headers.host) return next();
  if (host === undefined && request.headers['sec-fetch-site'] === 'same-origin') return next();
  throw new Problem(403, 'other-origin', 'This write did not come from a page of Heath.');
};

/** Lets only signed-in users pass. */
export const signedIn: RequestHandler = (request, _response, next) => {
  if (request.session.user === undefined) throw new Problem(401, 'signed-out', 'Sign in first.');
  next();
};
