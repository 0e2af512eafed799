import { toJsonSchema } from '@valibot/to-json-schema';
import { describe, expect, it } from 'vitest';
import type { FieldExample } from '../kinds/example.ts';
import { checkProofDays } from '../proof/proof.ts';
import { RulebookSchema } from '../rulebook/schema.ts';
import { STARTERS } from '../rulebook/starters/starters.ts';
import { FIELDS, rulesOf } from './fields.ts';
import { rulebookPage } from './page.ts';

const EVERY = FIELDS.flatMap(({ fields }) => fields);
const resultOf = (example: FieldExample) => {
  const checked = checkProofDays(rulesOf(example));
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  return checked.results[0]!;
};

describe('the page about the rulebook', () => {
  it.each(EVERY)('its example of $field gives what it says', (example) => {
    const result = resultOf(example);
    expect(result).toMatchObject({ gave: result.expected, fault: null, ok: true });
  });

  it('names every field there is', () => {
    const said = EVERY.map(({ field, says }) => `${field} ${says}`).join(' ');
    const missing: string[] = [];
    const walk = (schema: object, path: string) => {
      const { entries } = schema as { entries?: Record<string, object> };
      for (const [name, inner] of Object.entries(entries ?? {})) {
        if (!said.includes(name)) missing.push(`${path}${name}`);
        const { wrapped, item } = inner as { wrapped?: object; item?: object };
        walk((item ?? wrapped ?? inner) as object, `${path}${name}.`);
      }
    };
    walk(RulebookSchema, '');
    expect(missing.filter((path) => !path.startsWith('proofDays.'))).toEqual([]);
  });

  // To write these files anew: npx vitest run --project unit core/src/rulebook/page.test.ts -u
  it('is docs/rulebook.md as it stands', async () => {
    await expect(rulebookPage(resultOf)).toMatchFileSnapshot('../../../docs/rulebook.md');
  });

  it('and the schema is docs/rulebook.schema.json', async () => {
    const schema = {
      title: 'Heath rulebook',
      ...toJsonSchema(RulebookSchema, { target: 'draft-2020-12', errorMode: 'ignore' }),
    };
    await expect(`${JSON.stringify(schema, null, 2)}\n`).toMatchFileSnapshot(
      '../../../docs/rulebook.schema.json',
    );
  });

  it('whose fields every starter keeps to', () => {
    const { properties, required } = toJsonSchema(RulebookSchema, { errorMode: 'ignore' }) as {
      properties: object;
      required: string[];
    };
    for (const rules of Object.values(STARTERS)) {
      expect(Object.keys(rules).filter((field) => !(field in properties))).toEqual([]);
      expect(required.filter((field) => !(field in rules))).toEqual([]);
    }
  });
});
