import { instant, instantFromIso, workdayFromIso, workdayToIso, zoneOffsets } from '@heath/core';
import { describe, expect, it } from 'vitest';
import type { UnderCode } from '../code/index.ts';
import { itemsOf, readTimeLines, type SameForAll } from './lines.ts';
import { ofDay, ofPerson, type Person } from './subjects.ts';

const offsets = zoneOffsets('Europe/London', instant(1_780_000_000), instant(1_800_000_000));
const person = (personId: number, number: string, name: string): Person => ({
  personId,
  number,
  name,
  offsets,
});
const people = [
  person(1, 'MF-0101', 'Abena Abernathy'),
  person(2, 'MF-0102', 'Gaspar Ribeiro'),
  person(3, 'MF-0103', 'Gaspar Ruiz'),
];
const jobs = [{ id: 7, name: 'Stores' }];
const day = workdayFromIso('2026-10-28');
const NOW = instantFromIso('2026-10-30T09:00:00Z');
const NOTHING: SameForAll = { from: '', to: '', mealFrom: '', mealTo: '', note: '' };
const read = (text: string, same: Partial<SameForAll> = {}, of = day, code: UnderCode | null = null) =>
  readTimeLines(text, { ...NOTHING, ...same }, ofDay(of, people, []), jobs, code, NOW);
const at = (iso: string) => instantFromIso(iso);

describe('time for several people', () => {
  it('is read as it is pasted from a spreadsheet, or typed with commas', () => {
    const lines = read('MF-0101\t8:00\t16:30\tStores\r\nGaspar Ruiz; 22; 6\n\nabena,7a,3p');
    expect(lines).toMatchObject([
      { ok: true, line: 1, from: at('2026-10-28T08:00:00Z'), to: at('2026-10-28T16:30:00Z'), job: { id: 7 } },
      // Six in the morning after ten at night is the next day's.
      { ok: true, line: 2, from: at('2026-10-28T22:00:00Z'), to: at('2026-10-29T06:00:00Z'), job: null },
      { ok: false, line: 4, fault: 'abena stands here twice: line 1 says it, too.' },
    ]);
  });

  it('may be typed with blanks between, where in and out are given', () => {
    expect(read('Abena Abernathy 8:00 16:30\nGaspar Ruiz 22 6')).toMatchObject([
      { person: { personId: 1 }, from: at('2026-10-28T08:00:00Z'), to: at('2026-10-28T16:30:00Z') },
      { person: { personId: 3 }, to: at('2026-10-29T06:00:00Z') },
    ]);
    expect(read('Gaspar Ruiz', { from: '8', to: '9' })).toMatchObject([{ person: { personId: 3 } }]);
  });

  it('that has not come yet is refused', () => {
    const today = workdayFromIso('2026-10-30');
    expect(read('MF-0101\t7:00\t9:00\nMF-0102\t8:00\t9:01', undefined, today)).toMatchObject([
      { ok: true },
      { ok: false, fault: 'Fri 30 Oct, 09:01 has not come yet: give time that has passed.' },
    ]);
  });

  it('is the same for all lines that do not say it', () => {
    const lines = read('MF-0101\nMF-0102\t9:00', { from: '8:00', to: '12:00' });
    expect(lines).toMatchObject([
      { from: at('2026-10-28T08:00:00Z'), to: at('2026-10-28T12:00:00Z') },
      { from: at('2026-10-28T09:00:00Z'), to: at('2026-10-28T12:00:00Z') },
    ]);
  });

  it('begins on the day itself, also where its night has an hour more', () => {
    const night = workdayFromIso('2026-10-25');
    const [line] = read('MF-0101\t0:00\t4:00', undefined, night);
    expect(line).toMatchObject({ from: at('2026-10-24T23:00:00Z'), to: at('2026-10-25T04:00:00Z') });
  });

  it('says line by line what is wrong and what would be right', () => {
    const faults = read(
      'MF-0999\t8\t9\nGaspar\t8\t9\nMF-0101\t25:00\t9\nMF-0102\t8\tx\nMF-0103\t8\t7\nabena\t8\t9\tGalley\n,8,9',
    ).map((line) => (line.ok ? 'ok' : `${line.line}: ${line.fault}`));
    expect(faults).toEqual([
      '1: Nobody here is called MF-0999: give a number or a name.',
      '2: Gaspar can be 2 people: give the number.',
      '3: 25:00 is not a time to begin: 6:05, 1405 or 5p is.',
      '4: x is not a time to end: 14:05 or 10p is.',
      '5: That is more than twenty hours.',
      '6: There is no job named Galley.',
      '7: Nobody here is called nothing: give a number or a name.',
    ]);
  });

  it('is added as an in and an out, at the clock of their site', () => {
    const [line] = read('MF-0101\t8:00\t12:00\tStores');
    expect(line?.ok === true && itemsOf(line)).toMatchObject([
      { personId: 1, says: { kind: 'add', punchKind: 'in', zone: 'Europe/London', job: 7 } },
      { personId: 1, says: { kind: 'add', punchKind: 'out', at: at('2026-10-28T12:00:00Z') } },
    ]);
  });

  it('has the meal of all taken off, and a note of its own or that of all', () => {
    const same = { from: '8:00', to: '16:00', mealFrom: '12', mealTo: '+45', note: 'By phone' };
    const [first, second] = read('MF-0101\nMF-0103\t22\t6\t\tThe clock was down', same);
    expect(first?.ok === true && itemsOf(first)).toMatchObject([
      { says: { kind: 'add', punchKind: 'in', note: 'By phone' } },
      { says: { kind: 'add', punchKind: 'out', note: 'By phone' } },
      {
        personId: 1,
        says: { kind: 'set-meal', from: at('2026-10-28T12:00:00Z'), to: at('2026-10-28T12:45:00Z') },
      },
    ]);
    expect(second).toMatchObject({ ok: false, fault: 'The meal lies outside of 22:00 to 06:00.' });
    const [night] = read('MF-0103\t22\t6\t\tThe clock was down', { mealFrom: '2', mealTo: '2:30' });
    expect(night).toMatchObject({ note: 'The clock was down', meal: { from: at('2026-10-29T02:00:00Z') } });
    expect(read('MF-0101\t8\t16', { mealFrom: '12' })).toMatchObject([
      { fault: 'Nothing is not a time at which a meal ends: 12:30 or +30 is.' },
    ]);
    expect(read('MF-0101\t8\t16', { mealTo: '12' })).toMatchObject([
      { fault: 'Nothing is not a time at which a meal begins: 12:00 or 1230 is.' },
    ]);
  });

  it('that nobody worked is so many hours under its code, and may lie ahead', () => {
    const same = { from: '8:00', to: '16:30', mealFrom: '12:00', mealTo: '12:30' };
    const leave: UnderCode = { as: 'leave', code: 'Shore leave' };
    const [line] = read('MF-0101', same, workdayFromIso('2026-11-02'), leave);
    expect(line?.ok === true && itemsOf(line)).toEqual([
      {
        personId: 1,
        says: {
          kind: 'flat-hours',
          workday: workdayFromIso('2026-11-02'),
          as: 'leave',
          code: 'Shore leave',
          length: 'PT28800S',
          job: null,
          department: null,
        },
      },
    ]);
  });
});

