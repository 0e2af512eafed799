import type { ReportDescription, ReportQuery } from '@heath/contract';
import type { Part, PartNames, ReportColumn, ReportRow, ReportTable, Workday, Writer } from '@heath/core';
import type { Database } from '../../database/connect.ts';
import type { PlacesByNumber } from '../../pay/lines.ts';

/** A report that is asked for, and all that its makers share. */
export interface Asked {
  readonly database: Database;
  readonly now: number;
  readonly period: {
    readonly id: number;
    readonly scheduleId: number;
    readonly firstDay: Workday;
    readonly lastDay: Workday;
  };
  /** The days that are asked for: those of the period, or others. */
  readonly span: { readonly firstDay: Workday; readonly lastDay: Workday };
  /** The periods that those days lie in: one, unless other days are asked for. */
  readonly periods: readonly {
    readonly id: number;
    readonly firstDay: Workday;
    readonly lastDay: Workday;
  }[];
  readonly places: PlacesByNumber;
  readonly names: PartNames;
  /** Writes hours, times and dates as whoever asks reads them. */
  readonly writer: Writer;
  readonly query: ReportQuery;
  /** Which of its choices; an empty text where it has none. */
  readonly choice: string;
  /** Of one part alone; null: of all. */
  readonly only: { readonly part: Part; readonly key: string } | null;
}

interface MadeReport extends ReportTable {
  /** What it is of, beside its period. */
  readonly says?: string;
  readonly notes?: readonly string[];
  /** Who signs it, where it is to be signed. */
  readonly sign?: string;
}

/** A report: how it is chosen, what it is called, and how it is made. */
export interface ReportKind extends ReportDescription {
  readonly title: string;
  readonly make: (asked: Asked) => Promise<MadeReport>;
  /** Where there may be too many rows to show: all of them, some at a time, as the CSV has them. */
  readonly long?: {
    readonly columns: (asked: Asked) => readonly ReportColumn[];
    readonly rows: (asked: Asked) => AsyncIterable<readonly ReportRow[]>;
  };
}

/** What a report says of itself, where it says nothing else. */
const UNLESS_SAID = { parts: [], ofPerson: 'never', ofSpan: false, narrowedBy: [], choice: null } as const;

/** True where a card is of the part that is asked for alone; its department, site and group are those of the card. */
export function isAskedFor(
  { only, places, query }: Pick<Asked, 'only' | 'places' | 'query'>,
  card: {
    readonly personId: number;
    readonly groupId: number;
    readonly departmentId: number;
    readonly siteId?: number;
  },
): boolean {
  if (query.person !== undefined && Number(query.person) !== card.personId) return false;
  if (only === null) return true;
  if (only.part === 'department') return only.key === places.departments.get(card.departmentId)?.code;
  if (only.part === 'group') return only.key === places.groups.get(card.groupId)?.code;
  if (only.part === 'site' && card.siteId !== undefined)
    return only.key === places.sites.get(card.siteId)?.code;
  return true;
}

/** Defines a report: one file says everything about it, and a line in `REPORTS` makes it known. */
export const defineReport = (
  report: Omit<ReportKind, keyof typeof UNLESS_SAID> & Partial<Pick<ReportKind, keyof typeof UNLESS_SAID>>,
): ReportKind => ({ ...UNLESS_SAID, ...report });

/** The first rows of many, and whether that is all of them. */
export async function firstRows(
  pages: AsyncIterable<readonly ReportRow[]>,
  most: number,
): Promise<{ readonly rows: readonly ReportRow[]; readonly isAll: boolean }> {
  const rows: ReportRow[] = [];
  for await (const page of pages) {
    rows.push(...page.slice(0, most - rows.length + 1));
    if (rows.length > most) return { rows: rows.slice(0, most), isAll: false };
  }
  return { rows, isAll: true };
}
