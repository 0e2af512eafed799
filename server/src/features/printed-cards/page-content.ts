import type PDFDocument from 'pdfkit';

type Doc = InstanceType<typeof PDFDocument>;

/** An open font, as pdfkit has it inside. */
interface OpenFont {
  readonly id: string;
  readonly ascender: number;
  ref(): unknown;
  /** The codes of a text in the part of the font that goes into the file, four hexadecimal digits each. */
  encode(text: string): [codes: readonly string[], positions: unknown];
  widthOfString(text: string, size: number): number;
}

/** A sign of a font: its code, and how wide it is in thousandths of its size. */
interface Sign {
  readonly code: string;
  readonly width: number;
}

/** How a text is set. */
export interface TextSetting {
  readonly font: string;
  readonly size: number;
  /** As `#rrggbb`. */
  readonly color: string;
}

/** A way to draw along, in points from the left top corner of the page: `10 20 m 30 20 l` as PDF has it. */
export type Path = string;

/** A line from one place to the next ones. */
export const lineOver = (...places: readonly (readonly [x: number, y: number])[]): Path =>
  places.map(([x, y], i) => `${short(x)} ${short(y)} ${i === 0 ? 'm' : 'l'}`).join(' ');
export const boxAt = (x: number, y: number, width: number, height: number): Path =>
  `${short(x)} ${short(y)} ${short(width)} ${short(height)} re`;

/**
 * What stands on a page: lines, boxes and texts, in the operators of PDF, put there together. Each sign is looked up once in a font, and signs stand
 * side by side as wide as they are. Drawn and laid out one by one, a card took 7 ms; so it takes 2 (2026-12-02).
 */
export class PageContent {
  readonly #doc: Doc;
  readonly #fonts = new Map<string, { readonly open: OpenFont; readonly signs: Map<string, Sign> }>();
  #drawn: string[] = [];
  #written: string[] = [];

  constructor(doc: Doc) {
    this.#doc = doc;
  }

  /** Draws along a way. */
  stroke(path: Path, color: string, width: number): void {
    this.#drawn.push(`${rgb(color)} RG ${width} w ${path} S`);
  }

  /** Fills what a way goes around. */
  fill(path: Path, color: string): void {
    this.#drawn.push(`${rgb(color)} rg ${path} f`);
  }

  /** Draws along a way as far as it lies within a box. */
  strokeWithin(box: Path, path: Path, color: string, width: number): void {
    this.#drawn.push(`q ${box} W n ${rgb(color)} RG ${width} w ${path} S Q`);
  }

  /** How wide a text is, in points. */
  widthOf(text: string, { font, size }: Pick<TextSetting, 'font' | 'size'>): number {
    let width = 0;
    for (const sign of text) width += this.#sign(font, sign).width;
    return (width * size) / 1000;
  }

  /** Writes a text whose left top corner lies at a place. */
  add(text: string, x: number, y: number, { font, size, color }: TextSetting): void {
    const { open } = this.#font(font);
    const baseline = this.#doc.page.height - y - (open.ascender * size) / 1000;
    let codes = '';
    for (const sign of text) codes += this.#sign(font, sign).code;
    this.#written.push(
      `${rgb(color)} rg BT 1 0 0 1 ${short(x)} ${short(baseline)} Tm /${open.id} ${short(size)} Tf <${codes}> Tj ET`,
    );
  }

  /** Puts everything on the page, the texts above what was drawn. */
  end(): void {
    const { page } = this.#doc;
    const fonts: Record<string, unknown> = insideOf(page).fonts;
    for (const { open } of this.#fonts.values()) fonts[open.id] ??= open.ref();
    // A page has its origin at the top; texts have theirs at the bottom, else they stand on their heads.
    const upright = `q 1 0 0 -1 0 ${short(page.height)} cm`;
    this.#doc.addContent([...this.#drawn, upright, ...this.#written, 'Q'].join('\n'));
    this.#drawn = [];
    this.#written = [];
  }

  #font(path: string) {
    const known = this.#fonts.get(path);
    if (known !== undefined) return known;
    this.#doc.font(path);
    const font = { open: insideOf(this.#doc)._font, signs: new Map<string, Sign>() };
    this.#fonts.set(path, font);
    return font;
  }

  #sign(path: string, sign: string): Sign {
    const { open, signs } = this.#font(path);
    const known = signs.get(sign);
    if (known !== undefined) return known;
    const found = { code: open.encode(sign)[0].join(''), width: open.widthOfString(sign, 1000) };
    signs.set(sign, found);
    return found;
  }
}

/** Members of a pdfkit document or page that its types leave out; the lock file pins the version. */
const insideOf = (of: object) => of as { readonly _font: OpenFont; readonly fonts: Record<string, unknown> };

/** A tenth of a point is finer than paper shows, and shorter to write. */
const short = (n: number): string => String(Math.round(n * 10) / 10);

const colors = new Map<string, string>();

/** A color as PDF has it: red, green and blue from 0 to 1. */
function rgb(color: string): string {
  let written = colors.get(color);
  if (written === undefined) {
    const parts = [1, 3, 5].map((at) => Number.parseInt(color.slice(at, at + 2), 16) / 255);
    written = parts.map((part) => String(Math.round(part * 1000) / 1000)).join(' ');
    colors.set(color, written);
  }
  return written;
}
