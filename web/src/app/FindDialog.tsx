import { Command } from 'cmdk';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useCardsQuery } from '../api/cards.ts';
import { usePeriod } from '../features/periods/index.ts';
import { Panel } from '../ui/layout/Panel.tsx';
import { type Action, type Feature, type Found, homeOf, isMeantBy } from '../ui/screen/feature.ts';

/** Finds a person, a day, a screen or something to do, as it is typed. */
export default function FindDialog({
  features,
  actions,
  onClose,
}: {
  /** Those that whoever looks may see. */
  features: readonly Feature[];
  /** What they may begin. */
  actions: readonly Action[];
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const { period } = usePeriod();
  const mayFindPeople = features.some(({ find }) => find !== null);
  const { data } = useCardsQuery(period?.id ?? 0, { skip: period === undefined || !mayFindPeople });
  const [text, setText] = useState('');
  const go = (to: string) => {
    onClose();
    navigate(to);
  };
  const wanted = text.trim();
  const found =
    wanted === ''
      ? []
      : features.flatMap(({ find }) => find?.(text, { period, rows: data?.rows ?? [] }) ?? []);
  const screens = features.map((feature) => ({
    name: feature.name,
    also: feature.also ?? '',
    to: homeOf(feature),
  }));
  return (
    <Panel title="Find" onClose={onClose}>
      <Command shouldFilter={false} label="Find a person, a day, a screen or something to do">
        <Command.Input
          autoFocus
          value={text}
          onValueChange={setText}
          placeholder="rhona, rhona 28 oct, handoff"
          className="mt-2 w-full rounded-control border border-rule bg-field px-2.5 py-1.5"
        />
        <Command.List className="mt-2 max-h-80 overflow-y-auto">
          <Command.Empty className="px-2 py-1.5 text-soft">
            Nobody and nothing by that name in this period.
          </Command.Empty>
          {found.map((one) => (
            <Item key={one.to} found={one} onGo={go} />
          ))}
          {[...screens, ...actions]
            .filter((one) => isMeantBy(wanted, one))
            .map(({ name, to }) => (
              <Item key={`${name} ${to}`} found={{ name, to, detail: '', aside: '' }} onGo={go} />
            ))}
        </Command.List>
      </Command>
    </Panel>
  );
}

function Item({ found, onGo }: { found: Found; onGo: (to: string) => void }) {
  return (
    <Command.Item
      value={`${found.name} ${found.to}`}
      className="flex cursor-pointer justify-between rounded-control px-2 py-1.5 data-[selected=true]:bg-heather-wash"
      onSelect={() => onGo(found.to)}
    >
      <span>
        {found.name} <small className="text-soft">{found.detail}</small>
      </span>
      <span className="text-soft">{found.aside}</span>
    </Command.Item>
  );
}
