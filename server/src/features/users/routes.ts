import { AddUserRequest, ChangeUserRequest } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { writeOf } from '../../http/write.ts';
import { addUser, changeUser, listUsers } from './service.ts';

export function userRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/users', async (_request, response) => {
    answer(response, 'GET /users', { users: await listUsers(context) });
  });
  routes.post('/users', async (request, response) => {
    const wanted = valid(AddUserRequest, request.body);
    answer(response, 'POST /users', await addUser(context, whoOf(request), writeOf(request), wanted));
  });
  routes.put('/users/:user', async (request, response) => {
    const id = valid(IdParam, request.params.user);
    const wanted = valid(ChangeUserRequest, request.body);
    const changed = await changeUser(context, whoOf(request), writeOf(request), id, wanted);
    answer(response, 'PUT /users/:user', changed);
  });
  return routes.router;
}
