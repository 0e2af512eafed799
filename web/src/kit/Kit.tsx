import { hours } from '@heath/core';
import { useState } from 'react';
import { Button } from '../ui/controls/Button.tsx';
import { Checkbox } from '../ui/controls/Checkbox.tsx';
import { Menu, MenuChecks, MenuChoices, MenuItem, MenuLine } from '../ui/controls/Menu.tsx';
import { Radio } from '../ui/controls/Radio.tsx';
import { Select } from '../ui/controls/Select.tsx';
import { Tabs } from '../ui/controls/Tabs.tsx';
import { Toggles } from '../ui/controls/Toggles.tsx';
import { Panel } from '../ui/layout/Panel.tsx';
import { Popover } from '../ui/layout/Popover.tsx';
import { ScrollArea } from '../ui/layout/ScrollArea.tsx';
import { Empty } from '../ui/notices/Empty.tsx';
import { Notice } from '../ui/notices/Notice.tsx';
import { type Done, sayDone } from '../ui/notices/notices.ts';
import { ProgressBar } from '../ui/notices/Progress.tsx';
import { HeathMark } from '../ui/text/HeathMark.tsx';
import { Hours } from '../ui/text/Hours.tsx';
import { Kbd } from '../ui/text/Kbd.tsx';
import { says } from '../ui/text/Says.tsx';
import { chooseTheme, chosenTheme, THEMES } from '../ui/theme/theme.ts';
import { KitForm } from './KitForm.tsx';
import { KitRibbon } from './KitRibbon.tsx';
import { KitTable } from './KitTable.tsx';
import { Part } from './Part.tsx';

/** Every part that screens are made of, in every state. For whoever makes screens; it does not ship. */
/** Something that can be undone and done again without end. */
const SETTLED: Done = { text: 'Settled Wed 28 Oct', undo: async () => SETTLED };

export function Kit() {
  const [theme, setTheme] = useState(chosenTheme);
  return (
    <main className="mx-auto max-w-5xl p-8">
      <header className="flex items-center justify-between">
        <HeathMark dark />
        <Toggles
          label="Theme"
          value={theme}
          choices={THEMES.map((value) => ({ value, name: value }))}
          onChoose={(chosen) => {
            chooseTheme(chosen);
            setTheme(chosen);
          }}
        />
      </header>
      <h1 className="mt-6 text-title">The kit</h1>
      <Types />
      <Marks />
      <Buttons />
      <Choices />
      <KitForm />
      <Overlays />
      <Messages />
      <KitRibbon />
      <KitTable />
    </main>
  );
}

const SIZES = [
  'text-tick',
  'text-fine',
  'text-note',
  'text-body',
  'text-lead',
  'text-figure',
  'text-title',
  'text-display',
];

function Types() {
  return (
    <Part name="Type">
      <ul>
        {SIZES.map((size) => (
          <li key={size} className={`${size} ${size.match(/lead|title|display/) ? 'font-serif' : ''}`}>
            {size.slice(5)} 1,234.50
          </li>
        ))}
      </ul>
      <p className="mt-2">
        Hours say themselves in full: <Hours hours={hours(8.5 * 90_000)} className="font-semibold" />
      </p>
    </Part>
  );
}

const BANDS = [
  ['Ordinary', 'band-ordinary'],
  ['First tier', 'band-overtime-1'],
  ['Second tier', 'band-overtime-2'],
  ['Third tier', 'band-overtime-3'],
  ['Not worked', 'band-not-worked'],
  ['Unpaid', 'band-unpaid'],
  ['Premium', 'band-premium'],
] as const;

function Marks() {
  return (
    <Part name="Marks">
      <ul className="flex flex-wrap gap-6">
        {BANDS.map(([name, band]) => (
          <li key={band}>
            <i className={`block h-3 w-24 ${band}`} />
            <span className="text-fine text-soft">{name}</span>
          </li>
        ))}
      </ul>
    </Part>
  );
}

function Buttons() {
  return (
    <Part name="Buttons">
      <div className="flex flex-wrap items-center gap-3">
        <Button>Plain</Button>
        <Button disabled>Plain, off</Button>
        <Button look="primary">
          Primary <Kbd>P</Kbd>
        </Button>
        <Button look="primary" disabled>
          Primary, off
        </Button>
        <Button look="quiet">Quiet</Button>
        <span {...says('A hint says more than fits on the button')}>
          <Button>With a hint</Button>
        </span>
        <Button onClick={() => sayDone(SETTLED)}>Say what was done</Button>
      </div>
    </Part>
  );
}

