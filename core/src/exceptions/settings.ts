import * as v from 'valibot';
import { defineStep } from '../kinds/define.ts';
import { days } from '../kinds/example.ts';
import { type ExceptionRules, holdsUp, type LookedFor, type Severity } from '../model/exception.ts';
import { type ExceptionKind, exceptionsSchema } from './define.ts';
import { EXCEPTIONS } from './kinds.ts';

type SeverityByKind = Readonly<Record<string, { readonly severity: Severity | 'off' } | undefined>>;

/** What is looked for, and how severe it is. */
export const exceptions = defineStep({
  section: 'Exceptions',
  settings: { exceptions: v.optional(exceptionsSchema(EXCEPTIONS)) },
  cannotBe({ exceptions: rules }, say, others) {
    const kinds: readonly ExceptionKind[] = EXCEPTIONS;
    for (const { name, cannotBe, alwaysHoldsUp } of kinds) {
      const severity = (rules as SeverityByKind | undefined)?.[name]?.severity;
      if (severity === undefined) continue;
      const reason = severity === 'off' ? null : cannotBe?.(others);
      if (typeof reason === 'string') say(`exceptions.${name}`, reason);
      const isHolding = severity !== 'off' && holdsUp({ severity });
      if (alwaysHoldsUp !== undefined && !isHolding) say(`exceptions.${name}.severity`, alwaysHoldsUp);
    }
  },
  /** As the rulebook says or, where it does not, as each kind does by itself. */
  compile({ exceptions: rules }, resolverAt, others): { exceptions: ExceptionRules } {
    const looked = new Map<string, LookedFor>();
    for (const { name, compile } of EXCEPTIONS) {
      const of = compile(rules?.[name], others, resolverAt(`exceptions.${name}`).jobs);
      if (of !== null) looked.set(name, of);
    }
    return { exceptions: looked };
  },
  fields: [
    {
      field: 'exceptions',
      says: 'For each kind its `severity`: whether it `holds up` approval and handoff, `asks why` besides, is there `to look at`, is a `note` or is `off`, with its limits.',
      rules: {
        exceptions: {
          'rest-under': { severity: 'to look at', under: 'PT11H' },
          'daily-over': { severity: 'note', over: 'PT10H' },
        },
      },
      day: {
        punches: days('2026-10-19', [11, 22], [8, 12]),
        gives: { ordinary: '15' },
        exceptions: ['daily-over', 'rest-under'],
      },
    },
    ...EXCEPTIONS.map(({ name, label, says, example }) => ({
      field: `exceptions.${name}`,
      says: `${label}. ${says}`,
      ...example,
    })),
  ],
});