describe('time of one person on several days', () => {
  const gaspar = person(2, 'MF-0102', 'Gaspar Ribeiro');
  const period = { firstDay: workdayFromIso('2026-10-05'), lastDay: workdayFromIso('2026-10-18') };
  const said = (text: string) =>
    readTimeLines(
      text,
      { ...NOTHING, from: '8:00', to: '16:00' },
      ofPerson(gaspar, period),
      jobs,
      null,
      null,
    ).map((line) => (line.ok ? workdayToIso(line.day) : line.fault));

  it('takes a date as people and spreadsheets write it', () => {
    for (const written of [
      '2026-10-13',
      '13',
      '13 Oct',
      'Tue 13 October',
      'tuesday, 13 oct 2026',
      '13.10.',
      '13.10.2026',
      '13/10',
      '10/13/2026',
      '13-10-2026',
    ])
      expect([written, ...said(written.includes(',') ? `${written}\t` : written)]).toEqual([
        written,
        '2026-10-13',
      ]);
    expect(said('05/10')).toEqual(['2026-10-05']);
  });

  it('never guesses: what can be two days, or is none of the period, is said', () => {
    // With days before or behind the month, both ways of reading a date can lie within a period.
    const long = { firstDay: workdayFromIso('2026-09-01'), lastDay: workdayFromIso('2026-10-31') };
    const [line] = readTimeLines(
      '9/10',
      { ...NOTHING, from: '8', to: '9' },
      ofPerson(gaspar, long),
      jobs,
      null,
      null,
    );
    expect(line).toMatchObject({
      ok: false,
      fault: '9/10 can be Thu 10 Sep or Fri 9 Oct: write it as 2026-09-10.',
    });
    expect(said('27 Oct\n\t8\t9')).toEqual([
      '27 Oct is no day of this period: write it as 2026-10-05 or 5 Oct.',
      'Nothing is no day of this period: write it as 2026-10-05 or 5 Oct.',
    ]);
    expect(said('13 Oct\n13/10')[1]).toBe('13/10 stands here twice: line 1 says it, too.');
  });

  it('reads back every day of a period in whatever way it is written', () => {
    for (const one of ofPerson(gaspar, period).all) expect(said(one)).toEqual([one]);
  });
});
