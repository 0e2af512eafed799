import type { ReactNode } from 'react';

/** An empty screen says what to do next. `within` where the screen around it has its main part already. */
export function Empty({
  title,
  within = false,
  children,
}: {
  title: string;
  within?: boolean;
  children: ReactNode;
}) {
  const Part = within ? 'div' : 'main';
  return (
    <Part className="mx-auto mt-20 max-w-md px-6 text-center">
      <h1 className="text-title">{title}</h1>
      <div className="mt-2 text-soft">{children}</div>
    </Part>
  );
}
