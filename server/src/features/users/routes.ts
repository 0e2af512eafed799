import { userOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { addUser, changeUser, listUsers } from './service.ts';

export const userRoutes = (context: Context): Router =>
  serve(context, userOperations, {
    users: async () => ({ users: await listUsers(context) }),
    addUser: ({ who, write, body }) => addUser(context, who, write, body),
    changeUser: ({ who, write, params, body }) => changeUser(context, who, write, params.user, body),
  });
