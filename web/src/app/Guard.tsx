import { lazy, Suspense } from 'react';
import { Navigate, useLocation } from 'react-router';
import { problemOf } from '../api/base.ts';
import { useSessionQuery } from '../api/session.ts';

const Shell = lazy(async () => ({ default: (await import('./Shell.tsx')).Shell }));

/** Sends people who are not signed in to sign in, and back to where they were; they do not wait for what stands around every screen. */
export function Guard() {
  const { data: user, error, isLoading } = useSessionQuery();
  const location = useLocation();
  if (isLoading) return null;
  if (user !== undefined)
    return (
      <Suspense fallback={null}>
        <Shell user={user} />
      </Suspense>
    );
  const problem = problemOf(error);
  if (problem.type !== 'signed-out') return <p className="p-6 text-ember">{problem.title}</p>;
  return <Navigate to={`/sign-in?then=${encodeURIComponent(location.pathname + location.search)}`} replace />;
}
