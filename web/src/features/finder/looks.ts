import type { AnyLook } from '@heath/contract';
import { hoursAndMinutes, hoursText } from '../../ui/text/format.ts';

type What = AnyLook['what'];

/** What can be looked for: how it is named, and what it measures. */
interface LookWords {
  readonly name: string;
  /** Its length where it has one, in hours. */
  readonly hours?: number;
  /** Above the column of what was measured. */
  readonly measures: string;
  readonly isHours: boolean;
}

export const LOOKS: Readonly<Record<What, LookWords>> = {
  shorter: { name: 'From first to last punch less than', hours: 1, measures: 'Length', isHours: false },
  longer: { name: 'From first to last punch more than', hours: 13, measures: 'Length', isHours: false },
  'many-hours': { name: 'More payable hours a day than', hours: 10, measures: 'Payable, h', isHours: true },
  unusual: { name: 'Far from what is usual for the person', measures: 'From usual, h', isHours: true },
  'no-job': { name: 'Work without a job', measures: 'Without a job, h', isHours: true },
  'no-note': { name: 'Punches without a note', measures: 'Punches', isHours: false },
  doubled: { name: 'Punches made twice', measures: 'Punches', isHours: false },
  round: { name: 'Round times typed by hand', measures: 'Times', isHours: false },
};
export const WHATS = Object.keys(LOOKS) as readonly What[];

/** A look from the words of an address; the first there is where those are none. */
export function lookIn(what: string | null, hours: string | null): AnyLook {
  const known = WHATS.find((one) => one === what) ?? 'longer';
  const length = LOOKS[known].hours;
  if (known !== 'shorter' && known !== 'longer' && known !== 'many-hours') return { what: known };
  const given = Number(hours ?? '');
  return { what: known, seconds: Math.round((given > 0 ? given : (length ?? 1)) * 3600) };
}

/** A look as an address has it. */
export const inAddress = (look: AnyLook): { what: string; hours: string | null } => ({
  what: look.what,
  hours: 'seconds' in look ? String(look.seconds / 3600) : null,
});

/** A look in words: `From first to last punch more than 13 h`. */
export const lookText = (look: AnyLook): string =>
  'seconds' in look ? `${LOOKS[look.what].name} ${hoursAndMinutes(look.seconds)}` : LOOKS[look.what].name;

/** What was measured, as the column has it. */
export const measuredText = ({ what }: AnyLook, measured: number): string =>
  what === 'shorter' || what === 'longer'
    ? hoursAndMinutes(measured)
    : LOOKS[what].isHours
      ? hoursText(measured)
      : measured.toLocaleString('en');
