import type { PeriodsReply } from '@heath/contract';
import { workdayToIso } from '@heath/core';
import { desc, eq } from 'drizzle-orm';
import { Router } from 'express';
import { handoff, payGroup, period } from '../../database/schema.ts';
import type { Context } from '../../http/context.ts';

export function periodRoutes({ database }: Context): Router {
  const routes = Router();
  routes.get('/periods', async (_request, response) => {
    const groups = await database
      .select({ id: payGroup.id, name: payGroup.name })
      .from(payGroup)
      .orderBy(payGroup.name);
    const rows = await database
      .select({ id: period.id, firstDay: period.firstDay, lastDay: period.lastDay, handoff: handoff.id })
      .from(period)
      .leftJoin(handoff, eq(handoff.periodId, period.id))
      .orderBy(desc(period.firstDay));
    const periods = rows.map((row) => ({
      id: row.id,
      firstDay: workdayToIso(row.firstDay),
      lastDay: workdayToIso(row.lastDay),
      sealed: row.handoff !== null,
    }));
    response.json({ groups, periods } satisfies PeriodsReply);
  });
  return routes;
}
