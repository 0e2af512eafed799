import type { EffectivePunch } from '../record/punch.ts';
import type { DaySpan } from '../time/spans.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { Exception, ExceptionKind, ExceptionRule, Proposal } from './types.ts';

/** What was found of one kind. */
export interface Found {
  readonly workday: Workday;
  /** Where it is more than that day. */
  readonly reaches?: DaySpan;
  readonly at: Instant;
  readonly punch?: EffectivePunch;
  /** Tells apart what hangs on no punch. */
  readonly about?: string;
  readonly measured?: number;
  readonly limit?: number;
  readonly proposals?: readonly Proposal[];
}

const originOf = ({ id, correction }: EffectivePunch): string =>
  id === null ? `correction-${correction}` : `punch-${id}`;

/** An exception of one kind. */
export function raise(kind: ExceptionKind, { severity }: ExceptionRule, found: Found): Exception {
  const origin = found.about ?? (found.punch === undefined ? `day-${found.workday}` : originOf(found.punch));
  return {
    key: `${kind}:${origin}`,
    kind,
    workday: found.workday,
    reaches: found.reaches ?? { first: found.workday, last: found.workday },
    at: found.at,
    punch: found.punch ?? null,
    severity,
    measured: found.measured ?? null,
    limit: found.limit ?? null,
    proposals: found.proposals ?? [],
  };
}
