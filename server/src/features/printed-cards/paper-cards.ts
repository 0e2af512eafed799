import { join } from 'node:path';
import PDFDocument from 'pdfkit';
import { PAPER_FONTS } from '../../http/paper.ts';
import { boxAt, lineOver, PageContent, type TextSetting } from './page-content.ts';
import type { Band, Sheet, SheetRow, Stretch } from './sheet.ts';

/** Points of A4 lying down. */
const PAGE = { width: 842, height: 595, margin: 40 } as const;
const RIGHT = PAGE.width - PAGE.margin;
const DRAWING = { from: 128, to: 386 } as const;
const TIMES_AT = 394;
const TIMES_WIDTH = 150;
const FIGURES = { from: 528, to: RIGHT } as const;
const ROWS = { top: 104, bottom: 470, most: 23 } as const;

const PLAIN = join(PAPER_FONTS, 'Roboto-Regular.ttf');
const BOLD = join(PAPER_FONTS, 'Roboto-Medium.ttf');

const INK = '#27222e';
const SOFT = '#6a6372';
const RULE = '#ded6c6';
const FAINT = '#efe9dc';
const MOSS = '#9db58a';
const HEATHER = '#6b4577';
const HATCH_POINTS = 3;

type Doc = InstanceType<typeof PDFDocument>;

/**
 * Time cards on paper, a page each. Bytes are told as they come, so that the memory hardly grows with the pages: 2.4 kB each
 * (2026-12-02).
 */
export class PaperCards {
  readonly #doc: Doc;
  readonly #content: PageContent;
  readonly #ended: Promise<void>;

  constructor(onBytes: (bytes: Uint8Array) => void) {
    this.#doc = new PDFDocument({
      size: 'A4',
      layout: 'landscape',
      margin: 0,
      autoFirstPage: false,
      info: { Title: 'Time cards' },
      // Else it reads a font of its own from a folder that a built server does not have.
      font: PLAIN,
    });
    this.#content = new PageContent(this.#doc);
    this.#doc.on('data', onBytes);
    this.#ended = new Promise((resolve, reject) => {
      this.#doc.on('end', () => resolve());
      this.#doc.on('error', reject);
    });
  }

  /** Adds a card as the next page. */
  add(sheet: Sheet): void {
    this.#doc.addPage();
    new Page(this.#content, sheet).draw();
    this.#content.end();
  }

  /** Ends the paper; resolves when its last bytes were told. */
  async end(): Promise<void> {
    this.#doc.end();
    await this.#ended;
  }
}

class Page {
  readonly #content: PageContent;
  readonly #sheet: Sheet;
  readonly #height: number;
  readonly #size: number;

  constructor(content: PageContent, sheet: Sheet) {
    this.#content = content;
    this.#sheet = sheet;
    this.#height = Math.min((ROWS.bottom - ROWS.top) / sheet.rows.length, ROWS.most);
    this.#size = this.#height < 15 ? 7 : 8.5;
  }

  draw(): void {
    this.#head();
    for (const [i, row] of this.#sheet.rows.entries()) this.#row(row, ROWS.top + i * this.#height);
    this.#below(ROWS.top + this.#sheet.rows.length * this.#height);
  }

  #head(): void {
    const { name, under, title, headings, axis } = this.#sheet;
    this.#text(name, PAGE.margin, 38, { size: 17, bold: true });
    this.#text(under, PAGE.margin, 60, { size: 9, color: SOFT });
    this.#text(title, RIGHT, 60, { size: 9, color: SOFT, isRight: true });
    this.#line(PAGE.margin, RIGHT, 76, INK, 1.2);
    for (const { at, label } of axis.hours) this.#text(label, this.#x(at) - 4, 86, { size: 7, color: SOFT });
    this.#text('Clocked', TIMES_AT, 86, { size: 8, color: SOFT });
    for (const [i, heading] of headings.entries())
      this.#text(heading, this.#right(i), 86, { size: 7, color: SOFT, isRight: true });
    this.#line(PAGE.margin, RIGHT, ROWS.top - 4, INK, 0.6);
  }

