import type { ReportReply } from '@heath/contract';
import { hoursText } from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';

/** What somebody was paid and is paid now, in 1/90,000 h. */
interface Usual {
  readonly usual: number;
  readonly spread: number;
  readonly now: number;
  readonly past: readonly number[];
  readonly isFar: boolean;
}

const HOUR = 90_000;

/** What a row of the report says of it. */
export function usualIn({ columns }: ReportReply, { cells }: ReportReply['rows'][number]): Usual {
  const of = (id: string) => cells[columns.findIndex((one) => one.id === id)];
  return {
    usual: Number(of('usual')),
    spread: Number(of('spread')),
    now: Number(of('now')),
    past: String(of('past') ?? '')
      .split(' ')
      .filter((text) => text !== '')
      .map((text) => Math.round(Number(text) * HOUR)),
    isFar: of('far') === 'far',
  };
}

/** The most hours of all rows: every strip has the same axis, so that one is told from another. */
export const mostOf = (report: ReportReply): number =>
  Math.max(
    HOUR,
    ...report.rows.flatMap((row) => {
      const { now, past } = usualIn(report, row);
      return [now, ...past];
    }),
  );

/** The last periods of somebody as ticks, what is usual as a band around them, and now as a mark: an outlined one where it is far. */
export function UsualStrip({ of: { usual, spread, now, past, isFar }, most }: { of: Usual; most: number }) {
  const at = (hours: number) => `${Math.min(Math.max((hours / most) * 96 + 2, 0), 100)}%`;
  const [from, to] = [usual - 3 * spread, usual + 3 * spread];
  const sentence = `Now ${hoursText(now)}; usually ${hoursText(usual)}, of ${past.length} periods`;
  return (
    <span className="relative block h-5 w-full" {...says(sentence)}>
      <span className="absolute inset-x-0 top-1/2 border-t border-faint" />
      <span
        className="absolute top-1 h-3 rounded-xs bg-moss-wash"
        style={{ left: at(from), width: `max(3px, calc(${at(to)} - ${at(from)}))` }}
      />
      {past.map((hours, i) => (
        <span key={`${i} ${hours}`} className="absolute top-1 h-3 w-px bg-moss" style={{ left: at(hours) }} />
      ))}
      <span
        className={`absolute top-1/2 size-2.5 -translate-1/2 rotate-45 ${isFar ? 'border-2 border-ember bg-ember-wash' : 'bg-ink'}`}
        style={{ left: at(now) }}
      />
    </span>
  );
}
