import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import {
  AddCodeRequest,
  AddLayoutRequest,
  HandOffRequest,
  KeepMappingRequest,
  plainMessage,
  SettleRequest,
  SignInRequest,
  StartImportRequest,
} from '../index.ts';

/** What a validator would say, and what nobody who fills in a form should read. */
const VALIDATORS_WORDS = /Invalid|Expected|received|undefined|\bnull\b(?! for)|object Object|[{}]/;

const requests = {
  AddCodeRequest,
  AddLayoutRequest,
  HandOffRequest,
  KeepMappingRequest,
  SettleRequest,
  SignInRequest,
  StartImportRequest,
};

describe('what people read where a request is wrong', () => {
  it.each(Object.entries(requests))('%s says it in words, whatever comes', (_name, schema) => {
    const keys = Object.keys(schema.entries);
    const value = fc.oneof(
      fc.constantFrom('', ' ', 'x'.repeat(700), -1, 1.5, 1e300, Number.NaN, true, null, undefined),
      fc.array(fc.constantFrom('person', 'nonsense', 3), { maxLength: 300 }),
      fc.object({ maxDepth: 1 }),
    );
    const input = fc.oneof(
      fc.record(Object.fromEntries(keys.map((key) => [key, value])), { requiredKeys: [] }),
      fc.constantFrom(null, undefined, [], 'text', 7),
    );
    let wrong = 0;
    fc.assert(
      fc.property(input, (request) => {
        const parsed = v.safeParse(schema as v.GenericSchema, request, { message: plainMessage });
        for (const { message } of parsed.issues ?? []) {
          wrong++;
          expect(message).not.toMatch(VALIDATORS_WORDS);
          expect(message).toMatch(/^[A-Z"].*\.$/);
        }
      }),
      { numRuns: 600 },
    );
    expect(wrong).toBeGreaterThan(300);
  });
});