  #row(row: SheetRow, top: number): void {
    const middle = top + this.#height / 2 - this.#size * 0.6;
    if (row.isSum)
      this.#content.fill(boxAt(PAGE.margin, top - 1, RIGHT - PAGE.margin, this.#height - 1), FAINT);
    this.#text(row.label, PAGE.margin + 2, middle, { size: this.#size, bold: true });
    if (row.aside !== '')
      this.#text(row.aside, PAGE.margin + 2, middle + this.#size, { size: 6, color: SOFT });
    for (const stretch of row.plans) this.#plan(stretch, top);
    for (const band of row.bands) this.#band(band, top);
    for (const stretch of row.clocked) this.#clocked(stretch, top);
    this.#text(row.times, TIMES_AT, middle, {
      size: Math.min(this.#size, 7.5),
      color: SOFT,
      width: TIMES_WIDTH,
    });
    for (const [i, cell] of row.cells.entries())
      this.#text(cell, this.#right(i), middle, {
        size: this.#size,
        bold: row.isSum || i === row.cells.length - 1,
        isRight: true,
      });
    this.#line(PAGE.margin, RIGHT, top + this.#height - 2, RULE, 0.4);
  }

  /** A hairline with a tick at each end: what was clocked. */
  #clocked({ from, to }: Stretch, top: number): void {
    const [left, right, y] = [this.#x(from), this.#x(to), top + this.#height * 0.16];
    const tick = (x: number) => lineOver([x, y - 1.5], [x, y + 1.5]);
    this.#content.stroke(`${lineOver([left, y], [right, y])} ${tick(left)} ${tick(right)}`, INK, 0.6);
  }

  /** What is payable: ordinary time filled, overtime hatched, the more it pays the denser. */
  #band({ from, to, tier }: Band, top: number): void {
    const [left, width] = [this.#x(from), this.#x(to) - this.#x(from)];
    const [y, height] = [top + this.#height * 0.3, this.#height * 0.36];
    const box = boxAt(left, y, width, height);
    if (tier === 0) {
      this.#content.fill(box, MOSS);
      return;
    }
    const step = tier === 3 ? HATCH_POINTS / 2 : HATCH_POINTS;
    const hatch: string[] = [];
    for (let x = left - height; x < left + width; x += step) {
      hatch.push(lineOver([x, y + height], [x + height, y]));
      if (tier > 1) hatch.push(lineOver([x, y], [x + height, y + height]));
    }
    this.#content.strokeWithin(box, hatch.join(' '), HEATHER, 0.7);
    this.#content.stroke(box, HEATHER, 0.4);
  }

  /** A thin bracket below: what was planned. */
  #plan({ from, to }: Stretch, top: number): void {
    const [left, right, y] = [this.#x(from), this.#x(to), top + this.#height * 0.78];
    this.#content.stroke(lineOver([left, y - 2], [left, y], [right, y], [right, y - 2]), SOFT, 0.4);
  }

  #below(top: number): void {
    const { sums, statement, signers, foot, page } = this.#sheet;
    let x: number = PAGE.margin;
    for (const { figure, what } of sums) {
      x += this.#text(figure, x, top + 8, { size: 10, bold: true }) + 4;
      x += this.#text(what, x, top + 9, { size: 8.5, color: SOFT }) + 18;
    }
    this.#text(
      `${statement} Line: clocked. Band: ordinary. Hatched: overtime. Bracket: planned.`,
      PAGE.margin,
      top + 28,
      { size: 8.5 },
    );
    const y = Math.min(top + 76, 535);
    const half = (RIGHT - PAGE.margin) / 2;
    signers.forEach((signer, i) => {
      const left = PAGE.margin + i * (half + 20);
      const right = left + half - 20;
      this.#line(left, right, y, INK, 0.8);
      this.#text(signer, left, y + 4, { size: 8.5, color: SOFT });
      this.#text('Date', right, y + 4, { size: 8.5, color: SOFT, isRight: true });
    });
    this.#text(foot, PAGE.margin, 566, { size: 7.5, color: SOFT });
    this.#text(page, RIGHT, 566, { size: 7.5, color: SOFT, isRight: true });
  }

  /** Writes a text and returns how wide it is. */
  #text(
    text: string,
    x: number,
    y: number,
    of: { size: number; bold?: boolean; color?: string; isRight?: boolean; width?: number },
  ): number {
    if (text === '') return 0;
    const setting = { font: of.bold === true ? BOLD : PLAIN, size: of.size, color: of.color ?? INK };
    const shown = of.width === undefined ? text : this.#cut(text, of.width, setting);
    const width = this.#content.widthOf(shown, setting);
    this.#content.add(shown, of.isRight === true ? x - width : x, y, setting);
    return width;
  }

  /** As much of a text as has room. */
  #cut(text: string, room: number, setting: TextSetting): string {
    if (this.#content.widthOf(text, setting) <= room) return text;
    let shown = text;
    while (shown !== '' && this.#content.widthOf(`${shown}…`, setting) > room) shown = shown.slice(0, -1);
    return `${shown}…`;
  }

  #line(from: number, to: number, y: number, color: string, width: number): void {
    this.#content.stroke(lineOver([from, y], [to, y]), color, width);
  }

  /** Where a time of a day lies on the drawing. */
  #x(at: number): number {
    const { from, to } = this.#sheet.axis;
    const share = (at - from) / (to - from);
    return DRAWING.from + Math.min(Math.max(share, 0), 1) * (DRAWING.to - DRAWING.from);
  }

  /** Where a column of figures ends. */
  #right(i: number): number {
    const { length } = this.#sheet.headings;
    return FIGURES.from + ((i + 1) * (FIGURES.to - FIGURES.from)) / length;
  }
}
