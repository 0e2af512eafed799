import { ChevronDown } from 'lucide-react';
import type { SelectHTMLAttributes } from 'react';

/** A choice from a few; looks like Heath's other controls and keeps the platform's own list and keyboard. */
export function Select({
  className = '',
  box = '',
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & { box?: string }) {
  return (
    <span className={`relative inline-flex items-center ${box}`}>
      <select className={`w-full appearance-none truncate rounded-control pr-6 ${className}`} {...rest} />
      <ChevronDown
        size={14}
        aria-hidden="true"
        className="pointer-events-none absolute right-1.5 text-soft"
      />
    </span>
  );
}
