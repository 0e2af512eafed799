import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { Popover } from '../layout/Popover.tsx';
import { type Key, useKey } from '../screen/keys.ts';

export interface PickerItem {
  readonly id: string;
  readonly name: string;
  readonly detail: string;
}

const MOST_SHOWN = 50;
/** Nothing that a keyboard has. */
const NO_KEY: Key = { press: 'F24', does: '' };

/** Those whose name or detail has every word that was typed; as many as a list can show. */
export function matching(items: readonly PickerItem[], text: string): PickerItem[] {
  const words = text.trim().toLowerCase().split(/\s+/);
  const found: PickerItem[] = [];
  for (const item of items) {
    if (found.length >= MOST_SHOWN) break;
    const all = `${item.name} ${item.detail}`.toLowerCase();
    if (words.every((word) => all.includes(word))) found.push(item);
  }
  return found;
}

/** One of many people or places, found as it is typed. */
export function Picker({
  label,
  items,
  value,
  onChoose,
  empty,
  openedBy,
}: {
  label: string;
  items: readonly PickerItem[];
  /** Null while nobody is chosen. */
  value: string | null;
  onChoose: (id: string) => void;
  /** What stands where nothing is found. */
  empty: string;
  /** A key that opens it. */
  openedBy?: Key;
}) {
  const [isOpen, setOpen] = useState(false);
  const [text, setText] = useState('');
  useKey(openedBy ?? NO_KEY, () => setOpen(openedBy !== undefined));
  const chosen = items.find(({ id }) => id === value);
  return (
    <Popover
      label={label}
      open={isOpen}
      onOpenChange={(open) => {
        setText('');
        setOpen(open);
      }}
      trigger={
        <button
          type="button"
          aria-label={`${label}: ${chosen?.name ?? 'nobody chosen'}`}
          className="flex w-62 items-center justify-between gap-2 rounded-control border border-rule bg-field px-2.5 py-1 text-left"
        >
          <span className={`truncate ${chosen === undefined ? 'text-soft' : ''}`}>
            {chosen?.name ?? label}
          </span>
          <ChevronDown size={14} aria-hidden="true" className="shrink-0 text-soft" />
        </button>
      }
    >
      <Command shouldFilter={false} label={label} className="w-72">
        <Command.Input
          autoFocus
          value={text}
          onValueChange={setText}
          placeholder="A name or a number"
          className="w-full rounded-control border border-rule bg-field px-2.5 py-1"
        />
        <Command.List className="mt-2 max-h-64 overflow-y-auto">
          <Command.Empty className="px-2 py-1 text-soft">{empty}</Command.Empty>
          {matching(items, text).map(({ id, name, detail }) => (
            <Command.Item
              key={id}
              value={id}
              onSelect={() => {
                onChoose(id);
                setOpen(false);
              }}
              className="flex cursor-pointer justify-between gap-3 rounded-control px-2 py-1 data-[selected=true]:bg-heather-wash"
            >
              <span className="truncate">{name}</span>
              <span className="shrink-0 text-soft">{detail}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Popover>
  );
}
