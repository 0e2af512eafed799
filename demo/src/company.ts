import {
  type Layout,
  type LayoutColumn,
  type MappingRule,
  type Rulebook,
  type Scheme,
  type Workday,
  workdayFromIso,
} from '@heath/core';
import { nameOf } from './names.ts';
import { harborAgreement } from './rulebooks/harbor-agreement.ts';
import { nightBerthTerms } from './rulebooks/night-berth-terms.ts';
import { shoreTerms } from './rulebooks/shore-terms.ts';

export const ZONE = 'Europe/London';

/** The code of a site, department, job or group: its first name, in small letters. */
export const codeOf = (name: string): string => name.toLowerCase().replaceAll(' ', '-');

export const SITES = ['Northquay', 'Saltholm', 'Ebb Point'] as const;
export const JOBS = [
  'Kittiwake',
  'Sandpiper',
  'Dunlin',
  'Berth maintenance',
  'Ticket hall',
  'Stores',
  'Storm duty',
] as const;
export const GROUPS: readonly { readonly name: string; readonly rulebook: Rulebook }[] = [
  { name: 'Afloat', rulebook: harborAgreement },
  { name: 'Ashore', rulebook: shoreTerms },
  { name: 'Night', rulebook: nightBerthTerms },
];

/** A shift as planned, in minutes of the wall clock after midnight of its day; past 1440 is the next morning. */
export interface Pattern {
  readonly start: number;
  readonly end: number;
}

export interface Department {
  readonly name: string;
  /** What an hour of most people in it costs, in ten-thousandths. */
  readonly rate: number;
  readonly group: 'Afloat' | 'Ashore' | 'Night';
  /** How many of each 64 people. */
  readonly share: number;
  readonly jobs: readonly (typeof JOBS)[number][];
  readonly patterns: readonly Pattern[];
  /** Two weeks from Monday: x is a day at work. */
  readonly roster: readonly string[];
  readonly punchesMeals: boolean;
  /** Whether the clock there tells in from out. */
  readonly undirected: boolean;
}

const hours = (start: number, end: number): Pattern => ({ start: start * 60, end: end * 60 });

export const DEPARTMENTS: readonly Department[] = [
  {
    name: 'Deck',
    rate: 178_500,
    group: 'Afloat',
    share: 16,
    jobs: ['Kittiwake', 'Sandpiper', 'Dunlin'],
    patterns: [hours(5.5, 14), hours(13.5, 22)],
    roster: ['xxxxx..xxxxx..', 'xxxx..xxxxxx..', '.xxxxx..xxxxx.'],
    punchesMeals: true,
    undirected: false,
  },
  {
    name: 'Engine Room',
    rate: 192_000,
    group: 'Afloat',
    share: 9,
    jobs: ['Kittiwake', 'Sandpiper', 'Dunlin'],
    patterns: [hours(5, 13.5), hours(13, 21.5)],
    roster: ['xxxxx..xxxxx..', '..xxxxx.xxxxx.'],
    punchesMeals: true,
    undirected: false,
  },
  {
    name: 'Onboard Services',
    rate: 151_500,
    group: 'Afloat',
    share: 12,
    jobs: ['Kittiwake', 'Sandpiper', 'Dunlin'],
    patterns: [hours(6, 14.5), hours(14, 22.5)],
    roster: ['xxxx..xxxx.xxx', 'xxxxx..xxxxx..'],
    punchesMeals: true,
    undirected: false,
  },
  {
    name: 'Terminals',
    rate: 156_000,
    group: 'Ashore',
    share: 11,
    jobs: ['Ticket hall'],
    patterns: [hours(6.5, 15), hours(13, 21.5)],
    roster: ['xxxxx..xxxxx..', 'xx..xxxxx..xxx'],
    punchesMeals: false,
    undirected: true,
  },
  {
    name: 'Night Berth',
    rate: 169_000,
    group: 'Night',
    share: 6,
    jobs: ['Berth maintenance'],
    patterns: [hours(22, 30)],
    roster: ['xxxxx..xxxxx..', 'xxx..xxxxx..xx'],
    punchesMeals: true,
    undirected: false,
  },
  {
    name: 'Workshop',
    rate: 184_000,
    group: 'Ashore',
    share: 6,
    jobs: ['Stores', 'Berth maintenance'],
    patterns: [hours(7, 15.5)],
    roster: ['xxxxx..xxxxx..'],
    punchesMeals: false,
    undirected: false,
  },
  {
    name: 'Office',
    rate: 171_500,
    group: 'Ashore',
    share: 4,
    jobs: ['Stores'],
    patterns: [hours(8.5, 17)],
    roster: ['xxxxx..xxxxx..'],
    punchesMeals: false,
    undirected: false,
  },
];

