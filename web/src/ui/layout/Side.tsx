import type { ReactNode } from 'react';

const PLACE = 'min-h-0 overflow-y-auto md:contain-size md:contain-layout md:contain-style';

/**
 * What stands at the right of a screen and scrolls by itself, also by keys where nothing in it takes the focus. It is as large as its place, so
 * that a change of it lays out nothing else; on a phone as high as what is in it.
 */
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
    <aside aria-label={label} tabIndex={0} className={`${PLACE} ${className}`}>
      {children}
    </aside>
  );
}
