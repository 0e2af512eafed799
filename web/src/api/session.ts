import type { SignedInUser, SignInRequest } from '@heath/contract';
import { api } from './base.ts';

export const { useSessionQuery, useSignInMutation, useSignOutMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    session: build.query<SignedInUser, void>({ query: () => '/session', providesTags: ['session'] }),
    signIn: build.mutation<SignedInUser, SignInRequest>({
      query: (body) => ({ url: '/session', method: 'POST', body }),
      invalidatesTags: ['session'],
    }),
    signOut: build.mutation<void, void>({ query: () => ({ url: '/session', method: 'DELETE' }) }),
  }),
});
