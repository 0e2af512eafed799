import { Tabs as Parts } from 'radix-ui';
import type { ReactNode } from 'react';
import { type Choice, choosing } from './choice.ts';

/** Parts of one thing, of which one is shown. */
export function Tabs<T extends string>({
  label,
  value,
  tabs,
  onChoose,
}: {
  label: string;
  value: T;
  tabs: readonly (Choice<T> & { readonly content: ReactNode })[];
  onChoose: (value: T) => void;
}) {
  return (
    <Parts.Root value={value} onValueChange={choosing(tabs, onChoose)}>
      <Parts.List aria-label={label} className="flex gap-4 border-b border-rule">
        {tabs.map((tab) => (
          <Parts.Trigger
            key={tab.value}
            value={tab.value}
            className="-mb-px border-b-2 border-transparent px-0.5 py-1 text-soft hover:text-ink data-[state=active]:border-heather data-[state=active]:text-ink"
          >
            {tab.name}
          </Parts.Trigger>
        ))}
      </Parts.List>
      {tabs.map((tab) => (
        <Parts.Content key={tab.value} value={tab.value} className="pt-3">
          {tab.content}
        </Parts.Content>
      ))}
    </Parts.Root>
  );
}
