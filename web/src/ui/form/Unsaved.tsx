import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { Button } from '../controls/Button.tsx';
import { Panel } from '../layout/Panel.tsx';

/** Asks before somebody leaves what they typed and did not save: another screen, a reload, a closed tab. */
export function Unsaved({ when }: { when: boolean }) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => when && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    if (!when) return;
    // The browser asks in its own words.
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [when]);
  if (blocker.state !== 'blocked') return null;
  return (
    <Panel title="Leave without saving?" onClose={() => blocker.reset()}>
      <p className="mt-2">What you typed here was not saved, and is gone when you leave.</p>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={() => blocker.proceed()}>Leave</Button>
        <Button look="primary" onClick={() => blocker.reset()}>
          Stay
        </Button>
      </div>
    </Panel>
  );
}
