import {
  cardOperations,
  importOperations,
  periodOperations,
  reportOperations,
  signInOperations,
} from '@heath/contract';
import { workdayFromIso } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { addressOf, call, callAlone } from './call.ts';

describe('the address of an operation', () => {
  it('has each part of its path, and of its query what is given', () => {
    expect(addressOf(cardOperations.card, { params: { period: 7, person: 12 } })).toBe('/periods/7/cards/12');
    const params = { period: 7, report: 'bridge' };
    const query = { by: 'department', only: 'group:night shift', person: undefined };
    expect(addressOf(reportOperations.report, { params, query })).toBe(
      '/periods/7/reports/bridge?by=department&only=group%3Anight+shift',
    );
    expect(addressOf(signInOperations.session, {})).toBe('/session');
  });

  it('writes what stands for something else in an address so that it arrives as it is', () => {
    expect(addressOf(signInOperations.endSession, { params: { session: 'a/b?c' } })).toBe(
      '/sessions/a%2Fb%3Fc',
    );
    expect(addressOf(importOperations.receiveImport, { query: { name: 'a&b=c.csv' } })).toBe(
      '/imports?name=a%26b%3Dc.csv',
    );
  });

  it('is refused without one of its parts', () => {
    expect(() => addressOf(cardOperations.strip, {})).toThrow('/periods/:period/strip without its period.');
  });
});

describe('a call', () => {
  it('sends a file as what it is, and a body as it is', () => {
    const file = new File(['x'], 'x.csv');
    expect(
      call(importOperations.receiveImport, (body: File) => ({ body, query: { name: 'x.csv' } })).query(file),
    ).toEqual({
      url: '/imports?name=x.csv',
      method: 'POST',
      body: file,
      headers: { 'Content-Type': 'text/csv' },
    });
    const body = { username: 'a', password: 'b' };
    expect(call(signInOperations.signIn, () => ({ body })).query(undefined)).toEqual({
      url: '/session',
      method: 'POST',
      body,
    });
  });

  it('reads the days of a reply', () => {
    const periods = [
      { id: 1, firstDay: '2026-10-19', lastDay: '2026-11-01', sealed: false, groups: ['Crew'] },
    ];
    const { transformResponse } = callAlone(periodOperations.periods);
    expect(transformResponse({ groups: [], periods, current: 1 }).periods[0]?.firstDay).toBe(
      workdayFromIso('2026-10-19'),
    );
  });
});
