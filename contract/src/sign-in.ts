import * as v from 'valibot';

/** POST /api/session */
export const SignInRequest = v.object({
  username: v.pipe(
    v.string('Type your user name.'),
    v.trim(),
    v.minLength(1, 'Type your user name.'),
    v.maxLength(64),
  ),
  password: v.pipe(v.string('Type your password.'), v.minLength(1, 'Type your password.'), v.maxLength(256)),
});
export type SignInRequest = v.InferOutput<typeof SignInRequest>;

/** GET /api/session and the reply to signing in. */
export interface SignedInUser {
  readonly id: number;
  readonly name: string;
}
