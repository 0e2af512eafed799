import type { ReactNode } from 'react';

/** What stands at the right of a screen and scrolls by itself, also by keys where nothing in it takes the focus. */
export function Side({
  label,
  className,
  children,
}: {
  label: string;
  className: string;
  children: ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: keys scroll what has the focus, and there may be nothing else in it that can have it
    <aside aria-label={label} tabIndex={0} className={`min-h-0 overflow-y-auto ${className}`}>
      {children}
    </aside>
  );
}
