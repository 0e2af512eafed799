/** A correction as the card's history shows it. */
export interface CorrectionView {
  readonly id: number;
  readonly kind: 'add' | 'move' | 'drop' | 'undo';
  readonly at: number | null;
  readonly punchKind: string | null;
  readonly note: string;
  readonly by: string;
  /** ISO 8601 instant. */
  readonly madeAt: string;
  readonly payableBeforeHours: number;
  readonly payableAfterHours: number;
  readonly undoes: number | null;
  /** Another correction took it back. */
  readonly undone: boolean;
}
