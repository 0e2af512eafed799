import type { DayRow } from '@heath/contract';
import { useMemo } from 'react';
import { isShown, SHOWS, type Show } from './groups.ts';

/** How the day of everybody went, with how many of each; and where they were. */
export function StateList({
  title,
  rows,
  atSite,
  show,
  site,
  onShow,
  onSite,
}: {
  title: string;
  /** Of all sites. */
  rows: readonly DayRow[];
  atSite: readonly DayRow[];
  show: Show;
  site: string | null;
  onShow: (show: Show) => void;
  onSite: (site: string | null) => void;
}) {
  const states = useMemo(() => {
    const counts = countBy(atSite, (row) => row.state ?? 'computing');
    const off = counts.get('off') ?? 0;
    return SHOWS.map((one) => ({
      ...one,
      count: one.show === 'all' ? atSite.length - off : (counts.get(one.show) ?? 0),
    })).filter(({ show: of, count }) => count > 0 || of === 'all' || of === show);
  }, [atSite, show]);
  const sites = useMemo(() => {
    const all = new Set(rows.map((row) => row.site));
    const counts = countBy(
      rows.filter((row) => isShown(row, show)),
      (row) => row.site,
    );
    return [...all]
      .sort((a, b) => a.localeCompare(b, 'en'))
      .map((name) => ({ name, count: counts.get(name) ?? 0 }));
  }, [rows, show]);
  return (
    <nav
      aria-label="How it went"
      className="min-h-0 overflow-y-auto border-r border-rule pb-4 pt-4 max-md:flex max-md:shrink-0 max-md:gap-1 max-md:overflow-x-auto max-md:border-r-0 max-md:px-3 max-md:py-2"
    >
      <h2 className="px-5 pb-1.5 font-sans text-note font-semibold text-soft max-md:sr-only">{title}</h2>
      {states.map(({ show: of, name, count }) => (
        <Choice
          key={of}
          name={name}
          count={count}
          isPicked={of === show}
          isQuiet={of === 'off'}
          onPick={() => onShow(of)}
        />
      ))}
      {sites.length > 1 && (
        <>
          <h2 className="px-5 pb-1.5 pt-5 font-sans text-note font-semibold text-soft max-md:sr-only">
            By place
          </h2>
          {sites.map(({ name, count }) => (
            <Choice
              key={name}
              name={name || 'No site'}
              count={count}
              isPicked={name === site}
              onPick={() => onSite(name === site ? null : name)}
            />
          ))}
        </>
      )}
    </nav>
  );
}

/** How many rows there are of each, by one walk through all of them. */
function countBy(rows: readonly DayRow[], of: (row: DayRow) => string): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const row of rows) counts.set(of(row), (counts.get(of(row)) ?? 0) + 1);
  return counts;
}

function Choice({
  name,
  count,
  isPicked,
  isQuiet = false,
  onPick,
}: {
  name: string;
  count: number;
  isPicked: boolean;
  isQuiet?: boolean;
  onPick: () => void;
}) {
  return (
    <button
      type="button"
      aria-current={isPicked}
      onClick={onPick}
      className={`flex w-full justify-between gap-2 px-5 py-1.5 text-left max-md:w-auto max-md:shrink-0 max-md:rounded-full max-md:border max-md:border-rule max-md:px-3 max-md:py-1 max-md:whitespace-nowrap ${isPicked ? 'picked-row bg-sheet font-semibold' : 'hover:bg-sheet'} ${isQuiet ? 'text-soft' : ''}`}
    >
      <span>{name}</span>
      <span>{count.toLocaleString('en')}</span>
    </button>
  );
}
