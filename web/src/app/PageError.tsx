import { useState } from 'react';
import { useRouteError } from 'react-router';
import { Button } from '../ui/controls/Button.tsx';
import { PartNotLoaded } from '../ui/screen/part.ts';

/** What is shown when a screen breaks, or when its code could not be fetched. Nothing that was saved is lost. */
export function PageError() {
  const error = useRouteError();
  if (error instanceof PartNotLoaded) return <NoConnection />;
  // For whoever looks into it; people read what to do.
  console.error(error);
  return (
    <main className="mx-auto mt-24 max-w-md">
      <h1 className="text-title">This screen broke</h1>
      <p className="mt-2 text-soft">
        Nothing that was saved is lost. If it breaks again, tell whoever runs Heath which screen it was.
      </p>
      <Button className="mt-4" onClick={() => window.location.reload()}>
        Load it again
      </Button>
    </main>
  );
}

/** True where the server answers at all: reloading without one would leave the browser's own error page. */
async function isServerThere(): Promise<boolean> {
  try {
    return (await fetch('/', { method: 'HEAD', cache: 'no-store' })).status < 500;
  } catch {
    return false;
  }
}

function NoConnection() {
  const [asked, setAsked] = useState<'not yet' | 'asking' | 'no answer'>('not yet');
  const again = async () => {
    setAsked('asking');
    if (await isServerThere()) window.location.reload();
    else setAsked('no answer');
  };
  return (
    <main className="mx-auto mt-24 max-w-md">
      <h1 className="text-title">Heath does not answer</h1>
      <p className="mt-2 text-soft">
        This part could not be fetched: the connection is gone, or Heath is being restarted. What was saved is
        safe, and what was typed is kept in this window.
      </p>
      <p role="status" className="mt-2 text-ember">
        {asked === 'no answer' && 'Still no answer.'}
      </p>
      <Button className="mt-3" disabled={asked === 'asking'} onClick={() => void again()}>
        Try again
      </Button>
    </main>
  );
}
