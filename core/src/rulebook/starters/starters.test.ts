import { describe, expect, it } from 'vitest';
import { checkProofDays } from '../../proof/proof.ts';
import { STARTERS } from './starters.ts';

describe.each(Object.entries(STARTERS))('the starter %s', (_, rules) => {
  it('names its source and has proof days', () => {
    expect(rules.source).toMatch(/recalled from memory|Common practice, no source/);
    expect(rules.proofDays?.length).toBeGreaterThan(0);
  });
  const checked = checkProofDays(rules);
  it('means something', () => {
    expect(checked).toMatchObject({ ok: true });
  });
  it.each(checked.ok ? checked.results : [])('gives what it must: $name', (result) => {
    expect(result).toMatchObject({ gave: result.expected, fault: null, ok: true });
  });
});
