import { useRouteError } from 'react-router';
import { Button } from '../ui/Button.tsx';

/** What is shown when a screen breaks: nothing that was saved is lost. */
export function PageError() {
  const error = useRouteError();
  return (
    <main className="mx-auto mt-24 max-w-md">
      <h1 className="text-2xl">This screen broke</h1>
      <p className="mt-2 text-soft">
        Nothing that was saved is lost. {error instanceof Error ? `The reason given: ${error.message}` : ''}
      </p>
      <Button className="mt-4" onClick={() => window.location.reload()}>
        Load it again
      </Button>
    </main>
  );
}
