import * as v from 'valibot';
import { list } from '../shared/list.ts';
import { accountName } from '../sign-in/account-name.ts';

/**
 * What somebody may do: a specialist settles and hands off, a supervisor settles for those in reach, a person sees their own card, an
 * auditor reads, an administrator keeps users.
 */
export const ROLES = ['specialist', 'supervisor', 'person', 'auditor', 'administrator'] as const;
export type Role = (typeof ROLES)[number];

const id = (words: string) =>
  v.pipe(v.number(words), v.integer(words), v.minValue(1, words), v.maxValue(2_147_483_647, words));
const ids = (words: string) => v.pipe(v.array(id(words), words), v.maxLength(200, words));

/** Whose cards somebody may see: all, or those of groups, sites and departments, of whom they supervise, and their own. */
export const ReachSchema = v.object(
  {
    all: v.boolean('Say whether all cards are within reach.'),
    groups: ids('Give pay groups by their ids.'),
    sites: ids('Give sites by their ids.'),
    departments: ids('Give departments by their ids.'),
    reports: v.boolean('Say whether those of whom they supervise are within reach.'),
    self: v.boolean('Say whether their own card is within reach.'),
  },
  'Say whose cards are within reach.',
);
export type Reach = v.InferOutput<typeof ReachSchema>;

const roles = v.pipe(
  v.array(v.picklist(ROLES, `A role is one of ${ROLES.join(', ')}.`), 'Give the roles as a list.'),
  v.minLength(1, 'Give at least one role.'),
  v.maxLength(ROLES.length, 'Give each role once.'),
);
const personId = v.nullable(id('Give the id of a person, or null for somebody without a card.'));

/** POST /api/users */
export const AddUserRequest = v.object(
  {
    username: v.pipe(
      v.string('Give a user name.'),
      v.transform(accountName),
      v.minLength(1, 'Give a user name.'),
      v.maxLength(64, 'A user name has at most 64 characters.'),
    ),
    name: v.pipe(
      v.string('Give the name.'),
      v.trim(),
      v.minLength(1, 'Give the name.'),
      v.maxLength(120, 'A name has at most 120 characters.'),
    ),
    roles,
    reach: ReachSchema,
    personId,
  },
  'Send a user name, a name, roles and a reach.',
);
export type AddUserRequest = v.InferOutput<typeof AddUserRequest>;

/** PUT /api/users/:id */
export const ChangeUserRequest = v.object(
  {
    roles,
    reach: ReachSchema,
    personId,
    /** Nobody signs in as them any more. */
    ended: v.boolean('Say whether the account is ended.'),
    /** Their password is forgotten: they get one that opens nothing but the change of it. */
    newPassword: v.boolean('Say whether they get a new password.'),
  },
  'Send roles, a reach, and whether the account is ended.',
);
export type ChangeUserRequest = v.InferOutput<typeof ChangeUserRequest>;

export const UserView = v.object({
  id: v.number(),
  username: v.string(),
  name: v.string(),
  roles: list(v.picklist(ROLES)),
  reach: ReachSchema,
  personId: v.nullable(v.number()),
  ended: v.boolean(),
  /** When, as the sole administrator, they last gave themselves what touches pay; null where they did not. */
  gaveThemselves: v.nullable(v.pipe(v.string(), v.isoTimestamp())),
});
export type UserView = v.InferOutput<typeof UserView>;

/** GET /api/users */
export const UsersReply = v.object({ users: list(UserView) });
export type UsersReply = v.InferOutput<typeof UsersReply>;

/** The reply to POST and PUT: the user, and a password that was given, which is told this once. */
export const UserReply = v.object({ user: UserView, password: v.nullable(v.string()) });
export type UserReply = v.InferOutput<typeof UserReply>;
