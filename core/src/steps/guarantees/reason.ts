import type { Place } from '../../model/place.ts';
import type { Seconds, Workday } from '../../time/units.ts';

/** One guarantee of one workday, with what it follows from. It is a line of its own, marked as not worked. */
export interface GuaranteeReason extends Place {
  readonly step: 'guarantee';
  readonly name: string;
  readonly kind: string;
  readonly workday: Workday;
  /** What is paid. */
  readonly seconds: Seconds;
  /** What was guaranteed, and what of it was worked. */
  readonly guaranteedSeconds: Seconds;
  readonly workedSeconds: Seconds;
  /** Meals at fault, or gaps. */
  readonly times: number;
}
