import { type Instant, instantToIso } from '@heath/core';
import { desc, eq, lt } from 'drizzle-orm';
import type { Router } from 'express';
import * as v from 'valibot';
import { happened, user } from '../../database/schema/index.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { guarded } from '../../rights/guarded.ts';

const AT_ONCE = 200;

export function happenedRoutes({ database }: Context): Router {
  const routes = guarded();
  routes.get('/happened', async (request, response) => {
    const before = valid(v.optional(IdParam), request.query.before);
    const rows = await database
      .select({ row: happened, by: user.name })
      .from(happened)
      .leftJoin(user, eq(user.id, happened.userId))
      .where(before === undefined ? undefined : lt(happened.id, before))
      .orderBy(desc(happened.id))
      .limit(AT_ONCE);
    answer(response, 'GET /happened', {
      happened: rows.map(({ row: { userId: _, at, ...rest }, by }) => ({
        ...rest,
        at: instantToIso(at as Instant),
        by,
      })),
    });
  });
  return routes.router;
}
