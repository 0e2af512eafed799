import type { AnyLook } from '@heath/contract';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { useForgetSearchMutation, useSaveSearchMutation, useSearchesQuery } from '../../api/finder.ts';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Menu, MenuHeading, MenuItem, MenuLine } from '../../ui/controls/Menu.tsx';
import { say } from '../../ui/notices/notices.ts';
import { lookText } from './looks.ts';

/** What somebody looks for again and again: taken, kept under a name, forgotten. */
export function SavedSearches({ look, onTake }: { look: AnyLook; onTake: (look: AnyLook) => void }) {
  const { data } = useSearchesQuery();
  const [save] = useSaveSearchMutation();
  const [forget] = useForgetSearchMutation();
  const [isNaming, setNaming] = useState(false);
  const kept = data?.searches ?? [];
  const here = kept.find((one) => lookText(one.look) === lookText(look));
  const keep = async (name: string) => {
    setNaming(false);
    if (name.trim() === '') return;
    const { error } = await save({ name, look });
    say(error === undefined ? `Kept as ${name.trim()}.` : problemOf(error).title);
  };
  const drop = async (id: number) => {
    const { error } = await forget(id);
    say(error === undefined ? 'Forgotten.' : problemOf(error).title);
  };
  if (isNaming)
    return (
      <input
        // biome-ignore lint/a11y/noAutofocus: somebody has just asked to type here
        autoFocus
        aria-label="A name for this search"
        placeholder="A name for this search"
        defaultValue={lookText(look)}
        maxLength={80}
        onBlur={() => setNaming(false)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') void keep(event.currentTarget.value);
          if (event.key === 'Escape') setNaming(false);
        }}
        className="w-64 rounded-control border border-heather bg-field px-2 py-1 text-note"
      />
    );
  return (
    <Menu
      trigger={
        <Button>
          {here?.name ?? 'Kept searches'} <ChevronDown size={14} aria-hidden="true" className="ml-1.5" />
        </Button>
      }
    >
      <MenuHeading>Kept searches</MenuHeading>
      {kept.map((one) => (
        <MenuItem key={one.id} onSelect={() => onTake(one.look)}>
          {one.name}
        </MenuItem>
      ))}
      {kept.length === 0 && <p className="px-3 py-1 text-note text-soft">None yet.</p>}
      <MenuLine />
      <MenuItem onSelect={() => setNaming(true)}>Keep this one</MenuItem>
      {here !== undefined && <MenuItem onSelect={() => void drop(here.id)}>Forget {here.name}</MenuItem>}
    </Menu>
  );
}
