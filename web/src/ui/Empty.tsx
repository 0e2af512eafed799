import type { ReactNode } from 'react';

/** An empty screen says what to do next. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="mx-auto mt-20 max-w-md px-6 text-center">
      <h1 className="text-[23px]">{title}</h1>
      <div className="mt-2 text-soft">{children}</div>
    </div>
  );
}
