import type { SignedInUser } from '@heath/contract';
import { Suspense, useState } from 'react';
import { Navigate, useLocation } from 'react-router';
import { problemOf } from '../api/requests/base.ts';
import { useSessionQuery } from '../api/session.ts';
import { NotYet } from '../ui/notices/NotYet.tsx';
import { lazyPart } from '../ui/screen/part.ts';
import { writeAs } from '../ui/text/format.ts';

const Shell = lazyPart(async () => (await import('./Shell.tsx')).Shell);

/** The application in somebody's way of writing. Keyed by it: whoever chooses another sees every screen drawn anew. */
function Written({ user }: { user: SignedInUser }) {
  // Before anything is drawn, and once.
  useState(() => writeAs(user.writing, user.siteZone));
  return <Shell user={user} />;
}

/** Sends people who are not signed in to sign in, and back to where they were; they do not wait for what stands around every screen. */
export function Guard() {
  const { data: user, error, refetch } = useSessionQuery();
  const location = useLocation();
  if (user !== undefined)
    return (
      <Suspense fallback={null}>
        <Written key={JSON.stringify([user.writing, user.siteZone])} user={user} />
      </Suspense>
    );
  if (error === undefined || problemOf(error).type !== 'signed-out')
    return <NotYet what="Heath" error={error} again={() => void refetch()} />;
  return <Navigate to={`/sign-in?then=${encodeURIComponent(location.pathname + location.search)}`} replace />;
}
