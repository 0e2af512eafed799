/** How numbers of a sheet are shown: whether a date, a time of day, or both. */
export interface NumberFormat {
  readonly date: boolean;
  readonly time: boolean;
}

const PLAIN: NumberFormat = { date: false, time: false };
const DATE: NumberFormat = { date: true, time: false };
const TIME: NumberFormat = { date: false, time: true };
const BOTH: NumberFormat = { date: true, time: true };

/** Number formats that have no text of their own, by their number (ECMA-376 part 1, 18.8.30; recalled from memory). */
function builtIn(id: number): NumberFormat {
  if (id === 22) return BOTH;
  if (id >= 14 && id <= 17) return DATE;
  if ((id >= 18 && id <= 21) || (id >= 45 && id <= 47)) return TIME;
  if ((id >= 27 && id <= 36) || (id >= 50 && id <= 58)) return DATE;
  return PLAIN;
}

/** A number format by its number and, where it has one, its text. */
export function numberFormat(id: number, code: string | undefined): NumberFormat {
  if (code === undefined) return builtIn(id);
  if (/^(general|standard)$/i.test(code)) return PLAIN;
  // What is quoted, escaped or a color is no pattern; elapsed hours stand in brackets and are one.
  const pattern = code.replaceAll(/"[^"]*"|\\.|_.|\*./g, '').replaceAll(/\[(?![hms]+\])[^\]]*\]/gi, '');
  const first = pattern.split(';', 1).join('').toLowerCase();
  return { date: /[dy]/.test(first) || /mmm/.test(first), time: /[hs]/.test(first) };
}

const SECONDS_PER_DAY = 86_400;
/** Day 0 of the sheet as days since 1970. Days before 1 March 1900 count a leap day that there was not; nobody punched then. */
const DAY_ZERO = -25_569;
const DAYS_BETWEEN_SYSTEMS = 1462;
const LAST_DAY = 2_958_465;

/** A sheet's number as text: dates as ISO dates, times of day as times, anything else as the number it is. */
export function numberText(written: string, format: NumberFormat, from1904: boolean): string {
  const value = Number(written);
  if (!Number.isFinite(value)) return written;
  if ((!format.date && !format.time) || value < 0) return String(value);
  const seconds = Math.round(value * SECONDS_PER_DAY);
  const day = Math.floor(seconds / SECONDS_PER_DAY);
  const ofDay = seconds - day * SECONDS_PER_DAY;
  if (day > LAST_DAY) return String(value);
  const two = (n: number) => String(n).padStart(2, '0');
  const time = `${two(Math.floor(ofDay / 3600))}:${two(Math.floor(ofDay / 60) % 60)}:${two(ofDay % 60)}`;
  if (!format.date && day === 0) return time;
  const days = DAY_ZERO + day + (from1904 ? DAYS_BETWEEN_SYSTEMS : 0);
  const date = new Date(days * SECONDS_PER_DAY * 1000).toISOString().slice(0, 10);
  // Midnight is a time too where the format shows one.
  return format.time || ofDay > 0 ? `${date} ${time}` : date;
}

/** The column of a cell's name, from 0: `C7` is 2. Null where it is none. */
export function columnOf(name: string): number | null {
  const letters = /^([A-Z]{1,3})\d*$/.exec(name)?.[1];
  if (letters === undefined) return null;
  let column = 0;
  for (const letter of letters) column = column * 26 + letter.charCodeAt(0) - 64;
  return column <= 16_384 ? column - 1 : null;
}

/** The letters of a column, from 0. */
export function columnName(column: number): string {
  let name = '';
  for (let at = column + 1; at > 0; at = Math.floor((at - 1) / 26))
    name = String.fromCharCode(65 + ((at - 1) % 26)) + name;
  return name;
}
