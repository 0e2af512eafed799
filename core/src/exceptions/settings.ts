import type { JobId } from '../record/ids.ts';
import type { Rulebook } from '../rulebook/schema.ts';
import { durationSeconds } from '../time/lengths.ts';
import { seconds } from '../time/units.ts';
import { EXCEPTION_KINDS, type ExceptionKind, type ExceptionRule, type ExceptionRules } from './types.ts';

/** What holds up the handoff where a rulebook does not say otherwise. */
const BY_DEFAULT: readonly ExceptionKind[] = [
  'missing-out',
  'missing-in',
  'future-punch',
  // Whether any rule waits is not this rulebook's to know: the hours of a week may follow its earlier edition.
  'overtime-approval',
];
const MEALS: readonly ExceptionKind[] = ['meal-missed', 'meal-short', 'meal-late'];

/** What a rulebook looks for, and how severe each kind is. */
export function compileExceptions(
  rules: Rulebook,
  jobsOf: (jobs: readonly string[] | undefined, path: string) => ReadonlySet<JobId> | null,
): ExceptionRules {
  const looked = new Map<ExceptionKind, ExceptionRule>();
  for (const kind of EXCEPTION_KINDS) {
    const setting:
      | {
          severity: ExceptionRule['severity'] | 'off';
          over?: string;
          under?: string;
          overMeters?: number;
          weeks?: number;
          jobs?: string[] | undefined;
        }
      | undefined = rules.exceptions?.[kind];
    const severity = setting?.severity ?? defaultSeverity(kind, rules.breaks.mealsDue !== undefined);
    if (severity === 'off') continue;
    looked.set(kind, {
      severity,
      limitSeconds: seconds(durationSeconds(setting?.over ?? setting?.under ?? 'PT0S')),
      limitMeters: setting?.overMeters ?? 0,
      weeks: setting?.weeks ?? 1,
      jobs: jobsOf(setting?.jobs, `exceptions.${kind}.jobs`),
    });
  }
  return looked;
}

function defaultSeverity(kind: ExceptionKind, mealsDue: boolean): ExceptionRule['severity'] | 'off' {
  if (BY_DEFAULT.includes(kind)) return 'holds up';
  return kind === 'overlap' || (mealsDue && MEALS.includes(kind)) ? 'to look at' : 'off';
}
