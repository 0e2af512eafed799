import { type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/requests/base.ts';
import { useSignOutMutation } from '../api/session.ts';
import { Menu, MenuChoices, MenuHeading, MenuItem, MenuLine } from '../ui/controls/Menu.tsx';
import { chooseTheme, chosenTheme, type Theme } from '../ui/theme/theme.ts';
import { useAppDispatch } from './hooks.ts';

const THEME_CHOICES = [
  { value: 'system', name: 'As this computer has it' },
  { value: 'day', name: 'By day' },
  { value: 'night', name: 'By night' },
] as const satisfies readonly { value: Theme; name: string }[];

/** The menu of who is signed in, once it was opened: see `UserMenu`. */
export function UserMenuOpened({ name, trigger }: { name: string; trigger: ReactNode }) {
  const [signOut] = useSignOutMutation();
  const [theme, setTheme] = useState(chosenTheme);
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const leave = async () => {
    await signOut();
    dispatch(api.util.resetApiState());
  };
  const choose = (chosen: Theme) => {
    chooseTheme(chosen);
    setTheme(chosen);
  };
  return (
    <Menu trigger={trigger} startsOpen>
      <MenuHeading>{name}</MenuHeading>
      <MenuItem onSelect={() => navigate('/account')}>Your account</MenuItem>
      <MenuLine />
      <MenuChoices label="Look" value={theme} choices={THEME_CHOICES} onChoose={choose} />
      <MenuLine />
      <MenuItem onSelect={() => void leave()}>Sign out</MenuItem>
    </Menu>
  );
}
