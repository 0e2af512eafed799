import { sql } from 'drizzle-orm';
import type { Router } from 'express';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded } from '../../http/guarded.ts';

/** Answers 200 when this server and its database are ready, 503 while the database is not. */
export function healthRoutes({ database, disk }: Context): Router {
  const routes = guarded();
  routes.get('/health', async (_request, response) => {
    try {
      await database.execute(sql`SELECT 1`);
      answer(response, 'GET /health', { status: disk.state()?.full ? 'disk full' : 'ready' });
    } catch {
      response.status(503).json({ status: 'database not ready' });
    }
  });
  return routes.router;
}
