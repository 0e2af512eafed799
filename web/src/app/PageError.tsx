import { useRouteError } from 'react-router';
import { Button } from '../ui/controls/Button.tsx';

/** What is shown when a screen breaks: nothing that was saved is lost. */
export function PageError() {
  // For whoever looks into it; people read what to do.
  console.error(useRouteError());
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
