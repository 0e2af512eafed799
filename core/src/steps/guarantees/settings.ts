import * as v from 'valibot';
import { checkNames, defineStep, oneOfKinds } from '../../kinds/define.ts';
import { GUARANTEES, guaranteeKind } from './kinds.ts';

/** What is paid though nobody worked it. */
export const guarantees = defineStep({
  section: 'Guarantees',
  settings: { guarantees: v.optional(v.array(oneOfKinds('kind', GUARANTEES))) },
  cannotBe({ guarantees: rules = [] }, say, others) {
    checkNames(rules, 'guarantees', say);
    for (const [i, rule] of rules.entries())
      for (const { field, reason } of guaranteeKind(rule).objections(rule, others))
        say(`guarantees.${i}.${field}`, reason);
  },
  compile: ({ guarantees: rules = [] }, resolverAt) => ({
    guarantees: rules.map((rule, i) => guaranteeKind(rule).compile(rule, resolverAt(`guarantees.${i}`))),
  }),
  fields: GUARANTEES.map(({ name, says, example }) => ({ field: `guarantees: ${name}`, says, ...example })),
});
