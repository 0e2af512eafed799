import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { STARTERS, workdayFromIso } from '@heath/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { checkRulebook } from './check.ts';
import { type ComputeOptions, computeFiles } from './compute.ts';
import { Cursor, SortedByPerson } from './sorted.ts';

const folder = mkdtempSync(join(tmpdir(), 'heath-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const put = (name: string, content: string): string => {
  const file = join(folder, name);
  writeFileSync(file, content);
  return file;
};
const read = (name: string) => readFileSync(join(folder, name), 'utf8');

const PUNCHES = `person,at,kind,job
B2,2026-10-24T22:00:00+01:00,in,Lamps
A1,2026-10-19T17:15:00+01:00,out,Mooring
A1,2026-10-19T08:00:00+01:00,in,Mooring
B2,2026-10-25T06:00:00+00:00,out,Lamps
`;
let rulebook: string;
beforeAll(() => {
  const { 'forty-hour-week': week, 'union-agreement': union } = STARTERS;
  rulebook = put(
    'rules.json',
    JSON.stringify({
      ...week,
      overtime: [{ name: 'Daily', basis: 'workday', tiers: [{ above: 'PT8H', multiplier: 1.5 }] }],
      guarantees: union!.guarantees,
      exceptions: { absent: { severity: 'holds up' } },
    }),
  );
});

const compute = (more: Partial<ComputeOptions> = {}) =>
  computeFiles({
    punches: put('punches.csv', PUNCHES),
    rulebook,
    from: workdayFromIso('2026-10-19'),
    to: workdayFromIso('2026-11-01'),
    zone: 'Europe/London',
    out: join(folder, 'lines.csv'),
    ...more,
  });
const LINES = [
  'person,workday,class,job,department,seconds,hours',
  'A1,2026-10-19,ordinary,Mooring,,28800,8.00',
  'A1,2026-10-19,overtime-1.5,Mooring,,4500,1.25',
  'B2,2026-10-24,ordinary,Lamps,,28800,8.00',
  'B2,2026-10-24,overtime-1.5,Lamps,,3600,1.00',
  '',
].join('\r\n');

describe('heath compute', () => {
  it('computes punches in any order into lines by person: 8:00 to 17:15 is 9.25, and the long night nine hours', async () => {
    expect(await compute()).toBe(0);
    expect(read('lines.csv')).toBe(LINES);
  });

  it('gives a day the same hours from whichever day on it computes, also where punches say neither in nor out', async () => {
    // 18:00 to 05:00 every night: no rest is longer than a spell can be.
    const nights = Array.from({ length: 30 }, (_, i) => {
      const date = (day: number) => new Date(Date.UTC(2026, 8, 1 + day)).toISOString().slice(0, 10);
      return `C3,${date(i)} 18:00,undirected,\nC3,${date(i + 1)} 05:00,undirected,`;
    });
    const punches = put('nights.csv', `person,at,kind,job\n${nights.join('\n')}\n`);
    const to = workdayFromIso('2026-09-27');
    for (const from of ['2026-09-01', '2026-09-02', '2026-09-14', '2026-09-21', '2026-09-22']) {
      await compute({ punches, from: workdayFromIso(from), to });
      const seconds = read('lines.csv')
        .split('\r\n')
        .filter((line) => line.startsWith('C3,2026-09-22,'))
        .map((line) => Number(line.split(',')[5]));
      expect([from, seconds.reduce((sum, each) => sum + each, 0)]).toEqual([from, 660 * 60]);
    }
  });

  it.each([
    ['LF', (lines: string[]) => lines.join('\n')],
    ['CR', (lines: string[]) => lines.join('\r')],
    ['CRLF, then LF', ([header, ...rows]: string[]) => `${header}\r\n${rows.join('\n')}`],
    [
      'one stray LF among CRLF',
      ([header, first, ...rows]: string[]) => `${header}\r\n${first}\n${rows.join('\r\n')}`,
    ],
  ] as const)('reads every row whatever ends its line: %s', async (_name, joined) => {
    const punches = put('ends.csv', joined(PUNCHES.trim().split('\n')));
    expect(await compute({ punches })).toBe(0);
    expect(read('lines.csv')).toBe(LINES);
  });

  it('refuses bytes that are no UTF-8 rather than take them for another number', async () => {
    const file = join(folder, 'latin.csv');
    writeFileSync(file, Buffer.from('person,at,kind\nJos\xe9,2026-10-19T08:00:00Z,in\n', 'latin1'));
    await expect(compute({ punches: file })).rejects.toThrow('latin.csv line 2: it is not in UTF-8.');
  });

  it('says where a quote is wrong', async () => {
    const punches = put('quote.csv', 'person,at,kind\nA1,"2026-10-19T08:00:00Z"x,in\n');
    await expect(compute({ punches })).rejects.toThrow('a quote stands where none can be');
  });

  it('reads JSON Lines and writes them, as the ending says', async () => {
    const [header, ...rows] = PUNCHES.trim().split('\n');
    const names = header!.split(',');
    const lines = rows.map((row) =>
      JSON.stringify(Object.fromEntries(row.split(',').map((cell, i) => [names[i], cell]))),
    );
    await compute({ punches: put('punches.jsonl', lines.join('\n')), out: join(folder, 'lines.jsonl') });
    const first = JSON.parse(read('lines.jsonl').split('\n')[0]!);
    expect(first).toEqual({
      person: 'A1',
      workday: '2026-10-19',
      class: 'ordinary',
      job: 'Mooring',
      department: '',
      seconds: 28_800,
      hours: '8.00',
    });
  });

  it('lays corrections over the punches; one without an id is known by its line in the file', async () => {
    const corrections = put(
      'corrections.csv',
      'person,id,do,punch,at,punch-kind,undoes\nA1,1,move,3,2026-10-19T16:00:00+01:00,,\nB2,2,drop,5,,,\nB2,3,undo,,,,2\n',
    );
    expect(await compute({ corrections })).toBe(0);
    expect(read('lines.csv')).toBe(LINES.replace('A1,2026-10-19,overtime-1.5,Mooring,,4500,1.25\r\n', ''));
  });

  it('reads every setting that a kind of correction has, and refuses one that it has not', async () => {
    const header = 'person,id,do,workday,as,code,length,from,to,job,note\n';
    const corrections = put(
      'corrections.csv',
      `${header}A1,1,flat-hours,2026-10-20,leave,Shore leave,PT4H,,,,agreed\nA1,2,set-job,,,,,2026-10-19T09:00:00+01:00,2026-10-19T10:00:00+01:00,Lamps,\n`,
    );
    await compute({ corrections });
    const lines = read('lines.csv');
    expect(lines).toContain('A1,2026-10-20,leave:Shore leave,,,14400,4.00');
    expect(lines).toContain('A1,2026-10-19,ordinary,Lamps,,3600,1.00');
    const wrong = put('corrections.csv', `${header}A1,1,set-meal,,,,,2026-10-19T09:00:00+01:00,,,\n`);
    await expect(compute({ corrections: wrong })).rejects.toThrow('line 2: to: It is missing.');
    const odd = put('corrections.csv', `${header}A1,1,drop,,,,,,,Lamps,\n`);
    await expect(compute({ corrections: odd })).rejects.toThrow('drop has no such setting: it has punch.');
  });

  const event = (lines: readonly string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'];
  const ics = (...events: readonly (readonly string[])[]) =>
    ['BEGIN:VCALENDAR', 'VERSION:2.0', ...events.flatMap(event), 'END:VCALENDAR', ''].join('\r\n');

  it('reads plans, leave and holidays from iCalendar; a planned shift nobody worked holds up the handoff: status 1', async () => {
    const plans = put(
      'plans.ics',
      ics(
        ['SUMMARY:A1', 'DTSTART:20261019T070000Z', 'DTEND:20261019T150000Z'],
        ['SUMMARY:A1', 'DTSTART:20261020T070000Z', 'DTEND:20261020T150000Z'],
        ['SUMMARY:A1', 'DTSTART:20261021T070000Z', 'DTEND:20261021T150000Z'],
      ),
    );
    const leave = put(
      'leave.ics',
      ics(['SUMMARY:A1', 'CATEGORIES:Annual', 'DTSTART:20261021T080000', 'DTEND:20261021T153000']),
    );
    const exceptions = join(folder, 'exceptions.csv');
    expect(await compute({ plans, leave, exceptions })).toBe(1);
    expect(read('exceptions.csv').split('\r\n').slice(1, -1)).toEqual([
      'A1,2026-10-20,absent,holds up,2026-10-20T07:00:00Z,28800,,,Nobody came; 8 h were planned',
    ]);
    expect(read('lines.csv')).toContain('A1,2026-10-21,leave:Annual,,,27000,7.50');
  });

  it('writes the reasons, one object a person', async () => {
    await compute({ why: join(folder, 'why.jsonl') });
    const [a, b] = read('why.jsonl')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line));
    expect([a.person, b.person]).toEqual(['A1', 'B2']);
    expect(a.shifts[0].reasons.map((reason: { step: string }) => reason.step)).toEqual([
      'clocked',
      'round',
      'breaks',
      'workday',
    ]);
    expect(a.reasons[0]).toMatchObject({ step: 'overtime', countedSeconds: 33_300, paidSeconds: 4500 });
  });

  it.each([
    ['a missing column', 'person,kind\n', 'there is no column at'],
    ['a column that means nothing', 'person,at,badge\n', 'the column badge means nothing here'],
    ['an empty file', '', 'it is empty'],
    [
      'a field too many',
      'person,at\nA1,2026-10-19T08:00:00Z,in\n',
      'line 2: 3 fields where the header has 2',
    ],
    ['no moment', 'person,at\nA1,8:30\n', 'line 2: at is 8:30, not a moment'],
    [
      'no such date',
      'person,at\nA1,2026-02-30T08:00:00\n',
      'line 2: at is 2026-02-30T08:00:00: there is no such date',
    ],
    [
      'a time that comes twice',
      'person,at\nA1,2026-10-25T01:30:00\n',
      'give an offset, 2026-10-25T01:30:00+01:00 for the first time or 2026-10-25T01:30:00+00:00 for the second',
    ],
    [
      'a time that never comes',
      'person,at\nA1,2026-03-29T01:30:00\n',
      'By the clock before the jump it would be 2026-03-29T01:30:00+00:00.',
    ],
    [
      'a time that never comes elsewhere',
      'person,at,zone\nA1,2026-03-08T02:30:00,America/New_York\n',
      'By the clock before the jump it would be 2026-03-08T02:30:00-05:00.',
    ],
    ['semicolons', 'person;at\nA1;2026-10-19T08:00:00Z\n', 'separated by semicolons. Write it with commas'],
    ['tabs', 'person\tat\nA1\t2026-10-19T08:00:00Z\n', 'separated by tabs. Write it with commas'],
    [
      'a kind that is none',
      'person,at,kind\nA1,2026-10-19T08:00:00Z,hello\n',
      'kind is hello. It is one of: in, out',
    ],
    ['a zone that is none', 'person,at,zone\nA1,2026-10-19T08:00:00,Mars/Base\n', 'zone is Mars/Base'],
    ['nobody', 'person,at\n,2026-10-19T08:00:00Z\n', 'person is empty'],
    ['a quote that never ends', 'person,at\n"A1,2026-10-19T08:00:00Z\n', 'bad.csv'],
  ])('refuses %s, says where, and writes nothing', async (_, content, message) => {
    const out = join(folder, 'never.csv');
    await expect(compute({ punches: put('bad.csv', content), out })).rejects.toThrow(message);
    expect(existsSync(out)).toBe(false);
    expect(readdirSync(folder).filter((name) => name.endsWith('.partial'))).toEqual([]);
  });

  it('refuses a file that is not there, an ending it does not know and a rulebook that cannot mean anything', async () => {
    await expect(compute({ punches: join(folder, 'none.csv') })).rejects.toThrow('there is no such file');
    await expect(compute({ punches: join(folder, 'punches.pdf') })).rejects.toThrow('neither CSV');
    const wrong = put('wrong.json', JSON.stringify({ name: 'Wrong' }));
    await expect(compute({ rulebook: wrong })).rejects.toThrow(/pairing: It is missing/);
    await expect(compute({ plans: put('plans.ics', 'hello') })).rejects.toThrow('not iCalendar');
  });

  it('takes editions by the day they come into force', async () => {
    const rules = JSON.parse(readFileSync(rulebook, 'utf8'));
    const later = {
      ...rules,
      overtime: [{ ...rules.overtime[0], tiers: [{ above: 'PT7H', multiplier: 2 }] }],
    };
    const list = [
      { from: '2026-01-01', rules },
      { from: '2026-10-22', rules: later },
    ];
    await compute({ rulebook: put('editions.json', JSON.stringify(list)) });
    expect(read('lines.csv')).toContain('A1,2026-10-19,overtime-1.5,Mooring,,4500,1.25');
    expect(read('lines.csv')).toContain('B2,2026-10-24,overtime-2,Lamps,,7200,2.00');
  });
});

