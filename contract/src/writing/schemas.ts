import { WRITING_CHOICES } from '@heath/core';
import * as v from 'valibot';

const choice = <const Choices extends readonly string[]>(choices: Choices) =>
  v.picklist(choices, `Choose ${choices.join(' or ')}.`);

const CHOICES = {
  hours: choice(WRITING_CHOICES.hours),
  clock: choice(WRITING_CHOICES.clock),
  dates: choice(WRITING_CHOICES.dates),
  weekStartsOn: choice(WRITING_CHOICES.weekStartsOn),
  moments: choice(WRITING_CHOICES.moments),
};

/** How hours, times of day and dates are written. PUT /api/company/writing takes it. */
export const WritingSchema = v.strictObject(
  CHOICES,
  'Send a choice of each: hours, clock, dates, weekStartsOn, moments.',
);

/** Choices of one user; a choice that is left out is the company's. PUT /api/writing takes it. */
export const OwnWriting = v.partial(
  v.strictObject(CHOICES, 'Send what you choose of: hours, clock, dates, weekStartsOn, moments.'),
);
export type OwnWriting = v.InferOutput<typeof OwnWriting>;

/** GET /api/writing */
export const WritingReply = v.strictObject({
  company: WritingSchema,
  own: OwnWriting,
  /** IANA name of the zone that most of the sites lie in; null where there is no site. */
  siteZone: v.nullable(v.string()),
});
export type WritingReply = v.InferOutput<typeof WritingReply>;
