import {
  type Instant,
  instant,
  instantFromIso,
  instantsOf,
  offsetAt,
  SECONDS_PER_DAY,
  type Workday,
  wallClock,
  workdayFromIso,
  type ZoneTables,
} from '@heath/core';
import { Refusal } from '../refusal.ts';
import type { Row } from './rows.ts';

/** A cell that must not be empty. */
export function text({ where, cells }: Row, column: string): string {
  const value = cells[column] ?? '';
  if (value === '') throw new Refusal(where, `${column} is empty.`);
  return value;
}

export const textOrNull = ({ cells }: Row, column: string): string | null => cells[column] || null;

export function wholeNumber(row: Row, column: string): number {
  const value = text(row, column);
  if (!/^\d{1,15}$/.test(value)) throw new Refusal(row.where, `${column} is ${value}, not a whole number.`);
  return Number(value);
}

export function oneOf<T extends string>(row: Row, column: string, among: readonly T[], none: T | null): T {
  const value = row.cells[column] ?? '';
  if (value === '' && none !== null) return none;
  const found = among.find(
    (one) => one === value.toLowerCase().replace(' ', '-') || one === value.toLowerCase(),
  );
  if (found === undefined)
    throw new Refusal(
      row.where,
      `${column} is ${value === '' ? 'empty' : value}. It is one of: ${among.join(', ')}.`,
    );
  return found;
}

export function date(row: Row, column: string): Workday {
  const value = text(row, column);
  try {
    return workdayFromIso(value);
  } catch {
    throw new Refusal(row.where, `${column} is ${value}, not a date like 2026-10-19.`);
  }
}

const knownZones = new Set<string>();

/** The zone of a row, checked. */
export function zone(row: Row, otherwise: string | null): string {
  const value = row.cells.zone || otherwise;
  if (value === null)
    throw new Refusal(
      row.where,
      'no zone: give a column zone here or for the person, or --zone Europe/London.',
    );
  if (knownZones.has(value)) return value;
  try {
    new Intl.DateTimeFormat('en', { timeZone: value });
    knownZones.add(value);
  } catch {
    throw new Refusal(row.where, `zone is ${value}, not an IANA zone like Europe/London.`);
  }
  return value;
}

const LOCAL = /^(\d{4}-\d\d-\d\d)[T ](\d\d):(\d\d)(?::(\d\d))?(?:\[([^\]]+)\])?$/;

/** An instant with its offset, or the one at which a zone's wall clock shows this. A time that comes twice or never is refused. */
export function instantAt(row: Row, column: string, inZone: () => string, zones: ZoneTables): Instant {
  const value = text(row, column);
  const local = LOCAL.exec(value);
  if (local === null) {
    try {
      return instantFromIso(value);
    } catch {
      throw new Refusal(row.where, `${column} is ${value}, not a moment like 2026-10-19T08:00:00+01:00.`);
    }
  }
  const [, day, h, m, s, named] = local;
  const zoneName = named ?? inZone();
  let wall: number;
  try {
    wall = workdayFromIso(day!) * SECONDS_PER_DAY + Number(h) * 3600 + Number(m) * 60 + Number(s ?? 0);
  } catch {
    throw new Refusal(row.where, `${column} is ${value}: there is no such date.`);
  }
  if (Number(h) > 23 || Number(m) > 59 || Number(s ?? 0) > 59)
    throw new Refusal(row.where, `${column} is ${value}: there is no such time.`);
  const offsets = zones.of(zone({ ...row, cells: { zone: zoneName } }, null));
  const found = instantsOf(offsets, wallClock(wall));
  if (found.length === 1) return instant(found[0]!);
  const written = value.replace(/\[.*$/, '');
  if (found.length > 1) {
    const [first, second] = found.map((at) => written + offsetText(wall - at));
    throw new Refusal(
      row.where,
      `${column} is ${value}, which comes twice on that night's clock in ${zoneName}: give an offset, ${first} for the first time or ${second} for the second.`,
    );
  }
  const before = offsetAt(offsets, instant(wall - SECONDS_PER_DAY / 2));
  throw new Refusal(
    row.where,
    `${column} is ${value}, which never comes on that night's clock in ${zoneName}: the clock jumps over it. By the clock before the jump it would be ${written}${offsetText(before)}.`,
  );
}

/** Seconds from UTC as ISO 8601 writes them: `+01:00`. */
function offsetText(seconds: number): string {
  const minutes = Math.round(Math.abs(seconds) / 60);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${seconds < 0 ? '-' : '+'}${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
}
