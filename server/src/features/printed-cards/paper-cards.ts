import { join } from 'node:path';
import PDFDocument from 'pdfkit';
import { PAPER_FONTS } from '../../http/paper.ts';
import type { Band, Sheet, SheetRow, Stretch } from './sheet.ts';

/** Points of A4 lying down. */
const PAGE = { width: 842, height: 595, margin: 40 } as const;
const RIGHT = PAGE.width - PAGE.margin;
const DRAWING = { from: 128, to: 400 } as const;
const TIMES_AT = 408;
const FIGURES = { from: 560, to: RIGHT } as const;
const ROWS = { top: 104, bottom: 470, most: 23 } as const;
const HOUR = 3600;

const INK = '#27222e';
const SOFT = '#6a6372';
const RULE = '#ded6c6';
const FAINT = '#efe9dc';
const MOSS = '#9db58a';
const HEATHER = '#6b4577';
const HATCH_POINTS = 3;

type Doc = InstanceType<typeof PDFDocument>;

/**
 * Time cards on paper, a page each. Bytes are told as they come, so that the memory does not grow with the pages: 10,000 cards took 30 s and 127 MB
 * (2026-12-02), where a table maker took ten times as long.
 */
export class PaperCards {
  readonly #doc: Doc;
  readonly #ended: Promise<void>;

  constructor(onBytes: (bytes: Uint8Array) => void) {
    this.#doc = new PDFDocument({
      size: 'A4',
      layout: 'landscape',
      margin: 0,
      autoFirstPage: false,
      info: { Title: 'Time cards' },
    });
    this.#doc.registerFont('plain', join(PAPER_FONTS, 'Roboto-Regular.ttf'));
    this.#doc.registerFont('bold', join(PAPER_FONTS, 'Roboto-Medium.ttf'));
    this.#doc.on('data', onBytes);
    this.#ended = new Promise((resolve, reject) => {
      this.#doc.on('end', () => resolve());
      this.#doc.on('error', reject);
    });
  }

  /** Adds a card as the next page. */
  add(sheet: Sheet): void {
    this.#doc.addPage();
    new Page(this.#doc, sheet).draw();
  }

  /** Ends the paper; resolves when its last bytes were told. */
  async end(): Promise<void> {
    this.#doc.end();
    await this.#ended;
  }
}

class Page {
  readonly #doc: Doc;
  readonly #sheet: Sheet;
  readonly #height: number;
  readonly #axis: Stretch;
  readonly #size: number;

  constructor(doc: Doc, sheet: Sheet) {
    this.#doc = doc;
    this.#sheet = sheet;
    this.#height = Math.min((ROWS.bottom - ROWS.top) / sheet.rows.length, ROWS.most);
    this.#size = this.#height < 15 ? 7 : 8.5;
    this.#axis = axisOf(sheet.rows);
  }

  draw(): void {
    this.#head();
    for (const [i, row] of this.#sheet.rows.entries()) this.#row(row, ROWS.top + i * this.#height);
    this.#below(ROWS.top + this.#sheet.rows.length * this.#height);
  }

  #head(): void {
    const { name, under, title, headings } = this.#sheet;
    this.#text(name, PAGE.margin, 38, { size: 17, bold: true });
    this.#text(under, PAGE.margin, 60, { size: 9, color: SOFT });
    this.#text(title, RIGHT, 60, { size: 9, color: SOFT, isRight: true });
    this.#line(PAGE.margin, RIGHT, 76, INK, 1.2);
    for (let at = Math.ceil(this.#axis.from / (4 * HOUR)) * 4 * HOUR; at <= this.#axis.to; at += 4 * HOUR)
      this.#text(String((((at / HOUR) % 24) + 24) % 24).padStart(2, '0'), this.#x(at) - 4, 86, {
        size: 7,
        color: SOFT,
      });
    this.#text('Clocked', TIMES_AT, 86, { size: 8, color: SOFT });
    for (const [i, heading] of headings.entries())
      this.#text(heading, this.#right(i), 86, { size: 8, color: SOFT, isRight: true });
    this.#line(PAGE.margin, RIGHT, ROWS.top - 4, INK, 0.6);
  }

