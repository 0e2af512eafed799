import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { cardRoutes } from './features/cards/routes.ts';
import { handoffRoutes } from './features/handoff/routes.ts';
import { healthRoutes } from './features/health/routes.ts';
import { importRoutes } from './features/imports/routes.ts';
import { payCodeRoutes } from './features/pay-codes/routes.ts';
import { periodRoutes } from './features/periods/routes.ts';
import { settleRoutes } from './features/settle/routes.ts';
import { signInRoutes } from './features/sign-in/routes.ts';
import { SESSION_SECONDS, type SessionStore } from './features/sign-in/session-store.ts';
import type { Context } from './http/context.ts';
import { sameOrigin, signedIn } from './http/guards.ts';
import { notFound, sendProblem } from './http/problem.ts';

/** The whole application: its API under /api and its pages everywhere else. */
export function createApp(
  context: Context,
  sessions: SessionStore,
  secret: string,
  webFolder: string,
): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use(
    pinoHttp({
      logger: context.log,
      autoLogging: { ignore: (request) => !request.url?.startsWith('/api/') },
      // Never a cookie, a body or a whole card.
      serializers: { req: ({ method, url }) => ({ method, url }), res: ({ statusCode }) => ({ statusCode }) },
    }),
  );
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: { 'style-src': ["'self'", "'unsafe-inline'"], 'upgrade-insecure-requests': null },
      },
      // Served over plain HTTP on loopback; whoever puts TLS before it adds this there.
      strictTransportSecurity: false,
    }),
  );
  // Quick rather than small: replies are many and the wire is short.
  app.use(compression({ level: 1, threshold: '100kb' }));

  const api = express.Router();
  api.use(healthRoutes(context));
  api.use(
    session({
      name: 'heath',
      secret,
      store: sessions,
      resave: false,
      saveUninitialized: false,
      cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: SESSION_SECONDS * 1000 },
    }),
  );
  api.use(sameOrigin);
  api.use(express.json({ limit: '200kb' }));
  api.use(signInRoutes(context));
  api.use(signedIn);
  api.use(periodRoutes(context));
  api.use(importRoutes(context));
  api.use(cardRoutes(context));
  api.use(settleRoutes(context));
  api.use(payCodeRoutes(context));
  api.use(handoffRoutes(context));
  api.use(notFound);
  app.use('/api', api);

  if (existsSync(webFolder)) {
    app.use(express.static(webFolder, { index: false, maxAge: '1y', immutable: true }));
    app.get('/{*path}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'), { maxAge: 0 });
    });
  }
  app.use(sendProblem);
  return app;
}
