import type { CardsReply, SignedInUser } from '@heath/contract';
import { DEFAULT_WRITING } from '@heath/core';

/** A specialist who is signed in. */
export const SPECIALIST: SignedInUser = {
  id: 1,
  name: 'Odile Fell',
  roles: ['specialist'],
  personId: null,
  passwordIsGiven: false,
  writing: DEFAULT_WRITING,
  siteZone: 'Europe/London',
};

/** Replies as they travel: days are ISO dates. */
export const PERIODS = {
  groups: [
    { id: 1, name: 'Day' },
    { id: 2, name: 'Night' },
  ],
  periods: [
    { id: 2, firstDay: '2026-10-19', lastDay: '2026-11-01', sealed: false, groups: ['Afloat'] },
    { id: 1, firstDay: '2026-10-05', lastDay: '2026-10-18', sealed: true, groups: ['Afloat'] },
  ],
  current: 2,
  now: Date.UTC(2026, 10, 2, 9) / 1000,
};

export const STRIP = {
  days: [{ day: '2026-10-28', plannedSeconds: 57_600, clockedSeconds: 28_800, toSettle: 1 }],
  clockedSeconds: 28_800,
  payableHours: 720_000,
  toSettle: 1,
  people: 4,
  approved: 1,
  computing: 0,
  next: null,
};

/** Four people, the third of them of another group, the second and the last with something to settle. */
export const CARDS = {
  departments: ['Stores', 'Terminals'],
  personId: [11, 12, 13, 14],
  number: ['MF-0011', 'MF-0012', 'MF-0013', 'MF-0014'],
  name: ['Aino Brook', 'Calder Drum', 'Edda Fell', 'Gale Heron'],
  department: [0, 1, 0, 1],
  groupId: [1, 1, 2, 1],
  payableHours: [7_200_000, 3_600_000, 5_400_000, null],
  toSettle: [0, 2, 0, 1],
  marks: ['oo', 'ox', 'to', 'x-'],
  approval: [0, 0, 2, 0],
  next: null,
} as unknown as CardsReply;

/** A card with nothing on it but whose it is. */
export const cardOf = (personId: number) => {
  const i = CARDS.personId.indexOf(personId as (typeof CARDS.personId)[number]);
  return {
    row: {
      personId,
      number: CARDS.number[i],
      name: CARDS.name[i],
      department: CARDS.departments[CARDS.department[i] ?? 0],
      groupId: CARDS.groupId[i],
      payableHours: CARDS.payableHours[i],
      toSettle: CARDS.toSettle[i],
      marks: CARDS.marks[i],
      approval: 'none',
    },
    rulebook: 'Harbor agreement',
    edition: 1,
    firstDay: '2026-10-19',
    lastDay: '2026-11-01',
    sealed: false,
    changedSinceSealed: false,
    holidays: [],
    weekStartsOn: 0,
    offsets: { zone: 'Europe/London', starts: [0], offsets: [0] },
    plans: [],
    shifts: [],
    segments: [],
    lines: [],
    exceptions: [],
    reasons: [],
    corrections: [],
    approvals: [],
  };
};

/** What a change of a card would do: nothing, unless a test says otherwise. */
export const previewOf = (more: object = {}) => ({
  before: {},
  after: {},
  toSettle: 0,
  day: { workday: '2026-10-28', shifts: [], segments: [], lines: [] },
  week: {},
  ...more,
});
