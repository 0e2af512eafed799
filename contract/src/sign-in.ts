import * as v from 'valibot';
import { accountName } from './account-name.ts';
import type { Role } from './users.ts';

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

/** GET /api/session and the reply to signing in. */
export interface SignedInUser {
  readonly id: number;
  readonly name: string;
  readonly roles: readonly Role[];
  /** Whose card is their own. */
  readonly personId: number | null;
  /** Somebody else chose the password: nothing is done before it is changed. */
  readonly passwordIsGiven: boolean;
}

/** GET /api/demo-accounts: as whom the demo can be tried; nobody, where this is no demo. */
export interface DemoAccountsReply {
  readonly accounts: readonly {
    readonly username: string;
    readonly name: string;
    readonly password: string;
    readonly role: Role;
  }[];
}

/** GET /api/sessions: those of whoever asks. */
export interface SessionsReply {
  readonly sessions: readonly {
    readonly id: string;
    /** The browser, as it calls itself. */
    readonly agent: string;
    /** ISO 8601 instants of real time. */
    readonly startedAt: string;
    readonly endsAt: string;
    /** The one that asks. */
    readonly current: boolean;
  }[];
}
