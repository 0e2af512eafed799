import type { SignedInUser } from '@heath/contract';
import { has } from '@heath/contract';
import { Suspense, useEffect, useState } from 'react';
import { Navigate, NavLink, Outlet, useLocation, useNavigation } from 'react-router';
import { TaskNotices, WorkList } from '../features/tasks/index.ts';
import { redoLast, undoLast } from '../ui/notices/notices.ts';
import { type Feature, homeOf } from '../ui/screen/feature.ts';
import { useKey } from '../ui/screen/keys.ts';
import { lazyPart } from '../ui/screen/part.ts';
import { HeathMark } from '../ui/text/HeathMark.tsx';
import { Kbd } from '../ui/text/Kbd.tsx';
import { SaysLayer } from '../ui/text/Says.tsx';
import { EVERYWHERE, FEATURES, featureAt } from './features.ts';
import { UserMenu } from './UserMenu.tsx';

const FindDialog = lazyPart(async () => (await import('./FindDialog.tsx')).default);
const KeysDialog = lazyPart(async () => (await import('./KeysDialog.tsx')).default);

/** What stands around every screen, for whoever is signed in; those who see no cards begin with their account. */
export function Shell({ user }: { user: SignedInUser }) {
  const location = useLocation();
  const feature = featureAt(location.pathname);
  useEffect(() => {
    document.title = feature === undefined ? 'Heath' : `${feature.name} · Heath`;
  }, [feature]);
  const features = FEATURES.filter(({ right }) => mayOpen(user, right));
  // Whoever must choose a password first, or sees no cards, begins with their account.
  const isMissing = location.pathname === '/cards' && feature !== undefined && !features.includes(feature);
  if (location.pathname !== '/account' && (user.passwordIsGiven || isMissing))
    return <Navigate to="/account" replace />;
  return (
    <>
      <Frame user={user} feature={feature} features={features} />
      <SaysLayer />
    </>
  );
}

const mayOpen = (user: SignedInUser, right: Feature['right']): boolean =>
  right === null || (!user.passwordIsGiven && has(user.roles, right));

/** The bar above every screen, and what lies over it. */
function Frame({
  user,
  feature,
  features,
}: {
  user: SignedInUser;
  feature: Feature | undefined;
  features: readonly Feature[];
}) {
  const [dialog, setDialog] = useState<'find' | 'keys' | null>(null);
  useKey(EVERYWHERE.find, () => setDialog('find'));
  useKey(EVERYWHERE.keys, () => setDialog('keys'));
  useKey(EVERYWHERE.undo, () => void undoLast());
  useKey(EVERYWHERE.redo, () => void redoLast());
  const close = () => setDialog(null);
  const actions = features.flatMap((one) => one.actions).filter(({ right }) => mayOpen(user, right));
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-bar shrink-0 items-center gap-5 bg-peat px-5 text-on-peat max-md:gap-3 max-md:px-3 xl:gap-7">
        <HeathMark />
        <Screens features={features} />
        <button
          type="button"
          onClick={() => setDialog('find')}
          className="ml-auto flex min-w-0 max-w-62 flex-1 justify-between max-md:hidden gap-3 rounded-control bg-peat-light px-2.5 py-1 text-note text-on-peat-soft"
        >
          <span className="truncate">Find anything</span>
          <span className="shrink-0">{EVERYWHERE.find.press}</span>
        </button>
        <button
          type="button"
          onClick={() => setDialog('keys')}
          aria-label="Keys of this screen"
          className="text-on-peat-soft max-md:hidden"
        >
          <Kbd>{EVERYWHERE.keys.press}</Kbd>
        </button>
        {has(user.roles, 'see work') && !user.passwordIsGiven && <WorkList />}
        <UserMenu name={user.name} />
      </header>
      {has(user.roles, 'see work') && !user.passwordIsGiven && <TaskNotices />}
      <Outlet />
      <Suspense fallback={null}>
        {dialog === 'find' && <FindDialog features={features} actions={actions} onClose={close} />}
        {dialog === 'keys' && <KeysDialog feature={feature} onClose={close} />}
      </Suspense>
    </div>
  );
}

/** The screens in the bar. The period is kept from screen to screen. */
function Screens({ features }: { features: readonly Feature[] }) {
  const navigation = useNavigation();
  const period = new URLSearchParams(useLocation().search).get('period');
  const suffix = period === null ? '' : `?period=${period}`;
  return (
    <>
      <nav aria-label="Screens" className="flex gap-5 max-md:min-w-0 max-md:flex-1 max-md:overflow-x-auto">
        {features
          .filter(({ isInBar }) => isInBar)
          .map((feature) => (
            <NavLink
              key={feature.path}
              to={homeOf(feature) + suffix}
              // Whoever points at a screen is about to open it: its code is on its way by then. Where it does not come, opening says so.
              onPointerEnter={() => void feature.page().catch(() => {})}
              className={({ isActive }) =>
                `flex h-bar items-center whitespace-nowrap ${isActive ? 'picked-screen text-on-peat' : 'text-on-peat-soft hover:text-on-peat'}`
              }
            >
              {feature.name}
            </NavLink>
          ))}
      </nav>
      {navigation.state === 'loading' && <span className="text-note text-on-peat-soft">Opening…</span>}
    </>
  );
}
