import type { ReportQuery } from '@heath/contract';
import type { Part, PartNames, ReportTable, Workday } from '@heath/core';
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
  readonly places: PlacesByNumber;
  readonly names: PartNames;
  readonly query: ReportQuery;
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

/** A report: what it is called, and how it is made. */
export interface ReportKind {
  readonly title: string;
  readonly make: (asked: Asked) => Promise<MadeReport>;
}
