import { monthNamed, type Workday, weekdayNamed, weekdayOf, workday, workdayToIso } from '@heath/core';
import type { Found, Known } from '../../ui/screen/feature.ts';
import { shortDay } from '../../ui/text/format.ts';

const MOST_FOUND = 30;
/** Whether words like `28 oct`, `oct 28`, `28`, `wed` or `2026-10-28` mean a day. Every word must. */
function isMeant(words: readonly string[], day: Workday): boolean {
  const iso = workdayToIso(day);
  return words.every(
    (word) =>
      word === iso ||
      (/^\d{1,2}\.?$/.test(word) && Number.parseInt(word, 10) === Number(iso.slice(8))) ||
      monthNamed(word) === Number(iso.slice(5, 7)) ||
      weekdayNamed(word) === weekdayOf(day),
  );
}

const isDayWord = (word: string): boolean =>
  /^\d{1,2}\.?$|^\d{4}-\d\d-\d\d$/.test(word) || monthNamed(word) > 0 || weekdayNamed(word) >= 0;

/** The days of a period that words mean; none where they mean none. */
function daysMeant(words: readonly string[], { period }: Known): Workday[] {
  if (period === undefined || words.length === 0) return [];
  const days: Workday[] = [];
  for (let day = period.firstDay; day <= period.lastDay; day = workday(day + 1))
    if (isMeant(words, day)) days.push(day);
  return days;
}

/** People by name or number, and their days: `rhona`, `mf-0103`, `rhona 28 oct`, `wed rhona`. */
export function findPeople(text: string, known: Known): readonly Found[] {
  const words = text
    .trim()
    .toLowerCase()
    .split(/[\s,]+/);
  const dayWords = words.filter(isDayWord);
  const nameWords = words.filter((word) => !isDayWord(word));
  const days = daysMeant(dayWords, known);
  // `may` is a month, and the beginning of a name.
  const wanted = dayWords.length > 0 && (days.length === 0 || nameWords.length === 0) ? words : nameWords;
  const withDays = wanted === nameWords ? days : [];
  const found: Found[] = [];
  for (const row of known.rows) {
    if (found.length >= MOST_FOUND) break;
    const name = row.name.toLowerCase();
    const number = row.number.toLowerCase();
    if (!wanted.every((word) => name.includes(word) || number.includes(word))) continue;
    const to = `/cards?period=${known.period?.id}&person=${row.personId}`;
    const person = { name: row.name, detail: row.department, aside: row.number };
    if (withDays.length === 0) found.push({ ...person, to });
    for (const day of withDays)
      found.push({ ...person, to: `${to}&day=${workdayToIso(day)}`, aside: shortDay(day) });
  }
  return found.slice(0, MOST_FOUND);
}
