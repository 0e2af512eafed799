import { type Workday, workdayToIso, type ZoneOffsets } from '@heath/core';
import { workdaysBetween } from '../../../ui/ribbon/scale.ts';
import { dayOfMonth, longDay, shortDay } from '../../../ui/text/format.ts';

/** Whose time is added. */
export interface Person {
  readonly personId: number;
  readonly number: string;
  readonly name: string;
  readonly offsets: ZoneOffsets;
}

/** Whose time is added, on which workday. */
export interface Subject {
  readonly person: Person;
  readonly day: Workday;
}

/** What the lines are about: what is fixed for all of them, and what the first cell of each says. */
export interface AddTime {
  /** By which what was typed is kept. */
  readonly name: string;
  /** Above it: `Tuesday 27 October`. */
  readonly of: string;
  /** What the first cell is. */
  readonly first: string;
  readonly example: string;
  /** Whom or what the first cell means; or what is wrong with it and what would be right. */
  readonly read: (cell: string) => Subject | string;
  /** What is right for a line of each that can be put in with one press. */
  readonly all: readonly string[];
}

/** Time of several people on one workday: a person a line. */
export const ofDay = (day: Workday, people: readonly Person[], shown: readonly Person[]): AddTime => ({
  name: `day ${day}`,
  of: longDay(day),
  first: 'A person a line: number or name',
  example: 'MF-0131\t6:00\t14:00\nGaspar Ribeiro, 22, 6, Stores',
  read: (cell) => {
    const person = personIn(people, cell);
    return typeof person === 'string' ? person : { person, day };
  },
  all: shown.map(({ number }) => number),
});

/** Time of one person on several workdays: a day a line. */
export function ofPerson(
  person: Person,
  { firstDay, lastDay }: { readonly firstDay: Workday; readonly lastDay: Workday },
): AddTime {
  const days = workdaysBetween(firstDay, lastDay);
  return {
    name: `person ${person.personId} ${firstDay}`,
    of: person.name,
    first: 'A day a line: its date',
    example: '27 Oct\t6:00\t14:00\n2026-10-28, 22, 6, Stores',
    read: (cell) => {
      const meant = days.filter((day) => namesOf(day).has(asNamed(cell)));
      const [day] = meant;
      if (day === undefined)
        return `${cell || 'Nothing'} is no day of this period: write it as ${workdayToIso(firstDay)} or ${monthDay(firstDay)}.`;
      return meant.length === 1
        ? { person, day }
        : `${cell} can be ${meant.map(shortDay).join(' or ')}: write it as ${workdayToIso(day)}.`;
    },
    all: days.map((day) => workdayToIso(day)),
  };
}

/** The one person that is meant; else what is wrong. */
function personIn(people: readonly Person[], who: string): Person | string {
  const meant = who.toLowerCase();
  const exact = people.filter(({ number, name }) =>
    [number, name].some((one) => one.toLowerCase() === meant),
  );
  const near = exact.length > 0 ? exact : people.filter(({ name }) => name.toLowerCase().includes(meant));
  const [first] = near;
  if (meant === '' || first === undefined)
    return `Nobody here is called ${who || 'nothing'}: give a number or a name.`;
  return near.length === 1 ? first : `${who} can be ${near.length} people: give the number.`;
}

const monthDay = (day: Workday): string => shortDay(day).replace(/^\w+ /, '');

/** As people and spreadsheets write a date; `3/10` is the third of October and the tenth of March, and means the one that there is. */
function namesOf(day: Workday): ReadonlySet<string> {
  const [year, month, date] = workdayToIso(day).split('-').map(Number);
  const said = monthDay(day);
  const numbers = ['/', '.', '-'].flatMap((mark) => [
    `${date}${mark}${month}`,
    `${month}${mark}${date}`,
    `${date}${mark}${month}${mark}${year}`,
    `${month}${mark}${date}${mark}${year}`,
  ]);
  return new Set(
    [workdayToIso(day), String(dayOfMonth(day)), said, `${said} ${year}`, ...numbers].map(asNamed),
  );
}

const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*[ ,.]+/;

/** Without the weekday, leading zeros and what else two ways of writing one date differ in. */
const asNamed = (cell: string): string =>
  cell
    .trim()
    .toLowerCase()
    .replace(WEEKDAY, '')
    .replace(/\.$/, '')
    .replace(/\b0+(?=\d)/g, '')
    .replace(/([a-z]{3})[a-z]*/g, '$1');
