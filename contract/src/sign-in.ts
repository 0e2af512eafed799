import * as v from 'valibot';

/** A user name as it is kept, compared and counted: in one Unicode form, without space around it, in small letters. */
export const accountName = (typed: string): string => typed.normalize('NFKC').trim().toLowerCase();

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

/** GET /api/session and the reply to signing in. */
export interface SignedInUser {
  readonly id: number;
  readonly name: string;
}
