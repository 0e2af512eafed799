import { checkProofDays } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { GROUPS } from '../company.ts';

describe.each(GROUPS)('the $rulebook.name of $name', ({ rulebook }) => {
  const checked = checkProofDays(rulebook);
  it('means something', () => {
    expect(checked).toMatchObject({ ok: true });
  });
  it.each(checked.ok ? checked.results : [])('$name', (result) => {
    expect(result).toMatchObject({ gave: result.expected, fault: null, ok: true });
  });
});
