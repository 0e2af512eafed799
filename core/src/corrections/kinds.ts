import type * as v from 'valibot';
import { oneOfKinds } from '../kinds/define.ts';
import type { CorrectionId } from '../model/ids.ts';
import type { CorrectionKind } from './define.ts';
import { absenceLeave } from './kinds/absence-leave.ts';
import { accept } from './kinds/accept.ts';
import { add } from './kinds/add.ts';
import { approveOvertime } from './kinds/approve-overtime.ts';
import { cancelMeal } from './kinds/cancel-meal.ts';
import { drop } from './kinds/drop.ts';
import { flatHours } from './kinds/flat-hours.ts';
import { latenessLeave } from './kinds/lateness-leave.ts';
import { move } from './kinds/move.ts';
import { notWorked } from './kinds/not-worked.ts';
import { retype } from './kinds/retype.ts';
import { setClass } from './kinds/set-class.ts';
import { setJob } from './kinds/set-job.ts';
import { setMeal } from './kinds/set-meal.ts';
import { setWorkday } from './kinds/set-workday.ts';
import { split } from './kinds/split.ts';
import { undo } from './kinds/undo.ts';

/** Every kind of correction there is. */
export const CORRECTIONS = [
  add,
  move,
  drop,
  retype,
  split,
  setWorkday,
  setMeal,
  cancelMeal,
  setClass,
  setJob,
  flatHours,
  absenceLeave,
  latenessLeave,
  notWorked,
  accept,
  approveOvertime,
  undo,
] as const;

/** What a correction says, without its number. */
export const CorrectionSchema = oneOfKinds('kind', CORRECTIONS);

/** A correction without its id: its kind and the settings of that kind. */
export type CorrectionSays = v.InferOutput<typeof CorrectionSchema>;

/** A correction and its number: one recorded change to what was clocked, never an overwrite. Later ones have higher numbers. */
export type Correction = { readonly id: CorrectionId } & CorrectionSays;

const byName = new Map<string, CorrectionKind>(CORRECTIONS.map((kind) => [kind.name, kind]));

/** The kind of a correction. Throws a RangeError where there is none of that name. */
export function correctionKind(name: string): CorrectionKind {
  const kind = byName.get(name);
  if (kind === undefined) throw new RangeError(`There is no kind of correction named ${name}.`);
  return kind;
}
