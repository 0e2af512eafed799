import type { PunchesReply } from '@heath/contract';
import type { Instant, Workday, ZoneOffsets } from '@heath/core';
import { useState } from 'react';
import { Link } from 'react-router';
import type { CardId } from '../../api/cards.ts';
import { usePunchesQuery } from '../../api/punches.ts';
import { plainMap, roundLength } from '../../ui/chart/map.ts';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { originOf } from '../../ui/ribbon/scale.ts';
import { dayAndTime, punchWord } from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';

type Punch = PunchesReply['punches'][number];

/** The raw punches around a day, where each comes from, and where it was made; asked for when somebody opens it. */
export function Punches({ id, day, offsets }: { id: CardId; day: Workday; offsets: ZoneOffsets }) {
  const [isOpen, setOpen] = useState(false);
  const { currentData, error, refetch } = usePunchesQuery(id, { skip: !isOpen });
  return (
    <details
      className="mt-4 border-t border-rule pt-3 text-fine"
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary className="font-semibold text-soft">Punches as they came</summary>
      {isOpen && currentData === undefined && (
        <NotYet what="the punches" error={error} again={() => void refetch()} place="part" />
      )}
      {isOpen && currentData !== undefined && <Those of={currentData} day={day} offsets={offsets} />}
    </details>
  );
}

/** So far from the day's noon a punch may belong to it. */
const NEAR_SECONDS = 26 * 3600;
const NOON_SECONDS = 12 * 3600;

function Those({ of, day, offsets }: { of: PunchesReply; day: Workday; offsets: ZoneOffsets }) {
  const noon = originOf(day, { from: 0, to: 0 }, offsets) + NOON_SECONDS;
  const near = of.punches.filter(({ at }) => Math.abs(at - noon) <= NEAR_SECONDS);
  return (
    <>
      {near.length === 0 && <p className="py-1 text-soft">No punches around this day.</p>}
      <ul>
        {near.map((punch) => (
          <li key={punch.id} className="border-t border-faint py-1">
            <b className="font-semibold">
              {punchWord(punch.kind)} {dayAndTime(punch.at as Instant, offsets)}
            </b>{' '}
            <span className="text-soft">
              {[punch.place ?? punch.site, punch.job, punch.department, punch.note]
                .filter(Boolean)
                .join(' · ')}
            </span>
            <div className="text-soft">
              <Source of={punch} />
            </div>
          </li>
        ))}
      </ul>
      <SmallMap punches={near} sites={of.sites} offsets={offsets} />
    </>
  );
}

/** Which file and line, device, or hand. */
function Source({ of: { source } }: { of: Punch }) {
  if (source.kind === 'by hand') return <>typed by {source.name}</>;
  if (source.kind === 'device' || source.importId === null) return <>from {source.name}</>;
  return (
    <>
      from{' '}
      <Link to={`/punches/${source.importId}`} className="text-heather hover:underline">
        {source.name}
      </Link>
      {source.line !== null && `, line ${source.line.toLocaleString('en')}`}
    </>
  );
}

const [WIDTH, HEIGHT, MARGIN] = [280, 140, 14];
/** The bar that tells lengths is at most a third as long as the map is wide. */
const MOST_BAR = WIDTH / 3;

/** Where punches were made and where their sites lie, drawn from coordinates alone; nothing where no punch has any. */
function SmallMap({
  punches,
  sites,
  offsets,
}: {
  punches: readonly Punch[];
  sites: PunchesReply['sites'];
  offsets: ZoneOffsets;
}) {
  const placed = punches.flatMap(({ id, kind, at, latitude, longitude }) =>
    latitude === null || longitude === null ? [] : [{ id, kind, at: at as Instant, latitude, longitude }],
  );
  const map = placed.length === 0 ? null : plainMap([...placed, ...sites], WIDTH, HEIGHT, MARGIN);
  if (map === null) return null;
  const bar = roundLength(MOST_BAR * map.metersPerUnit);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label="Where the punches were made"
      className="mt-2 w-full rounded-control border border-rule bg-paper"
    >
      {sites.map((site) => {
        const { x, y } = map.place(site);
        return (
          <g key={site.name}>
            <rect x={x - 3} y={y - 3} width="6" height="6" className="fill-none stroke-ink" />
            <text x={x + 6} y={y + 4} className="fill-soft text-tick">
              {site.name}
            </text>
          </g>
        );
      })}
      {placed.map((punch) => {
        const { x, y } = map.place(punch);
        const text = `${punchWord(punch.kind)} ${dayAndTime(punch.at, offsets)}`;
        return <circle key={punch.id} cx={x} cy={y} r="3.5" className="fill-heather" {...says(text)} />;
      })}
      <path d={`M8 ${HEIGHT - 8}h${bar / map.metersPerUnit}`} className="stroke-ink" />
      <text x="8" y={HEIGHT - 12} className="fill-soft text-tick">
        {bar >= 1000 ? `${bar / 1000} km` : `${bar} m`}
      </text>
    </svg>
  );
}
