import { has } from '@heath/contract';
import { type Instant, instantToIso } from '@heath/core';
import { and, desc, eq, lt } from 'drizzle-orm';
import type { Router } from 'express';
import * as v from 'valibot';
import { IdParam, valid } from '../../base/problem.ts';
import { happened, user } from '../../database/schema/index.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import type { Who } from '../../rights/who.ts';

const AT_ONCE = 200;

/** What an administrator keeps. */
const OF_ADMINISTRATORS = ['user', 'session', 'setting'];

/** Whoever may see no card sees that something happened to one, and not what: no hours, no answers to questions. */
const maySee = ({ roles, reach }: Who, about: string): boolean =>
  OF_ADMINISTRATORS.includes(about) || (has(roles, 'see cards') && reach.all) || !has(roles, 'keep users');

export function happenedRoutes({ database }: Context): Router {
  const routes = guarded();
  routes.get('/happened', async (request, response) => {
    const who = whoOf(request);
    const before = valid(v.optional(IdParam), request.query.before);
    const rows = await database
      .select({ row: happened, by: user.name })
      .from(happened)
      .leftJoin(user, eq(user.id, happened.userId))
      .where(
        and(
          before === undefined ? undefined : lt(happened.id, before),
          // What happened to others cannot be cut to a reach.
          who.reach.all || has(who.roles, 'keep users') ? undefined : eq(happened.userId, who.userId ?? 0),
        ),
      )
      .orderBy(desc(happened.id))
      .limit(AT_ONCE);
    answer(response, 'GET /happened', {
      happened: rows.map(({ row: { userId: _, at, ...rest }, by }) => ({
        ...rest,
        ...(maySee(who, rest.about) ? {} : { before: null, after: null }),
        at: instantToIso(at as Instant),
        by,
      })),
    });
  });
  return routes.router;
}