  #row(row: SheetRow, top: number): void {
    const middle = top + this.#height / 2 - this.#size * 0.6;
    if (row.isSum) this.#doc.rect(PAGE.margin, top - 1, RIGHT - PAGE.margin, this.#height - 1).fill(FAINT);
    this.#text(row.label, PAGE.margin + 2, middle, { size: this.#size, bold: true });
    if (row.aside !== '')
      this.#text(row.aside, PAGE.margin + 2, middle + this.#size, { size: 6, color: SOFT });
    for (const stretch of row.plans) this.#plan(stretch, top);
    for (const band of row.bands) this.#band(band, top);
    for (const stretch of row.clocked) this.#clocked(stretch, top);
    this.#text(row.times, TIMES_AT, middle, { size: Math.min(this.#size, 7.5), color: SOFT, width: 150 });
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
    this.#doc
      .moveTo(left, y)
      .lineTo(right, y)
      .moveTo(left, y - 1.5)
      .lineTo(left, y + 1.5)
      .moveTo(right, y - 1.5)
      .lineTo(right, y + 1.5)
      .lineWidth(0.6)
      .stroke(INK);
  }

  /** What is payable: ordinary time filled, overtime hatched, the more it pays the denser. */
  #band({ from, to, tier }: Band, top: number): void {
    const [left, width] = [this.#x(from), this.#x(to) - this.#x(from)];
    const [y, height] = [top + this.#height * 0.3, this.#height * 0.36];
    if (tier === 0) {
      this.#doc.rect(left, y, width, height).fill(MOSS);
      return;
    }
    this.#doc.save().rect(left, y, width, height).clip();
    const step = tier === 3 ? HATCH_POINTS / 2 : HATCH_POINTS;
    for (let x = left - height; x < left + width; x += step) {
      this.#doc.moveTo(x, y + height).lineTo(x + height, y);
      if (tier > 1) this.#doc.moveTo(x, y).lineTo(x + height, y + height);
    }
    this.#doc.lineWidth(0.7).stroke(HEATHER).restore();
    this.#doc.rect(left, y, width, height).lineWidth(0.4).stroke(HEATHER);
  }

  /** A thin bracket below: what was planned. */
  #plan({ from, to }: Stretch, top: number): void {
    const [left, right, y] = [this.#x(from), this.#x(to), top + this.#height * 0.78];
    this.#doc
      .moveTo(left, y - 2)
      .lineTo(left, y)
      .lineTo(right, y)
      .lineTo(right, y - 2)
      .lineWidth(0.4)
      .stroke(SOFT);
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
    const doc = this.#doc.font(of.bold === true ? 'bold' : 'plain').fontSize(of.size);
    const width = doc.widthOfString(text);
    doc.fillColor(of.color ?? INK);
    if (of.width !== undefined && width > of.width)
      doc.text(text, x, y, { width: of.width, height: of.size + 2, lineBreak: false, ellipsis: true });
    else doc.text(text, of.isRight === true ? x - width : x, y, { lineBreak: false });
    return width;
  }

  #line(from: number, to: number, y: number, color: string, width: number): void {
    this.#doc.moveTo(from, y).lineTo(to, y).lineWidth(width).stroke(color);
  }

  /** Where a time of a day lies on the drawing. */
  #x(at: number): number {
    const share = (at - this.#axis.from) / (this.#axis.to - this.#axis.from);
    return DRAWING.from + Math.min(Math.max(share, 0), 1) * (DRAWING.to - DRAWING.from);
  }

  /** Where a column of figures ends. */
  #right(i: number): number {
    const { length } = this.#sheet.headings;
    return FIGURES.from + ((i + 1) * (FIGURES.to - FIGURES.from)) / length;
  }
}

/** The hours that the drawing of all days of a card shows: at least twelve, whole hours. */
function axisOf(rows: readonly SheetRow[]): Stretch {
  let [from, to] = [24 * HOUR, 0];
  for (const { clocked, bands, plans } of rows)
    for (const one of [...clocked, ...bands, ...plans]) {
      if (one.from < from) from = one.from;
      if (one.to > to) to = one.to;
    }
  if (from >= to) return { from: 6 * HOUR, to: 18 * HOUR };
  const [first, last] = [Math.floor(from / HOUR) * HOUR, Math.ceil(to / HOUR) * HOUR];
  return { from: first, to: Math.max(last, first + 12 * HOUR) };
}
