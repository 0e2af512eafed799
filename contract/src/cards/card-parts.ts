import {
  type ClassId,
  type DayReason,
  type Exception,
  isClassId,
  type Line,
  type Plan,
  PUNCH_KINDS,
  SEVERITIES,
  type ShiftReason,
  type Spell,
  type UnpaidBreak,
} from '@heath/core';
import * as v from 'valibot';
import { day } from '../shared/day.ts';
import { list } from '../shared/list.ts';

/** What travels is what the core made of it: its schema says how it is written, its type comes from the core. */
export const ofCore = <T>(schema: v.GenericSchema): v.GenericSchema<unknown, T> =>
  schema as v.GenericSchema<unknown, T>;

/** Seconds since 1970-01-01T00:00:00Z. */
export const at = v.pipe(v.number(), v.integer());
const id = v.pipe(v.number(), v.integer());
const nullableId = v.nullable(id);

export const classId = ofCore<ClassId>(v.pipe(v.string(), v.check(isClassId, 'There is no such class.')));

const place = { job: nullableId, department: nullableId, site: nullableId };

/** A punch as the calculation sees it. */
const effectivePunch = v.looseObject({
  id: nullableId,
  at,
  kind: v.picklist(PUNCH_KINDS),
  zone: v.string(),
  ...place,
});

export const SpellSchema = ofCore<Spell>(v.looseObject({ in: effectivePunch, out: effectivePunch }));

export const PlanSchema = ofCore<Plan>(
  v.looseObject({ workday: day, startsAt: at, endsAt: at, job: nullableId, department: nullableId }),
);

export const UnpaidBreakSchema = ofCore<UnpaidBreak>(
  v.looseObject({
    start: at,
    end: at,
    kind: v.picklist(['meal', 'break', 'away', 'automatic-meal', 'not-worked']),
  }),
);

export const LineSchema = ofCore<Line>(
  v.strictObject({
    workday: day,
    classId,
    ...place,
    costCenter: nullableId,
    multiplier: v.nullable(v.number()),
    rule: v.nullable(v.string()),
    seconds: v.pipe(v.number(), v.integer()),
    /** In 1/90,000 h. */
    hours: v.pipe(v.number(), v.integer()),
  }),
);

export const ExceptionSchema = ofCore<Exception>(
  v.strictObject({
    key: v.string(),
    kind: v.string(),
    workday: day,
    reaches: v.strictObject({ first: day, last: day }),
    at,
    punch: v.nullable(effectivePunch),
    severity: v.picklist(SEVERITIES),
    measured: v.nullable(v.number()),
    limit: v.nullable(v.number()),
    proposals: list(v.looseObject({ at, from: v.picklist(['plan', 'crew', 'habit']) })),
  }),
);

/** What a correction says: its kind, and the settings of that kind. */
export const says = v.looseObject({
  kind: v.string('Say what kind of correction it is.'),
  workday: v.optional(day),
});

/** Of each reason, its step and whatever is a day; the rest is as the core's `ShiftReason` and `DayReason` say. */
export const ShiftReasonSchema = ofCore<ShiftReason>(
  v.variant('step', [
    v.looseObject({ step: v.literal('clocked'), spells: list(SpellSchema) }),
    v.looseObject({ step: v.literal('hold'), plan: PlanSchema }),
    v.looseObject({ step: v.literal('round') }),
    v.looseObject({ step: v.literal('breaks'), unpaid: list(UnpaidBreakSchema) }),
    v.looseObject({ step: v.literal('workday'), workdays: list(day), lines: list(at) }),
    v.looseObject({ step: v.literal('premium'), name: v.string() }),
  ]),
);

export const DayReasonSchema = ofCore<DayReason>(
  v.variant('step', [
    v.looseObject({
      step: v.literal('overtime'),
      name: v.string(),
      firstWorkday: day,
      lastWorkday: day,
      time: list(v.looseObject({ start: at, end: at, workday: day })),
    }),
    v.looseObject({ step: v.literal('guarantee'), name: v.string(), workday: day }),
    v.looseObject({ step: v.literal('leave'), code: v.string(), workday: day }),
    v.looseObject({
      step: v.literal('correction'),
      correction: says,
      changes: list(v.looseObject({ workday: day, classId })),
    }),
  ]),
);

/** Sums by class, in seconds and hours. */
export const ClassSumsSchema = v.record(
  v.string(),
  v.looseObject({ seconds: v.number(), hours: v.number() }),
);
