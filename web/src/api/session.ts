import { type ChangePasswordRequest, type SignInRequest, signInOperations } from '@heath/contract';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

const ops = signInOperations;

export const {
  useSessionQuery,
  useSignInMutation,
  useSignOutMutation,
  useChangePasswordMutation,
  useSessionsQuery,
  useEndSessionMutation,
  useDemoAccountsQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    session: build.query(callAlone(ops.session)),
    demoAccounts: build.query(callAlone(ops.demoAccounts)),
    signIn: build.mutation(call(ops.signIn, (body: SignInRequest) => ({ body }))),
    signOut: build.mutation(callAlone(ops.signOut)),
    changePassword: build.mutation(call(ops.changePassword, (body: ChangePasswordRequest) => ({ body }))),
    sessions: build.query(callAlone(ops.sessions)),
    endSession: build.mutation(call(ops.endSession, (session: string) => ({ params: { session } }))),
  }),
});
