import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type RequestHandler, type Router } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { tellError } from './base/log.ts';
import type { Config } from './config.ts';
import { amountRoutes } from './features/amounts/routes.ts';
import { approvalRoutes } from './features/approvals/routes.ts';
import { auditEventRoutes } from './features/audit-events/routes.ts';
import { badgeRoutes } from './features/badges/routes.ts';
import { cardRoutes } from './features/cards/routes.ts';
import { correctionRoutes } from './features/corrections/routes.ts';
import { dayRoutes } from './features/days/routes.ts';
import { differenceRoutes } from './features/differences/routes.ts';
import { exceptionRoutes } from './features/exceptions/routes.ts';
import { finderRoutes } from './features/finder/routes.ts';
import { handoffRoutes } from './features/handoff/routes.ts';
import { healthRoutes } from './features/health/routes.ts';
import { historyRoutes } from './features/history/routes.ts';
import { importRoutes } from './features/imports/routes.ts';
import { layoutRoutes } from './features/layouts/routes.ts';
import { leaveKindRoutes } from './features/leave-kinds/routes.ts';
import { mappingRoutes } from './features/mapping/routes.ts';
import { payCodeRoutes } from './features/pay-codes/routes.ts';
import { periodRoutes } from './features/periods/routes.ts';
import { placeRoutes } from './features/places/routes.ts';
import { printedCardRoutes } from './features/printed-cards/routes.ts';
import { punchRoutes } from './features/punches/routes.ts';
import { questionRoutes } from './features/questions/routes.ts';
import { reasonRoutes } from './features/reasons/routes.ts';
import { reportRoutes } from './features/reports/routes.ts';
import { rulebookRoutes } from './features/rulebooks/routes.ts';
import { signInRoutes } from './features/sign-in/routes.ts';
import { SESSION_SECONDS, type SessionStore, untilLastDay } from './features/sign-in/session-store.ts';
import { taskRoutes } from './features/tasks/routes.ts';
import { userRoutes } from './features/users/routes.ts';
import { writingRoutes } from './features/writing/routes.ts';
import type { Context } from './http/context.ts';
import { asWhoTheyAreNow, forTheseHosts, fromTheseOrigins, notKept } from './http/guards.ts';
import { notFound, sendProblem } from './http/send-problem.ts';

/** The routes of every feature that asks who somebody is. */
const ROUTES: readonly ((context: Context) => Router)[] = [
  signInRoutes,
  periodRoutes,
  importRoutes,
  cardRoutes,
  printedCardRoutes,
  dayRoutes,
  exceptionRoutes,
  correctionRoutes,
  historyRoutes,
  finderRoutes,
  punchRoutes,
  questionRoutes,
  placeRoutes,
  reasonRoutes,
  amountRoutes,
  reportRoutes,
  leaveKindRoutes,
  rulebookRoutes,
  payCodeRoutes,
  mappingRoutes,
  layoutRoutes,
  handoffRoutes,
  differenceRoutes,
  approvalRoutes,
  badgeRoutes,
  userRoutes,
  writingRoutes,
  auditEventRoutes,
  taskRoutes,
];

/** The whole application: its API under /api and its pages everywhere else. */
export function createApp(
  context: Context,
  sessions: SessionStore,
  secret: string,
  { webFolder, origins, trustProxy }: Pick<Config, 'webFolder' | 'origins' | 'trustProxy'>,
): Express {
  const app = express();
  app.disable('x-powered-by');
  // No reply of the API is kept, so none needs a mark to know it by again.
  app.disable('etag');
  app.set('trust proxy', trustProxy);
  app.set('query parser', 'simple');
  app.use(loggedBy(context));
  app.use(withHeaders());
  // Quick rather than small: replies are many and the wire is short.
  app.use(compression({ level: 1, threshold: '100kb' }));

  const api = express.Router();
  api.use(notKept);
  api.use(healthRoutes(context));
  api.use(forTheseHosts(origins));
  api.use(
    session({
      name: 'heath',
      secret,
      store: sessions,
      resave: false,
      saveUninitialized: false,
      // A session in use is put off with every request.
      rolling: true,
      cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: SESSION_SECONDS * 1000 },
    }),
  );
  api.use(untilLastDay);
  api.use(fromTheseOrigins(origins));
  api.use(express.json({ limit: '200kb' }));
  api.use(asWhoTheyAreNow);
  for (const routes of ROUTES) api.use(routes(context));
  api.use(notFound);
  app.use('/api', api);

  app.use(forTheseHosts(origins));
  if (existsSync(webFolder)) {
    app.use(express.static(webFolder, { index: false, maxAge: '1y', immutable: true }));
    app.get('/{*path}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'), { maxAge: 0 });
    });
  }
  app.use(sendProblem);
  return app;
}

/** Logs each request of the API, without its cookies, its body or a whole card. */
const loggedBy = ({ log }: Context): RequestHandler =>
  pinoHttp({
    logger: log,
    autoLogging: { ignore: (request) => !request.url?.startsWith('/api/') },
    serializers: {
      req: ({ method, url }) => ({ method, url }),
      res: ({ statusCode }) => ({ statusCode }),
      err: (error) => tellError(error),
    },
    wrapSerializers: false,
  });

const withHeaders = (): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      directives: { 'style-src': ["'self'", "'unsafe-inline'"], 'upgrade-insecure-requests': null },
    },
    // Served over plain HTTP on loopback; whoever puts TLS before it adds this there.
    strictTransportSecurity: false,
  });
