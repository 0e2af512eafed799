import type { RequestHandler } from 'express';
import { Problem } from '../base/problem.ts';

/**
 * Lets only requests pass that were meant for one of these addresses. A page of somebody else's that had its own name lead here would
 * otherwise be served as if it were Heath's.
 */
export function forTheseHosts(origins: readonly string[]): RequestHandler {
  const hosts = new Set(origins.map((origin) => new URL(origin).host));
  return (request, _response, next) => {
    // `host` heeds the proxy that is trusted; the port of a scheme is left out by browsers.
    const { host } = request;
    if (host !== undefined && hosts.has(host.toLowerCase())) return next();
    throw new Problem(
      421,
      'wrong-host',
      'Heath is not reached under this address. Whoever runs it can add it to HEATH_ORIGIN.',
    );
  };
}

/** Refuses writes that another site's page sent. */
export function fromTheseOrigins(origins: readonly string[]): RequestHandler {
  const allowed = new Set(origins);
  return (request, _response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD') return next();
    const { origin } = request.headers;
    if (origin !== undefined && allowed.has(origin)) return next();
    if (origin === undefined && request.headers['sec-fetch-site'] === 'same-origin') return next();
    throw new Problem(403, 'other-origin', 'This write did not come from a page of Heath.');
  };
}

/** What a browser or a proxy must not keep: whose hours they are, and what is paid. */
export const notKept: RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};

/**
 * Lets nobody ask as somebody who may not sign in any more: their session is over. Who asks was read with the session, anew for each
 * request, so that what is taken from somebody is gone at once.
 */
export const asWhoTheyAreNow: RequestHandler = (request, _response, next) => {
  if (request.session.userId === undefined) request.who = undefined;
  else if (request.who === undefined) return request.session.regenerate(next);
  next();
};
