import { desc } from 'drizzle-orm';
import type { Router } from 'express';
import { isSealed } from '../../computing/cards.ts';
import { payGroup, period } from '../../database/schema/index.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded } from '../../rights/guarded.ts';

export function periodRoutes({ database }: Context): Router {
  const routes = guarded();
  routes.get('/periods', async (_request, response) => {
    const groups = await database
      .select({ id: payGroup.id, name: payGroup.name })
      .from(payGroup)
      .orderBy(payGroup.name);
    const columns = { id: period.id, firstDay: period.firstDay, lastDay: period.lastDay };
    const rows = await database.select(columns).from(period).orderBy(desc(period.firstDay));
    const sealed = new Set(
      (await database.select({ id: period.id }).from(period).where(isSealed)).map(({ id }) => id),
    );
    const periods = rows.map(({ id, firstDay, lastDay }) => ({
      id,
      firstDay,
      lastDay,
      sealed: sealed.has(id),
    }));
    answer(response, 'GET /periods', { groups, periods });
  });
  return routes.router;
}