const GROUPS = [
  { value: '', name: 'All groups' },
  { value: 'ashore', name: 'Ashore' },
  { value: 'afloat', name: 'Afloat' },
  { value: 'night', name: 'Night Berth' },
] as const;
const ORDERS = [
  { value: 'day', name: 'day before month' },
  { value: 'month', name: 'month before day' },
] as const;

function Choices() {
  const [group, setGroup] = useState<(typeof GROUPS)[number]['value']>('');
  const [order, setOrder] = useState<(typeof ORDERS)[number]['value'] | null>(null);
  const [show, setShow] = useState<'all' | 'open'>('all');
  const [checked, setChecked] = useState<boolean | 'some'>('some');
  return (
    <Part name="Choices">
      <div className="flex flex-wrap items-center gap-6">
        <Select label="Pay group" value={group} choices={GROUPS} onChoose={setGroup} />
        <Select label="Pay group, off" value="" choices={GROUPS} onChoose={setGroup} disabled />
        <Radio label="Order of dates" value={order} choices={ORDERS} onChoose={setOrder} />
        <Toggles
          label="Which cards"
          value={show}
          choices={[
            { value: 'all', name: 'All', count: 10_000 },
            { value: 'open', name: 'To settle', count: 203 },
          ]}
          onChoose={setShow}
        />
        <Checkbox checked={checked} onChange={setChecked}>
          Only those with a plan
        </Checkbox>
        <Checkbox checked disabled onChange={setChecked}>
          Always on
        </Checkbox>
      </div>
      <p className="mt-2 text-note text-soft" aria-live="polite" data-testid="chosen">
        {group === '' ? 'all' : group} · {order ?? 'no order'} · {show} · {String(checked)}
      </p>
    </Part>
  );
}

const COLUMNS = [
  { value: 'hours', name: 'Hours' },
  { value: 'people', name: 'People' },
] as const;

function Overlays() {
  const [tab, setTab] = useState<'why' | 'history'>('why');
  const [panel, setPanel] = useState(false);
  const [look, setLook] = useState<'wide' | 'tight'>('wide');
  const [on, setOn] = useState<ReadonlySet<'hours' | 'people'>>(new Set(['hours']));
  const [done, setDone] = useState('nothing');
  const toggle = (value: 'hours' | 'people') =>
    setOn(new Set(on.has(value) ? [...on].filter((one) => one !== value) : [...on, value]));
  return (
    <Part name="Menus and sheets">
      <div className="flex flex-wrap items-center gap-3">
        <Menu trigger={<Button>Menu</Button>}>
          <MenuItem onSelect={() => setDone('settled')}>Settle</MenuItem>
          <MenuItem onSelect={() => setDone('sealed')} disabled>
            Seal, off
          </MenuItem>
          <MenuLine />
          <MenuChoices
            label="Look"
            value={look}
            choices={[
              { value: 'wide', name: 'Wide' },
              { value: 'tight', name: 'Tight' },
            ]}
            onChoose={setLook}
          />
          <MenuChecks label="Columns" on={on} choices={COLUMNS} onToggle={toggle} />
        </Menu>
        <Popover label="A small sheet" trigger={<Button>Popover</Button>}>
          <p>Beside what opened it.</p>
        </Popover>
        <Button onClick={() => setPanel(true)}>Dialog</Button>
        <span data-testid="done" className="text-note text-soft">
          {done} · {look} · {[...on].join(' ')}
        </span>
      </div>
      {panel && (
        <Panel title="A dialog" onClose={() => setPanel(false)}>
          <p className="mt-2">Esc closes it.</p>
        </Panel>
      )}
      <div className="mt-4">
        <Tabs
          label="What is shown"
          value={tab}
          tabs={[
            { value: 'why', name: 'Why', content: <p>Steps from the punch to the pay code.</p> },
            { value: 'history', name: 'History', content: <p>Who changed what, and when.</p> },
          ]}
          onChoose={setTab}
        />
      </div>
    </Part>
  );
}

function Messages() {
  return (
    <Part name="Messages">
      <div className="grid grid-cols-2 gap-6">
        <Notice>The file is larger than 200 MB. Split it and import the parts.</Notice>
        <div>
          <ProgressBar label="Importing" share={0.4} />
          <div className="mt-3">
            <ProgressBar label="Computing" share={null} />
          </div>
        </div>
        <Empty within title="Nobody matches">
          Change the filter on the left.
        </Empty>
        <ScrollArea className="h-24 border border-rule">
          <ol className="px-3 py-1">
            {Array.from({ length: 30 }, (_, i) => (
              <li key={i}>Line {i + 1} of a long list</li>
            ))}
          </ol>
        </ScrollArea>
      </div>
    </Part>
  );
}
