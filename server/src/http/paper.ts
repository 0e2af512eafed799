import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** A page of a report or a file on paper. */
export interface Paper {
  readonly title: string;
  readonly under: string;
  /** Lines before and after the table. */
  readonly before?: readonly string[];
  readonly after?: readonly string[];
  readonly heading: readonly string[];
  /** Which columns are figures: they stand at the right. */
  readonly isFigure: readonly boolean[];
  readonly rows: readonly (readonly string[])[];
  /** A line to sign on. */
  readonly sign?: string;
}

/** Where the fonts of paper lie: they come with pdfmake. */
export const PAPER_FONTS = join(
  dirname(createRequire(import.meta.url).resolve('pdfmake/package.json')),
  'fonts',
  'Roboto',
);
/**
 * Loaded where it is needed: not every thread prints. The fonts come with the package; nothing else is read, from this
 * machine or another.
 */
async function printer() {
  const { default: pdfmake } = await import('pdfmake');
  pdfmake.setFonts({
    Roboto: {
      normal: join(PAPER_FONTS, 'Roboto-Regular.ttf'),
      bold: join(PAPER_FONTS, 'Roboto-Medium.ttf'),
      italics: join(PAPER_FONTS, 'Roboto-Italic.ttf'),
      bolditalics: join(PAPER_FONTS, 'Roboto-MediumItalic.ttf'),
    },
  });
  pdfmake.setLocalAccessPolicy((path) => path.startsWith(PAPER_FONTS));
  pdfmake.setUrlAccessPolicy(() => false);
  return pdfmake;
}

/** More is no paper that anybody reads; it is made in one piece, in a thread with bounds on its memory. */
export const MOST_ROWS_ON_PAPER = 12_000;

/** A table on paper, A4, as many pages as it takes, each with its heading and number. */
export async function paperOf({
  title,
  under,
  before = [],
  after = [],
  heading,
  isFigure,
  rows,
  sign,
}: Paper): Promise<Buffer> {
  const pdfmake = await printer();
  const columns = Math.max(heading.length, rows[0]?.length ?? 0, 1);
  const cell = (text: string, i: number, bold = false) => ({
    text,
    bold,
    alignment: isFigure[i] === true ? ('right' as const) : ('left' as const),
  });
  const padded = (cells: readonly string[]) => Array.from({ length: columns }, (_, i) => cells[i] ?? '');
  const made = pdfmake.createPdf({
    pageSize: 'A4',
    pageOrientation: columns > 6 ? 'landscape' : 'portrait',
    pageMargins: [40, 44, 40, 44],
    info: { title },
    defaultStyle: { font: 'Roboto', fontSize: 9 },
    footer: (page: number, pages: number) => ({
      columns: [
        { text: title, margin: [40, 12, 0, 0] },
        { text: `${page} of ${pages}`, alignment: 'right', margin: [0, 12, 40, 0] },
      ],
      fontSize: 8,
    }),
    content: [
      { text: title, fontSize: 15, bold: true },
      { text: under, margin: [0, 2, 0, 8] },
      ...before.map((text) => ({ text, margin: [0, 0, 0, 3] as [number, number, number, number] })),
      {
        table: {
          headerRows: heading.length > 0 ? 1 : 0,
          widths: Array.from({ length: columns }, () => 'auto' as const),
          body: [
            ...(heading.length > 0 ? [padded(heading).map((text, i) => cell(text, i, true))] : []),
            ...(rows.length > 0 ? rows : [[]]).map((row) => padded(row).map((text, i) => cell(text, i))),
          ],
        },
        layout: 'lightHorizontalLines',
      },
      ...after.map((text) => ({
        text,
        bold: true,
        margin: [0, 6, 0, 0] as [number, number, number, number],
      })),
      ...(sign === undefined
        ? []
        : [
            {
              columns: [
                {
                  text: '____________________________\nDate',
                  margin: [0, 48, 0, 0] as [number, number, number, number],
                },
                {
                  text: `____________________________________________\n${sign}`,
                  margin: [0, 48, 0, 0] as [number, number, number, number],
                },
              ],
            },
          ]),
    ],
  });
  return made.getBuffer();
}
