import { cards } from '../features/cards/feature.ts';
import { days } from '../features/days/feature.ts';
import { desk } from '../features/desk/feature.ts';
import { differences } from '../features/differences/feature.ts';
import { exceptions } from '../features/exceptions/feature.ts';
import { finder } from '../features/finder/feature.ts';
import { guide } from '../features/guide/feature.ts';
import { handoff } from '../features/handoff/feature.ts';
import { history } from '../features/history/feature.ts';
import { imports } from '../features/imports/feature.ts';
import { payFiles } from '../features/pay-files/feature.ts';
import { reports } from '../features/reports/feature.ts';
import { account } from '../features/sign-in/feature.ts';
import { type Feature, homeOf } from '../ui/screen/feature.ts';
import type { Keys } from '../ui/screen/keys.ts';

/** Every screen, in the order of the bar. */
export const FEATURES: readonly Feature[] = [
  desk,
  imports,
  exceptions,
  days,
  cards,
  handoff,
  differences,
  payFiles,
  reports,
  history,
  finder,
  account,
  guide,
];

/** The keys of every screen. */
export const EVERYWHERE = {
  find: { press: 'Ctrl K', does: 'Find a person, a day, a screen or something to do', inFields: true },
  undo: { press: 'Ctrl Z', does: 'Undo what was done last' },
  redo: { press: 'Ctrl Shift Z', does: 'Do again what was undone last' },
  keys: { press: '?', does: 'These keys' },
} as const satisfies Keys;

/** The screen at a path; undefined where there is none. */
export const featureAt = (path: string): Feature | undefined =>
  FEATURES.find((feature) => path === homeOf(feature) || path.startsWith(`${homeOf(feature)}/`));
