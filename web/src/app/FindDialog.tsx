import { Command } from 'cmdk';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useCardsQuery } from '../api/cards.ts';
import { usePeriod } from '../features/periods/index.ts';
import { Panel } from '../ui/Panel.tsx';

const MOST_SHOWN = 30;
const item = 'flex cursor-pointer justify-between rounded px-2 py-1.5 data-[selected=true]:bg-heather-wash';

/** Finds a person of the period by name or number, or a screen, as it is typed. */
export default function FindDialog({
  screens,
  onClose,
}: {
  screens: readonly { readonly to: string; readonly name: string }[];
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const { period } = usePeriod();
  const { data } = useCardsQuery(period?.id ?? 0, { skip: period === undefined });
  const [text, setText] = useState('');
  const wanted = text.trim().toLowerCase();
  const go = (to: string) => {
    onClose();
    navigate(to);
  };
  const people =
    wanted === ''
      ? []
      : (data?.rows ?? [])
          .filter(
            (row) => row.name.toLowerCase().includes(wanted) || row.number.toLowerCase().includes(wanted),
          )
          .slice(0, MOST_SHOWN);
  return (
    <Panel title="Find" onClose={onClose}>
      <Command shouldFilter={false} label="Find a person or screen">
        <Command.Input
          autoFocus
          value={text}
          onValueChange={setText}
          placeholder="A name, a number, a screen"
          className="mt-2 w-full rounded-control border border-rule bg-field px-2.5 py-1.5"
        />
        <Command.List className="mt-2 max-h-80 overflow-y-auto">
          <Command.Empty className="px-2 py-1.5 text-soft">
            Nobody and nothing by that name in this period.
          </Command.Empty>
          {people.map((row) => (
            <Command.Item
              key={row.personId}
              value={row.number}
              className={item}
              onSelect={() => go(`/cards?period=${period?.id}&person=${row.personId}`)}
            >
              <span>
                {row.name} <small className="text-soft">{row.department}</small>
              </span>
              <span className="text-soft">{row.number}</span>
            </Command.Item>
          ))}
          {screens
            .filter(({ name }) => name.toLowerCase().includes(wanted))
            .map(({ to, name }) => (
              <Command.Item key={to} value={to} className={item} onSelect={() => go(to)}>
                {name}
              </Command.Item>
            ))}
        </Command.List>
      </Command>
    </Panel>
  );
}
