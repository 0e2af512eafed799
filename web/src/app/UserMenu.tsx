import type { ComponentProps } from 'react';
import { useLater } from '../ui/screen/useLater.ts';

const loadOpened = () => import('./UserMenuOpened.tsx').then(({ UserMenuOpened }) => UserMenuOpened);

/** Who is signed in: their account, how Heath looks to them, and the way out. */
export function UserMenu({ name }: { name: string }) {
  const { part: Opened, ask } = useLater(loadOpened);
  if (Opened !== null) return <Opened name={name} trigger={<Initials name={name} />} />;
  return (
    <Initials
      name={name}
      aria-haspopup="menu"
      aria-expanded={false}
      onClick={ask}
      onKeyDown={({ key }) => key === 'ArrowDown' && ask()}
    />
  );
}

/** Who is signed in, as what opens their menu. */
function Initials({ name, ...others }: ComponentProps<'button'> & { name: string }) {
  const initials = name
    .split(' ')
    .map((part) => part[0])
    .join('')
    .slice(0, 2);
  return (
    <button
      type="button"
      {...others}
      className="grid size-7 shrink-0 place-items-center rounded-full bg-heather-bright text-fine font-semibold text-deepest"
    >
      {initials}
      <span className="sr-only">, signed in as {name}</span>
    </button>
  );
}
