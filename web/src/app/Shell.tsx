import { has } from '@heath/contract';
import { lazy, Suspense, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, Navigate, NavLink, Outlet, useLocation, useNavigation } from 'react-router';
import { Toaster } from 'sonner';
import { api, problemOf } from '../api/base.ts';
import { useSessionQuery, useSignOutMutation } from '../api/session.ts';
import { TaskNotices } from '../features/tasks/index.ts';
import { HeathMark } from '../ui/HeathMark.tsx';
import { Kbd } from '../ui/Kbd.tsx';
import { useKey } from '../ui/useKey.ts';
import { useAppDispatch } from './hooks.ts';

const FindDialog = lazy(() => import('./FindDialog.tsx'));
const KeysDialog = lazy(() => import('./KeysDialog.tsx'));

const SCREENS = [
  { to: '/punches', name: 'Punches', right: 'see imports' },
  { to: '/cards', name: 'Time cards', right: 'see cards' },
  { to: '/handoff', name: 'Handoff', right: 'see pay' },
  { to: '/pay-codes', name: 'Pay codes', right: 'see pay' },
] as const;

/** The bar above every screen; sends people who are not signed in to sign in, and back to where they were. */
export function Shell() {
  const { data: user, error, isLoading } = useSessionQuery();
  const location = useLocation();
  const navigation = useNavigation();
  const [dialog, setDialog] = useState<'find' | 'keys' | null>(null);
  useHotkeys('mod+k', () => setDialog('find'), { preventDefault: true, enableOnFormTags: true });
  useKey('?', () => setDialog('keys'));

  if (isLoading) return null;
  if (user === undefined) {
    const problem = problemOf(error);
    if (problem.type !== 'signed-out') return <p className="p-6 text-ember">{problem.title}</p>;
    return (
      <Navigate to={`/sign-in?then=${encodeURIComponent(location.pathname + location.search)}`} replace />
    );
  }
  const screens = user.passwordIsGiven ? [] : SCREENS.filter(({ right }) => has(user.roles, right));
  // Whoever must choose a password first, or sees no cards, begins with their account.
  const seesCards = screens.some(({ to }) => to === '/cards');
  const isElsewhere = location.pathname !== '/account';
  if (isElsewhere && (user.passwordIsGiven || (location.pathname === '/cards' && !seesCards)))
    return <Navigate to="/account" replace />;
  // The period is kept from screen to screen.
  const period = new URLSearchParams(location.search).get('period');
  const suffix = period === null ? '' : `?period=${period}`;
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-bar shrink-0 items-center gap-7 bg-peat px-5 text-on-peat">
        <HeathMark />
        <nav className="flex gap-5 text-body">
          {screens.map(({ to, name }) => (
            <NavLink
              key={to}
              to={to + suffix}
              className={({ isActive }) =>
                `flex h-bar items-center ${isActive ? 'text-on-peat picked-screen' : 'text-on-peat-soft hover:text-on-peat'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        {navigation.state === 'loading' && <span className="text-note text-on-peat-soft">Opening…</span>}
        <button
          type="button"
          onClick={() => setDialog('find')}
          className="ml-auto flex w-62.5 justify-between rounded-control bg-peat-light px-2.5 py-1 text-note text-on-peat-soft"
        >
          <span>Find a person or screen</span>
          <span>Ctrl K</span>
        </button>
        <button
          type="button"
          onClick={() => setDialog('keys')}
          aria-label="Keys of this screen"
          className="text-on-peat-soft"
        >
          <Kbd>?</Kbd>
        </button>
        <UserButton name={user.name} />
      </header>
      {has(user.roles, 'see work') && !user.passwordIsGiven && <TaskNotices />}
      <Outlet />
      <Toaster
        position="bottom-right"
        toastOptions={{
          style: {
            background: 'var(--color-peat)',
            color: 'var(--color-on-peat)',
            border: 'none',
            fontFamily: 'var(--font-sans)',
          },
          actionButtonStyle: { background: 'var(--color-heather-bright)', color: 'var(--color-peat)' },
        }}
      />
      <Suspense fallback={null}>
        {dialog === 'find' && <FindDialog screens={screens} onClose={() => setDialog(null)} />}
        {dialog === 'keys' && <KeysDialog path={location.pathname} onClose={() => setDialog(null)} />}
      </Suspense>
    </div>
  );
}

function UserButton({ name }: { name: string }) {
  const [signOut] = useSignOutMutation();
  const dispatch = useAppDispatch();
  const initials = name
    .split(' ')
    .map((part) => part[0])
    .join('')
    .slice(0, 2);
  const leave = async () => {
    await signOut();
    dispatch(api.util.resetApiState());
  };
  return (
    <details className="relative">
      <summary className="grid h-7 w-7 list-none place-items-center rounded-full bg-heather-bright text-fine font-semibold text-peat">
        {initials}
        <span className="sr-only">, signed in as {name}</span>
      </summary>
      <div className="absolute right-0 top-9 z-20 w-44 rounded-control border border-rule bg-sheet p-2 text-ink shadow-lg">
        <p className="px-2 py-1 text-soft">{name}</p>
        <Link to="/account" className="block rounded px-2 py-1 hover:bg-heather-wash">
          Your account
        </Link>
        <button
          type="button"
          onClick={leave}
          className="w-full rounded px-2 py-1 text-left hover:bg-heather-wash"
        >
          Sign out
        </button>
      </div>
    </details>
  );
}
