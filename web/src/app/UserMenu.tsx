import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/base.ts';
import { useSignOutMutation } from '../api/session.ts';
import { Menu, MenuChoices, MenuHeading, MenuItem, MenuLine } from '../ui/Menu.tsx';
import { chooseTheme, chosenTheme, type Theme } from '../ui/theme/theme.ts';
import { useAppDispatch } from './hooks.ts';

const THEME_CHOICES = [
  { value: 'system', name: 'As this computer has it' },
  { value: 'day', name: 'By day' },
  { value: 'night', name: 'By night' },
] as const satisfies readonly { value: Theme; name: string }[];

/** Who is signed in: their account, how Heath looks to them, and the way out. */
export function UserMenu({ name }: { name: string }) {
  const [signOut] = useSignOutMutation();
  const [theme, setTheme] = useState(chosenTheme);
  const navigate = useNavigate();
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
  const choose = (chosen: Theme) => {
    chooseTheme(chosen);
    setTheme(chosen);
  };
  return (
    <Menu
      trigger={
        <button
          type="button"
          className="grid size-7 shrink-0 place-items-center rounded-full bg-heather-bright text-fine font-semibold text-deepest"
        >
          {initials}
          <span className="sr-only">, signed in as {name}</span>
        </button>
      }
    >
      <MenuHeading>{name}</MenuHeading>
      <MenuItem onSelect={() => navigate('/account')}>Your account</MenuItem>
      <MenuLine />
      <MenuChoices label="Look" value={theme} choices={THEME_CHOICES} onChoose={choose} />
      <MenuLine />
      <MenuItem onSelect={() => void leave()}>Sign out</MenuItem>
    </Menu>
  );
}