/** The first day of the first period; periods of two weeks follow one another from here. */
export const FIRST_PERIOD: Workday = workdayFromIso('2026-07-27');
/** The period the demo stands in: 19 October to 1 November 2026. */
export const CURRENT_PERIOD: Workday = workdayFromIso('2026-10-19');
/** Where the demo's clock stands: Monday 2 November 2026, 09:00 in London. */
export const DEMO_NOW = '2026-11-02T09:00:00Z';

/** Jobs of a type of their own: they are paid from codes of their own. */
export const JOB_TYPES: Readonly<Partial<Record<(typeof JOBS)[number], string>>> = { 'Storm duty': 'storm' };

/** The codes that the pay system knows. */
export const PAY_CODES: readonly {
  readonly code: string;
  readonly name: string;
  readonly kind: 'hours' | 'premium' | 'guarantee' | 'leave' | 'amount';
  readonly multiplier?: number;
}[] = [
  { code: '110', name: 'Ordinary', kind: 'hours', multiplier: 1 },
  { code: '215', name: 'Overtime, time and a half', kind: 'hours', multiplier: 1.5 },
  { code: '220', name: 'Overtime, double', kind: 'hours', multiplier: 2 },
  { code: '340', name: 'Night premium', kind: 'premium', multiplier: 0.25 },
  { code: '410', name: 'Call-out top-up', kind: 'guarantee' },
  { code: '510', name: 'Annual leave', kind: 'leave' },
  { code: '770', name: 'Storm duty', kind: 'hours', multiplier: 1 },
  { code: '775', name: 'Storm duty, time and a half', kind: 'hours', multiplier: 1.5 },
  { code: '780', name: 'Storm duty, double', kind: 'hours', multiplier: 2 },
  { code: '910', name: 'Mileage, in miles', kind: 'amount' },
  { code: '920', name: 'Expenses', kind: 'amount' },
];

const rule = (name: string, when: MappingRule['when'], code: string): MappingRule => ({
  name,
  firstDay: null,
  lastDay: null,
  when,
  code,
});

/** Which lines are paid under which code. */
export const MAPPING: readonly MappingRule[] = [
  rule('Storm duty at 2', { multipliers: [2], jobTypes: ['storm'] }, '780'),
  rule('Storm duty at 1½', { multipliers: [1.5], jobTypes: ['storm'] }, '775'),
  rule('Storm duty', { multipliers: [1], jobTypes: ['storm'] }, '770'),
  rule('Ordinary', { multipliers: [1] }, '110'),
  rule('Time and a half', { multipliers: [1.5] }, '215'),
  rule('Double', { multipliers: [2] }, '220'),
  rule('Night', { premiums: ['Night'] }, '340'),
  rule('Call-out', { guarantees: ['Call-out'] }, '410'),
  rule('Annual leave', { leave: ['Annual leave'] }, '510'),
  rule('Mileage', { amounts: ['Mileage'] }, '910'),
  rule('Expenses', { amounts: ['Expenses'] }, '920'),
];

const column = (holds: string, heading: string, more: object = {}): LayoutColumn =>
  ({ holds, heading, width: null, fill: ' ', align: 'left', ...more }) as LayoutColumn;
const hoursWritten = { written: '8.50', decimals: 2, align: 'right' } as const;

