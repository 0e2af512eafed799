import { healthOperations } from '@heath/contract';
import { sql } from 'drizzle-orm';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { SENT, serve } from '../../http/serve.ts';

/** Answers 200 when this server and its database are ready, 503 while the database is not. */
export const healthRoutes = (context: Context): Router =>
  serve(context, healthOperations, {
    async health({ response }) {
      try {
        await context.database.execute(sql`SELECT 1`);
        return { status: context.disk.state()?.full ? ('disk full' as const) : ('ready' as const) };
      } catch {
        response.status(503).json({ status: 'database not ready' });
        return SENT;
      }
    },
  });
