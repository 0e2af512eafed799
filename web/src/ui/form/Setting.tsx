import type { ReactNode } from 'react';
import { Select } from '../controls/Select.tsx';

export const BOX = 'w-full rounded-control border border-rule bg-field px-2 py-0.5 text-note';

/** One setting with its name before it. */
export function Setting({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[calc(var(--spacing)*25)_minmax(0,1fr)] items-center gap-2 border-t border-faint py-1">
      <span className="text-note text-soft">{name}</span>
      {children}
    </div>
  );
}

/** One of a few. */
export function OneOf<T extends string>({
  name,
  value,
  choices,
  isFixed,
  onChoose,
}: {
  name: string;
  value: T;
  choices: readonly { readonly value: T; readonly name: string }[];
  isFixed: boolean;
  onChoose: (value: T) => void;
}) {
  return (
    <Setting name={name}>
      <Select
        label={name}
        value={value}
        choices={choices}
        disabled={isFixed}
        onChoose={onChoose}
        className={`${BOX} border`}
      />
    </Setting>
  );
}

/** A text. */
export function TextSetting({
  name,
  value,
  isFixed,
  onChange,
}: {
  name: string;
  value: string;
  isFixed: boolean;
  onChange: (text: string) => void;
}) {
  return (
    <Setting name={name}>
      <input
        aria-label={name}
        value={value}
        disabled={isFixed}
        maxLength={120}
        onChange={(event) => onChange(event.target.value)}
        className={BOX}
      />
    </Setting>
  );
}
