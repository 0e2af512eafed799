/** Workbooks made from their parts, for tests: also such as no program would write. */
import { strToU8, zipSync } from 'fflate';

export type CellValue =
  | string
  | number
  | { readonly date: number }
  | { readonly time: number }
  | { readonly moment: number };

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const column = (i: number): string =>
  (i < 26 ? '' : column(Math.floor(i / 26) - 1)) + String.fromCharCode(65 + (i % 26));

function cellXml(value: CellValue, at: string, strings: string[]): string {
  if (typeof value === 'number') return `<c r="${at}"><v>${value}</v></c>`;
  if (typeof value === 'string') {
    if (value === '') return '';
    strings.push(value);
    return `<c r="${at}" t="s"><v>${strings.length - 1}</v></c>`;
  }
  if ('date' in value) return `<c r="${at}" s="1"><v>${value.date}</v></c>`;
  if ('time' in value) return `<c r="${at}" s="2"><v>${value.time}</v></c>`;
  return `<c r="${at}" s="3"><v>${value.moment}</v></c>`;
}

const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n';
const MAIN = 'xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"';
const PACKAGE = 'xmlns="http://schemas.openxmlformats.org/package/2006/relationships"';
const TYPE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';

/** The parts of a workbook with one sheet, by their names in the zip. */
export function workbookParts(rows: readonly (readonly CellValue[])[]): Record<string, string> {
  const strings: string[] = [];
  const sheet = rows
    .map(
      (cells, r) =>
        `<row r="${r + 1}">${cells.map((cell, c) => cellXml(cell, `${column(c)}${r + 1}`, strings)).join('')}</row>`,
    )
    .join('');
  return {
    '[Content_Types].xml': `${HEAD}<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>`,
    '_rels/.rels': `${HEAD}<Relationships ${PACKAGE}><Relationship Id="rId1" Type="${TYPE}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `${HEAD}<workbook ${MAIN} xmlns:r="${TYPE}"><sheets><sheet name="Punches" sheetId="1" r:id="rId1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `${HEAD}<Relationships ${PACKAGE}><Relationship Id="rId1" Type="${TYPE}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    'xl/styles.xml': `${HEAD}<styleSheet ${MAIN}><numFmts><numFmt numFmtId="164" formatCode="yyyy\\-mm\\-dd&quot; at &quot;hh:mm"/></numFmts><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="20"/><xf numFmtId="164"/></cellXfs></styleSheet>`,
    'xl/sharedStrings.xml': `${HEAD}<sst ${MAIN}>${strings.map((text) => `<si><t xml:space="preserve">${escaped(text)}</t></si>`).join('')}</sst>`,
    'xl/worksheets/sheet1.xml': `${HEAD}<worksheet ${MAIN}><sheetData>${sheet}</sheetData></worksheet>`,
  };
}

/** Parts as a zip. */
export const zipped = (parts: Readonly<Record<string, string | Uint8Array>>): Buffer =>
  Buffer.from(
    zipSync(
      Object.fromEntries(
        Object.entries(parts).map(([name, part]) => [name, typeof part === 'string' ? strToU8(part) : part]),
      ),
    ),
  );

export const workbook = (rows: readonly (readonly CellValue[])[]): Buffer => zipped(workbookParts(rows));

/** An instant as a sheet's number: days since 30 December 1899. */
export const sheetNumber = (milliseconds: number): number => milliseconds / 86_400_000 + 25_569;
