import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import {
  AddCodeRequest,
  HandOffRequest,
  KeepMappingRequest,
  SettleRequest,
  SignInRequest,
  StartImportRequest,
} from './index.ts';

const refusal = (schema: v.GenericSchema, input: unknown): string | undefined => {
  const { issues } = v.safeParse(schema, input);
  return issues === undefined ? undefined : `${v.getDotPath(issues[0])}: ${issues[0].message}`;
};

describe('requests', () => {
  it('a mapping needs a person and a time, each meaning once, and an order of day and month', () => {
    const columns = ['person', 'moment', 'ignore', 'ignore'];
    expect(refusal(StartImportRequest, { columns, dateOrder: 'iso' })).toBeUndefined();
    expect(refusal(StartImportRequest, { columns: ['person', 'date'], dateOrder: 'iso' })).toContain(
      'columns: A punch needs',
    );
    expect(
      refusal(StartImportRequest, { columns: ['person', 'moment', 'person'], dateOrder: 'iso' }),
    ).toContain('columns: Two columns');
    expect(refusal(StartImportRequest, { columns })).toContain('dateOrder');
  });
  it('a settlement names its exception and a whole second', () => {
    const good = { exception: 'missing-out:punch-1', at: 1_793_000_000, note: ' seen ' };
    expect(v.parse(SettleRequest, good).note).toBe('seen');
    expect(refusal(SettleRequest, { ...good, at: 1.5 })).toContain('at');
    expect(refusal(SettleRequest, { ...good, note: 'x'.repeat(501) })).toContain('note');
    expect(refusal(SettleRequest, { ...good, exception: '' })).toContain('exception');
  });
  it('pay codes and classes have their forms', () => {
    expect(refusal(AddCodeRequest, { code: '110', name: 'Ordinary' })).toBeUndefined();
    expect(refusal(AddCodeRequest, { code: '=1+1', name: 'x' })).toContain('code');
    const rule = { name: '', firstDay: null, lastDay: null, when: { multipliers: [2] }, code: '220' };
    expect(refusal(KeepMappingRequest, { basedOn: null, rules: [rule] })).toBeUndefined();
    expect(refusal(KeepMappingRequest, { basedOn: 1, rules: [{ ...rule, when: { shoes: [1] } }] })).toContain(
      'when',
    );
    expect(refusal(HandOffRequest, {})).toBeUndefined();
    expect(refusal(HandOffRequest, { overrides: [{ check: 'approved', reason: ' x ' }] })).toContain(
      'reason',
    );
  });
  it('signing in asks for both', () => {
    expect(refusal(SignInRequest, { username: ' ', password: 'x' })).toBe('username: Type your user name.');
    expect(refusal(SignInRequest, { username: 'x', password: '' })).toBe('password: Type your password.');
  });
});
