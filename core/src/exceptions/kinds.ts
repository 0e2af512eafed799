import { absent } from './kinds/absent.ts';
import { averageOver } from './kinds/average-over.ts';
import { awayFromSite } from './kinds/away-from-site.ts';
import { breakOver } from './kinds/break-over.ts';
import { dailyOver } from './kinds/daily-over.ts';
import { earlyOut } from './kinds/early-out.ts';
import { futurePunch } from './kinds/future-punch.ts';
import { jobRequired } from './kinds/job-required.ts';
import { lateIn } from './kinds/late-in.ts';
import { mealLate } from './kinds/meal-late.ts';
import { mealMissed } from './kinds/meal-missed.ts';
import { mealShort } from './kinds/meal-short.ts';
import { missingIn } from './kinds/missing-in.ts';
import { missingOut } from './kinds/missing-out.ts';
import { notPlanned } from './kinds/not-planned.ts';
import { noteRequired } from './kinds/note-required.ts';
import { overlap } from './kinds/overlap.ts';
import { overtimeApproval } from './kinds/overtime-approval.ts';
import { repeatedPunch } from './kinds/repeated-punch.ts';
import { restUnder } from './kinds/rest-under.ts';
import { tooLong } from './kinds/too-long.ts';
import { tooShort } from './kinds/too-short.ts';
import { unknownJob } from './kinds/unknown-job.ts';
import { unusualTotal } from './kinds/unusual-total.ts';

/** Every kind of exception there is, in the order in which they are looked for. */
export const EXCEPTIONS = [
  missingOut,
  missingIn,
  repeatedPunch,
  tooLong,
  tooShort,
  overlap,
  futurePunch,
  unknownJob,
  jobRequired,
  noteRequired,
  notPlanned,
  absent,
  lateIn,
  earlyOut,
  mealMissed,
  mealShort,
  mealLate,
  breakOver,
  dailyOver,
  overtimeApproval,
  restUnder,
  averageOver,
  awayFromSite,
  unusualTotal,
] as const;

/** What lists call a kind: `In late`. The name itself where there is none of that name. */
export const exceptionLabel = (kind: string): string => labels.get(kind) ?? kind;
const labels = new Map<string, string>(EXCEPTIONS.map(({ name, label }) => [name, label]));

/** Whether what is measured of a kind is a time or a distance. */
export const exceptionMeasures = (kind: string): 'time' | 'distance' | 'nothing' =>
  measures.get(kind) ?? 'nothing';
const measures = new Map<string, 'time' | 'distance' | 'nothing'>(
  EXCEPTIONS.map(({ name, measures: what }) => [name, what]),
);
