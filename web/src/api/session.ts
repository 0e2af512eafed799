import type {
  ChangePasswordRequest,
  DemoAccountsReply,
  SessionsReply,
  SignedInUser,
  SignInRequest,
} from '@heath/contract';
import { api } from './base.ts';

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
    session: build.query<SignedInUser, void>({ query: () => '/session', providesTags: ['session'] }),
    demoAccounts: build.query<DemoAccountsReply, void>({ query: () => '/demo-accounts' }),
    signIn: build.mutation<SignedInUser, SignInRequest>({
      query: (body) => ({ url: '/session', method: 'POST', body }),
      invalidatesTags: ['session'],
    }),
    signOut: build.mutation<void, void>({ query: () => ({ url: '/session', method: 'DELETE' }) }),
    changePassword: build.mutation<void, ChangePasswordRequest>({
      query: (body) => ({ url: '/password', method: 'PUT', body }),
      invalidatesTags: ['session'],
    }),
    sessions: build.query<SessionsReply, void>({ query: () => '/sessions', providesTags: ['session'] }),
    endSession: build.mutation<void, string>({
      query: (id) => ({ url: `/sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: ['session'],
    }),
  }),
});
