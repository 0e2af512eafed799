import { CORRECTIONS } from '../corrections/kinds.ts';
import { type FieldExample, on } from '../kinds/example.ts';
import { base } from '../rulebook/starters/base.ts';
import { STEPS } from '../rulebook/steps.ts';

/** Every field, in the order of the calculation. */
export const FIELDS: readonly { readonly section: string; readonly fields: readonly FieldExample[] }[] = [
  {
    section: 'The rulebook',
    fields: [
      {
        field: 'name, source, proofDays',
        says: 'What it is called, where its rules come from, and days that show what it must give. `npm run -s heath -- rulebook check FILE` computes the proof days.',
        rules: {},
        day: { punches: on('2026-10-19', '08:00 in', '17:00 out'), gives: { ordinary: '9' } },
      },
    ],
  },
  ...STEPS,
  {
    section: 'Corrections',
    fields: CORRECTIONS.map(({ name, label, says, settings, example }) => ({
      field: `corrections: ${name}`,
      says: `${label}. ${says} Settings: ${Object.keys(settings)
        .map((setting) => `\`${setting}\``)
        .join(', ')}.`,
      ...example,
    })),
  },
];

/** The whole rulebook of an example. */
export const rulesOf = ({ field, rules, day }: FieldExample): object => ({
  ...base,
  name: field,
  ...rules,
  proofDays: [{ name: field, zone: 'Europe/London', ...day }],
});