describe('sorting by person', () => {
  it('gives everybody their records in the order they came, whether or not they fit in memory', async () => {
    for (const recordsAtOnce of [3, 1000]) {
      const sorted = new SortedByPerson<number>(recordsAtOnce);
      for (let i = 0; i < 50; i++) await sorted.add(`P${(i * 7) % 5}`, i);
      const cursor = new Cursor(sorted);
      const seen: [string, number[]][] = [];
      for (let person = await cursor.peek(); person !== null; person = await cursor.peek())
        seen.push([person, await cursor.take(person)]);
      await sorted.end();
      expect(seen.map(([person]) => person)).toEqual(['P0', 'P1', 'P2', 'P3', 'P4']);
      for (const [person, numbers] of seen) {
        expect(numbers).toEqual(
          Array.from({ length: 50 }, (_, i) => i).filter((i) => `P${(i * 7) % 5}` === person),
        );
      }
    }
  });
});

describe('heath rulebook check', () => {
  it('runs the proof days, and says what a failing one gave', async () => {
    const said: string[] = [];
    const file = put('good.json', JSON.stringify(STARTERS['forty-hour-week']));
    expect(await checkRulebook(file, (line) => said.push(line))).toBe(0);
    expect(said.at(-1)).toBe('1 of 1 proof days give what they must.');
    const wrong = {
      ...STARTERS['forty-hour-week']!,
      proofDays: [
        {
          name: 'An hour',
          punches: ['2026-10-19 08:00 in', '2026-10-19 09:00 out'],
          gives: { ordinary: '2' },
        },
      ],
    };
    said.length = 0;
    expect(await checkRulebook(put('fails.json', JSON.stringify(wrong)), (line) => said.push(line))).toBe(1);
    expect(said).toEqual([
      'FAILED  An hour',
      '        must give ordinary 2.00, gave ordinary 1.00',
      '0 of 1 proof days give what they must.',
    ]);
  });
});

