import { workdayFromIso } from '@heath/core';
import { Validator } from '@seriousme/openapi-schema-validator';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { day, OPERATIONS, read, written } from '../index.ts';
import { openApi } from './openapi.ts';

describe('the OpenAPI description', () => {
  // To write it anew: npx vitest run --project unit contract -u
  it('is docs/openapi.json as it stands', async () => {
    await expect(`${JSON.stringify(openApi(), null, 2)}\n`).toMatchFileSnapshot('../../../docs/openapi.json');
  });

  it('is OpenAPI 3.1, as a validator that is not ours reads it', async () => {
    const validator = new Validator();
    expect(await validator.validate(JSON.parse(JSON.stringify(openApi())))).toEqual({ valid: true });
    expect(validator.version).toBe('3.1');
    const { paths: _, ...broken } = openApi();
    expect((await validator.validate({ ...broken, openapi: 7 })).valid).toBe(false);
  });

  it('has each operation with a reply and with whatever can be wrong', () => {
    const { paths } = openApi() as { paths: Record<string, Record<string, { responses: object }>> };
    const all = Object.values(paths).flatMap((methods) => Object.values(methods));
    expect(all).toHaveLength(Object.keys(OPERATIONS).length);
    for (const { responses } of all)
      expect(Object.keys(responses)).toEqual([expect.stringMatching(/^20/), 'default']);
  });
});

describe('days', () => {
  const schema = v.object({
    first: day,
    list: v.array(
      v.variant('is', [
        v.looseObject({ is: v.literal('a'), on: day }),
        v.looseObject({ is: v.literal('b'), days: v.array(day) }),
      ]),
    ),
    none: v.nullable(day),
    other: v.number(),
  });
  const wire = {
    first: '2026-10-25',
    list: [
      { is: 'a', on: '2026-03-01', more: 20_000 },
      { is: 'b', days: ['2024-02-29'] },
    ],
    none: null,
    other: 20_000,
  };

  it('travel as ISO dates, and are read as workdays, wherever they stand', () => {
    const value = read(schema, wire);
    expect(value.first).toBe(workdayFromIso('2026-10-25'));
    expect(value.list[1]).toEqual({ is: 'b', days: [workdayFromIso('2024-02-29')] });
    expect(value).toEqual(v.parse(schema, wire));
    expect(written(schema, value)).toEqual(wire);
  });

  it.each(['2026-02-30', '2026-13-01', '25.10.2026', 20_751, null])('%j is none', (given) => {
    expect(v.is(day, given)).toBe(false);
  });
});
