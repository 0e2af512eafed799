/** What a rulebook cannot mean: where it stands, why, and what would be right. */
export interface RulebookFault {
  readonly path: string;
  readonly reason: string;
}
