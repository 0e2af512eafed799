import * as v from 'valibot';
import { checkNames, defineStep, type Say } from '../../kinds/define.ts';
import { on } from '../../kinds/example.ts';
import { premiumClass } from '../../model/classes.ts';
import type { Resolver } from '../../model/names.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration, name } from '../../time/schemas.ts';
import { CONDITIONS, conditionFields, conditionsOf } from './conditions.ts';
import type { Premium } from './types.ts';

const PremiumSchema = v.strictObject({
  name,
  ...conditionFields,
  wholeShift: v.optional(
    v.variant('when', [
      v.strictObject({ when: v.literal('enough'), enough: duration }),
      v.strictObject({ when: v.literal('most') }),
      v.strictObject({ when: v.literal('start') }),
    ]),
  ),
  least: v.optional(duration),
  additive: v.optional(v.boolean()),
});

type PremiumSettings = v.InferOutput<typeof PremiumSchema>;

/** What is paid beside the class, and for which hours. */
export const premiums = defineStep({
  section: 'Premiums',
  settings: { premiums: v.array(PremiumSchema) },
  cannotBe({ premiums: rules }, say) {
    for (const [i, premium] of rules.entries()) checkPremium(premium, `premiums.${i}`, say);
    checkNames(rules, 'premiums', say);
  },
  compile: ({ premiums: rules }, resolverAt) => ({
    premiums: rules.map((premium, i) => compiledPremium(premium, resolverAt(`premiums.${i}`))),
  }),
  fields: [
    ...CONDITIONS.map(({ name, says, example }) => ({ field: `premiums: ${name}`, says, ...example })),
    {
      field: 'premiums: wholeShift',
      says: 'Paid for the whole shift when `enough` of it, `most` of it or its `start` lies inside.',
      rules: { premiums: [{ name: 'Night', from: '22:00', to: '06:00', wholeShift: { when: 'most' } }] },
      day: {
        punches: ['2026-10-20 21:00 in', '2026-10-21 05:00 out'],
        gives: { ordinary: '8', 'premium:Night': '8' },
      },
    },
    {
      field: 'premiums: least',
      says: 'Less inside in one shift pays none.',
      rules: { premiums: [{ name: 'Night', from: '22:00', to: '06:00', least: 'PT2H' }] },
      day: { punches: on('2026-10-20', '16:00 in', '23:30 out'), gives: { ordinary: '7.5' } },
    },
    {
      field: 'premiums: additive',
      says: 'With `false`, it is not paid for hours that a premium before it in the list is paid for.',
      rules: {
        premiums: [
          { name: 'Sunday', weekdays: ['sunday'] },
          { name: 'Evening', from: '18:00', to: '22:00', additive: false },
        ],
      },
      day: {
        punches: on('2026-10-25', '16:00 in', '20:00 out'),
        gives: { ordinary: '4', 'premium:Sunday': '4' },
      },
    },
  ],
});

function compiledPremium(premium: PremiumSettings, resolver: Resolver): Premium {
  const { name, wholeShift, least = 'PT0S', additive = true } = premium;
  return {
    name,
    classId: premiumClass(name),
    conditions: conditionsOf(premium, resolver),
    wholeShift:
      wholeShift === undefined
        ? null
        : {
            when: wholeShift.when,
            enoughSeconds: durationSeconds(wholeShift.when === 'enough' ? wholeShift.enough : 'PT0S'),
          },
    leastSeconds: durationSeconds(least),
    additive,
  };
}

function checkPremium(premium: PremiumSettings, path: string, say: Say): void {
  const { least, wholeShift } = premium;
  const objections = CONDITIONS.flatMap((condition) => condition.objections(premium));
  for (const { field, reason } of objections) say(`${path}.${field}`, reason);
  const fields = CONDITIONS.flatMap(({ settings }) => Object.keys(settings));
  if (!fields.some((field) => Object.hasOwn(premium, field)))
    say(path, `It says nothing of when it is paid: give one of ${fields.join(', ')}.`);
  if (
    least !== undefined &&
    wholeShift?.when === 'enough' &&
    durationSeconds(wholeShift.enough) < durationSeconds(least)
  )
    say(
      `${path}.wholeShift.enough`,
      `It is less than the least that pays, ${least}: make it as long or longer.`,
    );
}
