import * as v from 'valibot';
import { type Together, typedBy } from '../kinds/define.ts';
import { name } from '../time/schemas.ts';
import { ProofDaySchema } from './proof-day.ts';
import { STEPS } from './steps.ts';

/** The fields of all steps. */
const stepFields = typedBy<Together<(typeof STEPS)[number]['settings']>>(
  Object.assign({}, ...STEPS.map(({ settings }) => settings)),
);

/** The pay rules a group works under, as a plain JSON object. */
export const RulebookSchema = v.strictObject({
  name,
  source: v.optional(v.pipe(v.string(), v.description('Where the rules come from.'))),
  ...stepFields,
  proofDays: v.optional(v.array(ProofDaySchema)),
});
/** A rulebook as people write it: see docs/rulebook.md. */
export type Rulebook = v.InferOutput<typeof RulebookSchema>;
/** A sample day in a rulebook, with the result that it must give. */
export type ProofDay = v.InferOutput<typeof ProofDaySchema>;
