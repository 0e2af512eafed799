/** What spreadsheets take for the beginning of a formula, also in the wide forms of East Asian keyboards. */
const FORMULA =
  /(^|[\r\n\u2028\u2029\v\f]|\u0085)([^\S\r\n\u2028\u2029\v\f]*[\0"']*[^\S\r\n\u2028\u2029\v\f]*)([=+\-@\t\uFF1D\uFF0B\uFF0D\uFF20])/g;

/**
 * A text as a CSV cell that no spreadsheet takes for a formula, whichever way it reads line ends and quotes: whatever would start a cell or
 * a line like a formula gets an apostrophe before it (common practice, no source). Figures are written as they are.
 */
export function textCell(text: string): string {
  return text.replaceAll(
    FORMULA,
    (_found, before: string, space: string, start: string) => `${before}'${space}${start}`,
  );
}