/** What the files of the pay system and of the board look like; the first is in use. */
export const LAYOUTS: readonly Layout[] = [
  {
    name: 'Tideline intake',
    kind: 'csv',
    lineFor: ['person', 'day', 'code', 'job', 'cost center'],
    columns: [
      column('person', 'EMP'),
      column('workday', 'DATE', { pattern: 'DD/MM/YYYY' }),
      column('code', 'CODE'),
      column('hours', 'HOURS', hoursWritten),
      column('cost center', 'COST'),
      column('reference', 'REF'),
    ],
    hasHeading: true,
    header: null,
    trailer: [
      column('words', '', { text: 'TRAILER' }),
      column('line count', 'lines'),
      column('control total', 'control total', hoursWritten),
      column('people count', 'people'),
    ],
    nothing: 'leave out',
    separator: ',',
    quotes: 'where needed',
    decimalMark: '.',
    lineEnd: 'crlf',
    encoding: 'utf-8',
    fileName: 'pay-{batch}-{last}.csv',
  },
  {
    name: 'Ledger by period',
    kind: 'fixed',
    lineFor: ['person', 'code'],
    columns: [
      column('person', 'NUMBER', { width: 10 }),
      column('code', 'CODE', { width: 6 }),
      column('period last', 'UNTIL', { pattern: 'YYYYMMDD', width: 8 }),
      column('hours', 'HOURS', { ...hoursWritten, width: 9, fill: '0' }),
    ],
    hasHeading: false,
    header: [
      column('words', '', { text: 'LEDGER', width: 10 }),
      column('batch number', '', { width: 6, fill: '0', align: 'right' }),
      column('period last', '', { pattern: 'YYYYMMDD', width: 8 }),
      column('hours', '', { ...hoursWritten, width: 9, fill: '0' }),
    ],
    trailer: null,
    nothing: 'leave out',
    separator: ',',
    quotes: 'never',
    decimalMark: '.',
    lineEnd: 'lf',
    encoding: 'windows-1252',
    fileName: 'ledger-{last}.txt',
  },
  {
    name: 'Paper for the board',
    kind: 'pdf',
    lineFor: ['code', 'department'],
    columns: [
      column('department', 'Department'),
      column('code', 'Code'),
      column('code name', 'Paid as'),
      column('hours', 'Hours', hoursWritten),
    ],
    hasHeading: true,
    header: null,
    trailer: [
      column('words', '', { text: 'Hours in all, premiums included:' }),
      column('hours', '', hoursWritten),
    ],
    nothing: 'leave out',
    separator: ',',
    quotes: 'never',
    decimalMark: '.',
    lineEnd: 'lf',
    encoding: 'utf-8',
    fileName: 'board-{last}.pdf',
  },
];

/** Who was hired in the middle of the current period: the pay system does not know them yet. */
export const HIRED = 57;

/** Holidays of the harbors. */
export const HOLIDAYS: readonly { readonly day: Workday; readonly name: string }[] = [
  { day: workdayFromIso('2026-08-31'), name: 'Regatta Day' },
  { day: workdayFromIso('2026-10-30'), name: 'Lantern Day' },
];

/** What an hour of somebody's work costs, in ten-thousandths; storm duty costs more. */
export function ratesOf({ department, index }: DemoPerson): readonly {
  readonly jobType: string | null;
  readonly firstDay: Workday;
  readonly rate: number;
}[] {
  const rate = department.rate + (index % 5) * 3500;
  return [
    { jobType: null, firstDay: workdayFromIso('2026-01-01'), rate },
    // Everybody has a little more from the autumn on.
    { jobType: null, firstDay: workdayFromIso('2026-10-05'), rate: rate + 4000 },
    { jobType: 'storm', firstDay: workdayFromIso('2026-01-01'), rate: rate + 45_000 },
  ];
}

/** How its pay periods follow one another: paid on the Friday after, on the day before where that is a holiday. */
export const SCHEME: Scheme = {
  every: { kind: 'two weeks', anchor: '2026-10-19' },
  payDay: { daysAfter: 1, weekday: 4, moved: 'before' },
};

/** Who is on leave in the current period, by the person's place in the company: days of the period, eight hours each. */
export const LEAVE: Readonly<Record<number, readonly number[]>> = { 33: [6, 7, 8, 9], 55: [2, 3] };
export const LEAVE_CODE = 'Annual leave';
/** The other kinds of leave that there are. */
export const LEAVE_KINDS = [LEAVE_CODE, 'Sick leave', 'Care leave'] as const;

/** What is paid beside hours in the current period, by the person's place in the company: on a day of the period, so much of it. */
export const AMOUNTS: readonly {
  readonly index: number;
  readonly day: number;
  readonly what: string;
  readonly amount: string;
  readonly note: string;
}[] = [
  { index: 36, day: 2, what: 'Mileage', amount: '41.6', note: 'To Ebb Point and back' },
  { index: 36, day: 8, what: 'Mileage', amount: '41.6', note: 'To Ebb Point and back' },
  { index: 5, day: 9, what: 'Expenses', amount: '18.75', note: 'Rope and shackles' },
];

/** Why exceptions are accepted here, as people say it. */
export const REASONS = [
  'The boat was late',
  'The clock on the pier was out of order',
  'The watch log has it',
  'They swapped shifts',
] as const;

