import { describe, expect, it } from 'vitest';
import { whyNot } from './database.mjs';
import { checkSettings, databaseOf, nowOf, originsOf, portOf, trustProxyOf } from './settings.mjs';

describe('settings from the environment', () => {
  it('have defaults', () => {
    expect(() => checkSettings({})).not.toThrow();
    expect(portOf({})).toBe(4870);
    expect(nowOf({})).toBeUndefined();
    expect(databaseOf({})).toBeUndefined();
    expect(trustProxyOf({})).toBe(false);
    expect(originsOf({ PORT: '5000' })).toEqual([
      'http://localhost:5000',
      'http://127.0.0.1:5000',
      'http://[::1]:5000',
    ]);
  });

  it('are read as they are meant', () => {
    expect(originsOf({ HEATH_ORIGIN: 'https://payroll.example, http://10.0.0.5:8080/' })).toEqual([
      'https://payroll.example',
      'http://10.0.0.5:8080',
    ]);
    expect(trustProxyOf({ HEATH_TRUST_PROXY: '2' })).toBe(2);
    expect(trustProxyOf({ HEATH_TRUST_PROXY: 'loopback, 10.0.0.0/8' })).toEqual(['loopback', '10.0.0.0/8']);
    expect(nowOf({ HEATH_NOW: '2026-11-02T09:00:00Z' })).toBe('2026-11-02T09:00:00Z');
    expect(databaseOf({ HEATH_DATABASE_URL: 'mariadb://a%40b:p@db.example/heath' })).toMatchObject({
      host: 'db.example',
      port: 3306,
      user: 'a@b',
      name: 'heath',
    });
  });

  it.each([
    ['PORT', 'abc'],
    ['PORT', '0'],
    ['PORT', '70000'],
    ['PORT', '48.5'],
    ['HEATH_NOW', 'tomorrow'],
    ['HEATH_NOW', '2026-02-30T09:00:00Z'],
    ['HEATH_NOW', '2026-11-02'],
    ['HEATH_NOW', '2026-11-02T09:00:00'],
    ['HEATH_ORIGIN', 'payroll.example'],
    ['HEATH_ORIGIN', 'https://payroll.example/heath'],
    ['HEATH_ORIGIN', 'ftp://payroll.example'],
    ['HEATH_TRUST_PROXY', 'everybody'],
    ['HEATH_TRUST_PROXY', '10.0.0.0/99'],
    ['HEATH_TRUST_PROXY', '0'],
    ['HEATH_LOG', 'loud'],
    ['HEATH_DATABASE_URL', 'localhost'],
    ['HEATH_DATABASE_URL', 'postgres://u:secret@h/d'],
    ['HEATH_DATABASE_URL', 'mysql://u:secret@h'],
  ])('refuse %s=%s in one sentence that names it and says what would be right', (name, value) => {
    let message = '';
    try {
      checkSettings({ [name]: value });
    } catch (error) {
      message = (error as Error).message;
    }
    expect(message).toContain(name);
    expect(message).toMatch(/must/);
    expect(message).toMatch(/\.$/);
    expect(message.split('\n')).toHaveLength(1);
    expect(message).not.toContain('secret');
  });

  it('say why a database cannot be used, however deep the driver’s error lies', () => {
    const address = { url: '', host: 'db', port: 3306, user: 'heath', name: 'pay' };
    const wrapped = (code: string) =>
      new Error('Failed query: SELECT', { cause: Object.assign(new Error('x'), { code }) });
    expect(whyNot(wrapped('ECONNREFUSED'), address)).toBe(
      'No database answers at db:3306. Start it, or correct HEATH_DATABASE_URL.',
    );
    expect(whyNot(wrapped('ER_BAD_DB_ERROR'), address)).toContain('no database named "pay"');
    expect(whyNot(wrapped('ER_ACCESS_DENIED_ERROR'), address)).toContain('does not let user "heath" in');
    expect(whyNot(wrapped('SOMETHING'), address)).toBeUndefined();
  });
});
