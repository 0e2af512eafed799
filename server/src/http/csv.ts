/**
 * A text as a CSV cell that no spreadsheet takes for a formula: one that starts like a formula gets an apostrophe before
 * it (common practice, no source). Figures are written as they are.
 */
export function textCell(text: string): string {
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
}