/** What was asked of the supervisor afloat about punches that are missing, and what came of the first. */
export const QUESTIONS = ['Did they leave with the boat?', 'Who locked up that evening?'] as const;
export const ANSWER = 'Yes, they helped me to tie up and left with the rest of us.';

/** Somebody who moves to another department in the middle of the current period: their place in the company, and where to. */
export const MOVED = { index: 30, day: workdayFromIso('2026-10-26'), department: 'Deck' } as const;

/** A shift of an earlier period whose punches come after that was handed off: the clock of Saltholm was out of order on that Saturday. */
export const LATE = {
  index: 6,
  punches: ['2026-10-17T08:58:41+01:00,in', '2026-10-17T14:02:10+01:00,out'],
} as const;

/** A badge that nobody has. */
export const STRANGERS_BADGE = 'MF-0944';

/** A supervisor whose own card is among those he sees; the two others who sign in have the names that they are given. */
const PIOTR = { index: 14, name: 'Piotr Hale' } as const;
const GASPAR = 11;
const RHONA = 39;

/** Somebody who signs in to the demo. */
export interface DemoUser {
  readonly username: string;
  readonly name: string;
  readonly password: string;
  readonly role: 'specialist' | 'supervisor' | 'person' | 'auditor' | 'administrator';
  /** Their place in the company, where they have a card of their own. */
  readonly index?: number;
  readonly reach: 'all' | 'self' | { readonly departments: readonly string[] } | { readonly group: string };
}

/** Who can sign in to the demo. */
export const DEMO_USERS: readonly DemoUser[] = [
  { username: 'odile', name: 'Odile Ravn', password: 'gorse-in-bloom', role: 'specialist', reach: 'all' },
  { username: 'marek', name: 'Marek Tamm', password: 'heather-and-moss', role: 'specialist', reach: 'all' },
  {
    username: 'maeve',
    name: 'Maeve Halloran',
    password: 'bracken-by-the-gate',
    role: 'supervisor',
    reach: { departments: ['Terminals', 'Workshop'] },
  },
  {
    username: 'piotr',
    name: PIOTR.name,
    password: 'lichen-on-granite',
    role: 'supervisor',
    index: PIOTR.index,
    reach: { group: 'Afloat' },
  },
  { username: 'sunniva', name: 'Sunniva Aske', password: 'sundew-and-sedge', role: 'auditor', reach: 'all' },
  {
    username: 'conall',
    name: 'Conall Wray',
    password: 'juniper-over-peat',
    role: 'administrator',
    reach: 'all',
  },
  {
    username: 'gaspar',
    name: nameOf(GASPAR),
    password: 'plover-at-dusk',
    role: 'person',
    index: GASPAR,
    reach: 'self',
  },
  {
    username: 'rhona',
    name: nameOf(RHONA),
    password: 'cotton-grass-wind',
    role: 'person',
    index: RHONA,
    reach: 'self',
  },
];

export interface DemoPerson {
  readonly index: number;
  readonly number: string;
  readonly name: string;
  readonly department: Department;
  readonly site: (typeof SITES)[number];
  readonly job: (typeof JOBS)[number];
  readonly pattern: Pattern;
  readonly roster: string;
  readonly firstDay: Workday;
  readonly lastDay: Workday | null;
}

const DEPARTMENT_OF = DEPARTMENTS.flatMap((department) =>
  Array<Department>(department.share).fill(department),
);

/** The people of a company of any size; the first 64 are the demo's. */
export function people(count: number): DemoPerson[] {
  return Array.from({ length: count }, (_, index) => {
    const department = DEPARTMENT_OF[index % DEPARTMENT_OF.length]!;
    const pick = <T>(from: readonly T[]): T => from[index % from.length]!;
    return {
      index,
      number: `MF-${String(101 + index).padStart(4, '0')}`,
      name: index === PIOTR.index ? PIOTR.name : nameOf(index),
      department,
      site: department.name === 'Office' || department.name === 'Workshop' ? 'Northquay' : pick(SITES),
      job: pick(department.jobs),
      pattern: pick(department.patterns),
      roster: department.roster[Math.floor(index / 2) % department.roster.length]!,
      // One is hired and one leaves in the middle of the current period.
      firstDay: index === HIRED ? workdayFromIso('2026-10-26') : workdayFromIso('2024-01-08'),
      lastDay: index === 20 ? workdayFromIso('2026-10-23') : null,
    };
  });
}
