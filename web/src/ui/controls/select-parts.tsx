import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Choice } from './choice.ts';

export interface SelectProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly choices: readonly Choice<T>[];
  readonly onChoose: (value: T) => void;
  readonly disabled?: boolean;
  readonly className?: string;
}

/** What a select looks like while it is closed. */
export const closedSelect = (className = 'border border-rule bg-field px-2 py-1'): string =>
  `flex min-w-0 items-center justify-between gap-1.5 rounded-control text-left disabled:cursor-default disabled:opacity-70 ${className}`;

/** What is chosen, and the sign that it can be opened. */
export const Shown = ({ children }: { children: ReactNode }) => <span className="truncate">{children}</span>;
export const OpensSign = () => <ChevronDown size={14} aria-hidden="true" className="shrink-0 text-soft" />;
