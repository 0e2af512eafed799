/** GET /api/periods */
export interface PeriodsReply {
  readonly groups: readonly { readonly id: number; readonly name: string }[];
  /** Newest first. */
  readonly periods: readonly PeriodSummary[];
}

export interface PeriodSummary {
  readonly id: number;
  /** ISO 8601 dates. */
  readonly firstDay: string;
  readonly lastDay: string;
  readonly sealed: boolean;
}
