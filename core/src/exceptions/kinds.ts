import { sentenceWith } from '../kinds/sentence.ts';
import type { Exception } from '../model/exception.ts';
import type { Instant } from '../time/units.ts';
import type { ExceptionKind } from './define.ts';
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

const byName = new Map<string, ExceptionKind>(EXCEPTIONS.map((kind) => [kind.name, kind]));

/** The kind of that name; undefined where there is none. */
export const exceptionKind = (name: string): ExceptionKind | undefined => byName.get(name);

/** What lists call a kind: `In late`. The name itself where there is none of that name. */
export const exceptionLabel = (kind: string): string => byName.get(kind)?.label ?? kind;

/** How whoever shows an exception writes what was measured. */
export interface MeasureWriter {
  /** Of seconds. */
  time(seconds: number): string;
  /** Of meters. */
  distance(meters: number): string;
}

/** What was found, in a sentence: `In 12 m late, more than 5 m`. */
export function exceptionSentence(
  { kind: name, measured, limit }: Pick<Exception, 'kind' | 'measured' | 'limit'>,
  writer: MeasureWriter,
): string {
  const kind = byName.get(name);
  if (kind === undefined) return name;
  const written = (of: number | null) => {
    if (of === null || kind.measures === 'nothing') return undefined;
    return kind.measures === 'time' ? writer.time(of) : writer.distance(of);
  };
  return sentenceWith(kind.sentence, {
    measured: written(measured),
    limit: limit === 0 ? undefined : written(limit),
  });
}

/** An exception in a line, where the time of day says more than its sentence: `In 21:58, nothing after`; null where its sentence says all. */
export function exceptionLine(
  { kind, at }: Pick<Exception, 'kind' | 'at'>,
  clock: (at: Instant) => string,
): string | null {
  const line = byName.get(kind)?.line;
  return line === undefined ? null : sentenceWith(line, { at: clock(at) });
}
