import { Command } from 'cmdk';
import { type ReactNode, useState } from 'react';
import { Popover } from '../layout/Popover.tsx';
import { dateRange } from '../text/format.ts';
import { byYear, type PeriodPickerProps, periodsFound } from './periods.ts';

/** The periods to choose from, once they were opened: see `PeriodPicker`. */
export function PeriodPickerOpened({
  items,
  value,
  onChoose,
  trigger,
}: PeriodPickerProps & { trigger: ReactNode }) {
  const [isOpen, setOpen] = useState(true);
  const [text, setText] = useState('');
  const found = periodsFound(items, text, value.firstDay);
  return (
    <Popover
      label="Periods"
      open={isOpen}
      onOpenChange={(open) => {
        setText('');
        setOpen(open);
      }}
      trigger={trigger}
    >
      <Command
        key={text}
        shouldFilter={false}
        label="Find a period"
        defaultValue={String(text === '' ? value.id : found[0]?.id)}
        className="w-68"
      >
        <Command.Input
          autoFocus
          value={text}
          onValueChange={setText}
          placeholder="A day in it: 28 oct"
          className="w-full rounded-control border border-rule bg-field px-2.5 py-1"
        />
        <Command.List className="mt-2 max-h-72 overflow-y-auto">
          <Command.Empty className="px-2 py-1 text-soft">No period has that day.</Command.Empty>
          {byYear(found).map((year) => (
            <Command.Group
              key={year.year}
              heading={year.year}
              className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-fine [&_[cmdk-group-heading]]:text-soft"
            >
              {year.items.map(({ id, firstDay, lastDay, note }) => (
                <Command.Item
                  key={id}
                  value={String(id)}
                  onSelect={() => {
                    onChoose(id);
                    setOpen(false);
                  }}
                  className={`flex cursor-pointer justify-between gap-3 rounded-control px-2 py-1 data-[selected=true]:bg-heather-wash ${id === value.id ? 'font-semibold' : ''}`}
                >
                  <span>{dateRange(firstDay, lastDay)}</span>
                  <span className="shrink-0 font-normal text-soft">{note}</span>
                </Command.Item>
              ))}
            </Command.Group>
          ))}
        </Command.List>
      </Command>
    </Popover>
  );
}
