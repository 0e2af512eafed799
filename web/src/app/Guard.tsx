import { lazy, Suspense } from 'react';
import { Navigate, useLocation } from 'react-router';
import { problemOf } from '../api/requests/base.ts';
import { useSessionQuery } from '../api/session.ts';
import { NotYet } from '../ui/notices/NotYet.tsx';

const Shell = lazy(async () => ({ default: (await import('./Shell.tsx')).Shell }));

/** Sends people who are not signed in to sign in, and back to where they were; they do not wait for what stands around every screen. */
export function Guard() {
  const { data: user, error, refetch } = useSessionQuery();
  const location = useLocation();
  if (user !== undefined)
    return (
      <Suspense fallback={null}>
        <Shell user={user} />
      </Suspense>
    );
  if (error === undefined || problemOf(error).type !== 'signed-out')
    return <NotYet what="Heath" error={error} again={() => void refetch()} />;
  return <Navigate to={`/sign-in?then=${encodeURIComponent(location.pathname + location.search)}`} replace />;
}
