import * as v from 'valibot';
import { list } from '../shared/list.ts';
import { ROLES } from '../users/schemas.ts';
import { WritingSchema } from '../writing/schemas.ts';
import { accountName } from './account-name.ts';

/** POST /api/session */
export const SignInRequest = v.object(
  {
    username: v.pipe(
      v.string('Type your user name.'),
      v.maxLength(256, 'A user name has at most 64 characters.'),
      v.transform(accountName),
      v.minLength(1, 'Type your user name.'),
      v.maxLength(64, 'A user name has at most 64 characters.'),
    ),
    password: v.pipe(
      v.string('Type your password.'),
      v.minLength(1, 'Type your password.'),
      v.maxLength(256, 'A password has at most 256 characters.'),
    ),
  },
  'Send a user name and a password.',
);
export type SignInRequest = v.InferOutput<typeof SignInRequest>;

/** PUT /api/password */
export const ChangePasswordRequest = v.object(
  {
    current: v.pipe(
      v.string('Type your present password.'),
      v.minLength(1, 'Type your present password.'),
      v.maxLength(256, 'A password has at most 256 characters.'),
    ),
    wanted: v.pipe(
      v.string('Type a new password.'),
      v.minLength(12, 'A password has at least 12 characters.'),
      v.maxLength(128, 'A new password has at most 128 characters.'),
    ),
  },
  'Send the present password and a new one.',
);
export type ChangePasswordRequest = v.InferOutput<typeof ChangePasswordRequest>;

const id = v.pipe(v.number(), v.integer());

/** GET /api/session and the reply to signing in. */
export const SignedInUser = v.strictObject({
  id,
  name: v.string(),
  roles: list(v.picklist(ROLES)),
  /** Whose card is their own. */
  personId: v.nullable(id),
  /** Somebody else chose the password: nothing is done before it is changed. */
  passwordIsGiven: v.boolean(),
  /** How things are written for them. */
  writing: WritingSchema,
  /** IANA name of the zone that most of the sites lie in; null where there is no site. */
  siteZone: v.nullable(v.string()),
});
export type SignedInUser = v.InferOutput<typeof SignedInUser>;

/** GET /api/demo-accounts: as whom the demo can be tried; nobody, where this is no demo. */
export const DemoAccountsReply = v.strictObject({
  accounts: list(
    v.strictObject({
      username: v.string(),
      name: v.string(),
      password: v.string(),
      role: v.picklist(ROLES),
    }),
  ),
});
export type DemoAccountsReply = v.InferOutput<typeof DemoAccountsReply>;

/** GET /api/sessions: those of whoever asks. */
export const SessionsReply = v.strictObject({
  sessions: list(
    v.strictObject({
      id: v.string(),
      /** The browser, as it calls itself. */
      agent: v.string(),
      /** ISO 8601 instants of real time. */
      startedAt: v.pipe(v.string(), v.isoTimestamp()),
      endsAt: v.pipe(v.string(), v.isoTimestamp()),
      /** The one that asks. */
      current: v.boolean(),
    }),
  ),
});
export type SessionsReply = v.InferOutput<typeof SessionsReply>;

/** A session in an address. */
export const SessionParam = v.pipe(v.string(), v.regex(/^[0-9a-f]{16}$/, 'There is no such session.'));