describe('the program', () => {
  const heath = (args: readonly string[], input = '') =>
    spawnSync(process.execPath, ['scripts/heath.mjs', ...args], { encoding: 'utf8', input });

  it('reads and writes the standard streams, and says by its exit status how it went', () => {
    const span = ['--from', '2026-10-19', '--to', '2026-11-01', '--rulebook', rulebook];
    const computed = heath(['compute', '--punches', '-', '--zone', 'Europe/London', ...span], PUNCHES);
    expect([computed.status, computed.stdout, computed.stderr]).toEqual([0, LINES, '']);
    const lonely = 'person,at,kind\nA1,2026-10-19T08:00:00Z,in\n';
    expect(heath(['compute', '--punches', '-', '--zone', 'UTC', ...span], lonely).status).toBe(1);
    const refused = heath(['compute', '--punches', '-', ...span], 'person,at\nA1,2026-10-19T08:00:00\n');
    expect(refused.status).toBe(2);
    expect(refused.stderr).toContain('- line 2: no zone');
    expect(heath(['compute', '--punchs', 'x']).status).toBe(2);
  });

  it('shows every column', () => {
    const { stdout, status } = heath(['--help']);
    expect(status).toBe(0);
    for (const word of ['--corrections', 'meal-out', 'cancel-meal', 'Exit status', 'DTSTART'])
      expect(stdout).toContain(word);
  });
});
