import { CORRECTIONS } from '@heath/core';

/** What each file holds, column by column: read by the readers and shown by --help. */
export interface Column {
  readonly name: string;
  readonly required: boolean;
  readonly says: string;
}
const must = (name: string, says: string): Column => ({ name, required: true, says });
const may = (name: string, says: string): Column => ({ name, required: false, says });

/** The column of a correction's setting: `punch-kind` for `punchKind`. */
export const columnOf = (setting: string): string =>
  setting.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
/** The setting that a column gives. */
export const settingIn = (column: string): string =>
  column.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());

/** The settings that corrections have, each with the kinds that have it. */
function settingsOfCorrections(): Map<string, string[]> {
  const kindsOf = new Map<string, string[]>();
  for (const { name, settings } of CORRECTIONS)
    for (const setting of Object.keys(settings))
      if (setting !== 'note') kindsOf.set(setting, [...(kindsOf.get(setting) ?? []), name]);
  return kindsOf;
}

export const COLUMNS = {
  punches: [
    must('person', 'who punched: a number or name, the same in every file'),
    must('at', '2026-10-25T01:30:00+01:00, or without an offset on the wall clock of the zone'),
    may(
      'kind',
      'in, out, meal-out, meal-in, break-out, break-in, job-change, undirected; empty is undirected',
    ),
    may('zone', "IANA zone, Europe/London; empty is the person's, else --zone"),
    may('job', 'job, by name'),
    may('department', 'department, by name; empty is the person’s'),
    may('site', 'site, by name'),
    may('note', 'a word about it'),
    may('id', 'a whole number that corrections refer to; empty is its line in the file'),
  ],
  people: [
    must('person', 'as in the punches'),
    may('zone', 'IANA zone of the home site'),
    may('department', 'home department'),
  ],
  plans: [
    must('person', 'as in the punches; in iCalendar the SUMMARY'),
    must('starts', 'when the planned shift starts; in iCalendar DTSTART'),
    must('ends', 'when it ends; in iCalendar DTEND'),
    may('job', 'job, by name; in iCalendar the first of CATEGORIES'),
  ],
  calendar: [
    must('date', '2026-12-25; in iCalendar DTSTART'),
    may('name', 'what the holiday is called; in iCalendar the SUMMARY'),
    may('kind', 'holiday or rest day; empty is holiday'),
    may('person', 'whose rest day it is; empty is everybody'),
  ],
  leave: [
    must('person', 'as in the punches; in iCalendar the SUMMARY'),
    must('date', '2026-10-20; in iCalendar DTSTART'),
    must('hours', 'decimal hours, 7.5; in iCalendar from DTSTART to DTEND'),
    must('code', 'what it is called on the lines; in iCalendar the first of CATEGORIES'),
    may('kind', 'leave or adjustment; empty is leave'),
    may('reason', 'why; in iCalendar the DESCRIPTION'),
    may('job', 'job, by name'),
    may('department', 'department, by name'),
  ],
  corrections: [
    must('person', 'as in the punches'),
    must('id', 'a whole number; a later correction overrides an earlier one'),
    must('do', CORRECTIONS.map(({ name }) => name).join(', ')),
    ...[...settingsOfCorrections()].map(([setting, kinds]) => may(columnOf(setting), kinds.join(', '))),
    may('note', 'a word about it; add, retype: about the punch'),
  ],
} satisfies Record<string, readonly Column[]>;
export type Kind = keyof typeof COLUMNS;

/** The columns of what comes out. */
export const OUT_COLUMNS = {
  lines: ['person', 'workday', 'class', 'job', 'department', 'seconds', 'hours'],
  exceptions: ['person', 'workday', 'kind', 'severity', 'at', 'measured', 'limit', 'proposals', 'says'],
} as const;
