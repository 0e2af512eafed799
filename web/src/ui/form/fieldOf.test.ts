import { describe, expect, it } from 'vitest';
import { fieldOf } from './useSchemaForm.ts';

describe('the field that a problem is about', () => {
  it('is the one it names, or the one it lies in, and none where it names another', () => {
    const names = ['code', 'name', 'names'];
    expect(fieldOf({ field: 'code' }, names)).toBe('code');
    expect(fieldOf({ field: 'names.0' }, names)).toBe('names');
    expect(fieldOf({ field: 'nam' }, names)).toBeUndefined();
    expect(fieldOf({}, names)).toBeUndefined();
  });
});
