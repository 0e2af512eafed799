import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { AddUserRequest, ChangeUserRequest, UserReply, UsersReply } from './schemas.ts';

export const userOperations = {
  users: defineOperation({
    method: 'GET',
    path: '/users',
    says: 'Users with their roles and reach.',
    asks: 'keep users',
    gives: UsersReply,
    status: 200,
  }),
  addUser: defineOperation({
    method: 'POST',
    path: '/users',
    says: 'Adds a user, with a password that is told this once.',
    asks: 'keep users',
    takes: AddUserRequest,
    example: {
      body: {
        username: 'signe',
        name: 'Signe Holm',
        roles: ['auditor'],
        reach: { all: true, groups: [], sites: [], departments: [], reports: false, self: false },
        personId: null,
      },
    },
    gives: UserReply,
    touches: 'nobody',
    makesStale: [],
    status: 201,
  }),
  changeUser: defineOperation({
    method: 'PUT',
    path: '/users/:user',
    says: 'Changes what a user may do and see, ends the account, or gives a new password.',
    asks: 'keep users',
    params: { user: IdParam },
    takes: ChangeUserRequest,
    example: {
      body: {
        roles: ['auditor'],
        reach: { all: true, groups: [], sites: [], departments: [], reports: false, self: false },
        personId: null,
        ended: false,
        newPassword: false,
      },
    },
    gives: UserReply,
    touches: 'nobody',
    makesStale: [],
    status: 200,
  }),
} as const;
