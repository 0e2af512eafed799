import { useEffect, useState } from 'react';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../controls/Button.tsx';
import { Empty } from './Empty.tsx';

/** What comes sooner than this needs no word. */
const PATIENCE_MILLISECONDS = 300;

/** What it stands for: a whole screen, the main part of one, or a part beside others. */
type Place = 'screen' | 'main' | 'part';

/**
 * Stands for what has not come: that it is on its way, or why it cannot be shown and the way to ask again. What was shown before stays in
 * sight: this is for what never was.
 */
export function NotYet({
  what,
  error,
  again,
  place = 'screen',
}: {
  /** In words: `the time cards`. */
  what: string;
  error: unknown;
  again: () => void;
  place?: Place;
}) {
  if (error !== undefined)
    return (
      <Empty title={`${what[0]?.toUpperCase()}${what.slice(1)} cannot be shown`} within={place !== 'screen'}>
        {problemOf(error).title}
        <p className="mt-3">
          <Button onClick={again}>Try again</Button>
        </p>
      </Empty>
    );
  return <OnItsWay what={what} place={place} />;
}

function OnItsWay({ what, place }: { what: string; place: Place }) {
  const [isLate, setLate] = useState(false);
  useEffect(() => {
    const timer = window.setTimeout(() => setLate(true), PATIENCE_MILLISECONDS);
    return () => window.clearTimeout(timer);
  }, []);
  const Part = place === 'screen' ? 'main' : 'div';
  const Says = place === 'part' ? 'p' : 'h1';
  return (
    <Part className="px-6 py-4" aria-busy="true">
      <div role="status">
        {isLate && <Says className="font-sans text-body font-normal text-soft">Fetching {what}…</Says>}
      </div>
    </Part>
  );
}
