import type { CorrectRequest } from '@heath/contract';
import { asDuration, type DepartmentId, type JobId, punchId, type SiteId } from '@heath/core';
import type { FoundDay } from '../../api/finder.ts';
import { RATES } from '../../ui/text/rates.ts';
import type { UnderCode } from '../corrections/code/index.ts';
import { outsideOf, readMeal, type Stretch } from '../corrections/meal/index.ts';

type Says = CorrectRequest['says'];

/** What is done to each of many days. Empty texts and nulls leave what they are about as it is. */
export interface Repairs {
  /** Ids of places that all that was clocked on a day is given to. */
  readonly job: string;
  readonly department: string;
  readonly site: string;
  /** Which of `RATES` it is paid at. */
  readonly rate: string;
  /** A meal that nobody punched, as it is typed. */
  readonly mealFrom: string;
  readonly mealTo: string;
  /** Hours beside what was clocked, and under which code. */
  readonly seconds: number | null;
  readonly code: UnderCode;
  /** Punches that were made twice are taken out. */
  readonly isDoubledOut: boolean;
}

export const NO_REPAIRS: Repairs = {
  job: '',
  department: '',
  site: '',
  rate: '',
  mealFrom: '',
  mealTo: '',
  seconds: null,
  code: { as: 'adjustment', code: '' },
  isDoubledOut: false,
};

/** Corrections of one day; or why the day is left as it is. */
export type Repaired = { readonly says: readonly Says[] } | { readonly leftOut: string };

/** What repairs say of a day; nothing is said of a day that has no punches. */
export function repairsOf(day: FoundDay, repairs: Repairs): Repaired {
  const { from, to } = day;
  if (from === null || to === null) return { leftOut: 'It holds no punches.' };
  const meal = mealOf(repairs, { from, to }, day);
  if (typeof meal === 'string') return { leftOut: meal };
  const multiplier = RATES.find(({ value }) => value === repairs.rate)?.multiplier;
  const place = {
    ...(repairs.job === '' ? {} : { job: Number(repairs.job) as JobId }),
    ...(repairs.department === '' ? {} : { department: Number(repairs.department) as DepartmentId }),
    ...(repairs.site === '' ? {} : { site: Number(repairs.site) as SiteId }),
  };
  const doubled = repairs.isDoubledOut ? day.doubled : [];
  const says: Says[] = [
    ...doubled.map((punch) => ({ kind: 'drop', punch: punchId(punch) }) as const),
    ...(Object.keys(place).length === 0 ? [] : [{ kind: 'set-job', from, to, ...place } as const]),
    ...(multiplier === undefined ? [] : [{ kind: 'set-class', from, to, multiplier } as const]),
    ...(meal === null ? [] : [{ kind: 'set-meal', ...meal } as const]),
    ...hoursOf(repairs, day),
  ];
  return says.length === 0 ? { leftOut: 'Nothing on it was punched twice.' } : { says };
}

const hoursOf = ({ seconds, code }: Repairs, { workday }: FoundDay): Says[] =>
  seconds === null || code.code.trim() === ''
    ? []
    : [{ kind: 'flat-hours', workday, ...code, length: asDuration(seconds), job: null, department: null }];

/** The meal on the clock of a day; null where there is none, else why it cannot be. */
function mealOf(repairs: Repairs, clocked: Stretch, { offsets }: FoundDay): Stretch | null | string {
  const meal = readMeal(repairs, clocked, offsets);
  if (meal === 'outside') return outsideOf(clocked, offsets);
  return typeof meal === 'string' ? 'The meal needs two times: 12:00 and 12:30 are.' : meal;
}

/** True where nothing is to be done, or what is typed is not whole. */
export function isNothing({ seconds, code, isDoubledOut, ...texts }: Repairs): boolean {
  const { mealFrom, mealTo, ...chosen } = texts;
  const isMeal = mealFrom.trim() !== '' && mealTo.trim() !== '';
  const isHalfMeal = !isMeal && (mealFrom.trim() !== '' || mealTo.trim() !== '');
  const isHours = seconds !== null && code.code.trim() !== '';
  return (
    isHalfMeal ||
    (seconds !== null && !isHours) ||
    !(isMeal || isHours || isDoubledOut || Object.values(chosen).some((one) => one !== ''))
  );
}
