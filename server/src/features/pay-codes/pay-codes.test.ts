import { CODE_KINDS } from '@heath/contract';
import { workdayFromIso, workdayToIso } from '@heath/core';
import { stringify } from 'csv-stringify/sync';
import { desc } from 'drizzle-orm';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { auditEvent, knownPerson } from '../../database/schema/index.ts';
import { type Company, freshCompany } from '../../testing/company.ts';
import { ratesOf, takeRates } from './rates.ts';
import { createCode, payCodes, takeCodes, takePeople } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('pay_codes', 8);
});
afterAll(() => company.close());

const takesCodes = (text: string) => takeCodes(company, company.who, null, text);
const takesPeople = (text: string) => takePeople(company, company.who, null, text);
const takesRates = (text: string) => takeRates(company, company.who, null, text);
const codesNow = async () =>
  new Map((await payCodes(company, company.who)).codes.map(({ id: _, ...code }) => [code.code, code]));
const peopleNow = async () =>
  new Map((await company.database.select().from(knownPerson)).map((one) => [one.number, one]));
const ratesNow = async () =>
  new Map(
    (await ratesOf(company, company.who)).rates.map(({ number, jobType, firstDay, rate }) => [
      `${number} ${jobType ?? ''} ${workdayToIso(firstDay)}`,
      rate,
    ]),
  );

/** Refused with these words, and nothing is other than before. */
async function refuses(
  take: (text: string) => Promise<unknown>,
  now: () => Promise<unknown>,
  lists: readonly (readonly [text: string, says: string])[],
): Promise<void> {
  const before = await now();
  for (const [text, says] of lists)
    await expect(take(text), text).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining(says),
    });
  expect(await now()).toEqual(before);
}

describe('the pay system’s list of codes', () => {
  const day = fc.integer({ min: 0, max: 800 }).map((n) => workdayToIso((20_000 + n) as never));
  const listed = fc.uniqueArray(
    fc.record({
      // Letters of both cases: to a pay system a1 and A1 are two codes.
      code: fc.stringMatching(/^[A-Ba-b0-2][ab1._-]{0,3}$/),
      name: fc.constantFrom('Ordinary', 'Døgn; "long"', 'Überzeit, nachts', '=1+1'),
      kind: fc.constantFrom(...CODE_KINDS),
      multiplier: fc.constantFrom('', '1', '1.5', '1,25', '0', '10'),
      account: fc.constantFrom('', '4100', 'A-7'),
      days: fc.tuple(fc.option(day, { nil: '' }), fc.option(day, { nil: '' })),
    }),
    { selector: ({ code }) => code, maxLength: 6 },
  );

  it('is what is there afterwards, beside what was; taken once more it changes nothing', async () => {
    await fc.assert(
      fc.asyncProperty(listed, async (list) => {
        const before = await codesNow();
        const wanted = list.map(({ days: [a, b], ...one }) => {
          const [first = '', last = ''] = a !== '' && b !== '' && b < a ? [b, a] : [a, b];
          return { ...one, first, last };
        });
        const text = stringify(wanted, {
          header: true,
          columns: [
            { key: 'kind', header: 'TYPE' },
            { key: 'code', header: 'Pay code' },
            { key: 'first', header: 'Valid from' },
            { key: 'name', header: 'Description' },
            { key: 'last', header: 'Valid to' },
            { key: 'account', header: 'GL account' },
            { key: 'multiplier', header: 'Factor' },
          ],
        });
        const reply = await takesCodes(text);
        const after = await codesNow();
        for (const { code, name, kind, multiplier, account, first, last } of wanted)
          expect(after.get(code)).toEqual({
            code,
            name,
            kind,
            multiplier: multiplier === '' ? null : Number(multiplier.replace(',', '.')),
            account: account === '' ? null : account,
            firstDay: first === '' ? null : workdayFromIso(first),
            lastDay: last === '' ? null : workdayFromIso(last),
          });
        const inList = new Set(wanted.map(({ code }) => code));
        for (const [code, was] of before) if (!inList.has(code)) expect(after.get(code)).toEqual(was);
        expect(reply).toEqual({
          added: [...inList].filter((code) => !before.has(code)).length,
          changed: [...inList].filter(
            (code) =>
              before.has(code) && JSON.stringify(before.get(code)) !== JSON.stringify(after.get(code)),
          ).length,
          notInList: [...before.keys()].filter((code) => !inList.has(code)).length,
        });
        expect(await takesCodes(text)).toEqual({ added: 0, changed: 0, notInList: reply.notInList });
        expect(await codesNow()).toEqual(after);
      }),
      { numRuns: 40 },
    );
  });

  it('is taken as a whole or not at all: what is wrong is said with its line', async () => {
    const head = 'code,name,kind,multiplier,from,to\n777,Fine,hours,,,\n';
    await refuses(takesCodes, codesNow, [
      [`${head}7 7,Blank,hours,,,\n`, 'Line 3: A code is 1 to 16 letters'],
      [`${head}778,,hours,,,\n`, 'Line 3: Give the code a name.'],
      [`${head}778,Odd,banana,,,\n`, 'Line 3: banana is no kind of code: give hours, premium'],
      [`${head}778,Odd,hours,twice,,\n`, 'Line 3: twice is no multiplier: write it like 1.5.'],
      [`${head}778,Odd,hours,11,,\n`, 'Line 3: 11 is no multiplier'],
      [`${head}778,Odd,hours,,01/02/2026,\n`, 'Line 3: 01/02/2026 is no day. Write days like 2026-10-25.'],
      [
        `${head}778,Odd,hours,,2026-10-20,2026-10-19\n`,
        'Line 3: its last day, 2026-10-19, is before its first.',
      ],
      [
        `${head}778,Odd,hours,,,\n777,Again,hours,,,\n`,
        'Line 4: code 777 stands in line 2 already. Leave one of the two.',
      ],
      [`${head}778,Odd,hours,1,5,,\n`, 'Line 3: 5 is no day'],
      ['name,kind\nFine,hours\n', 'The list has no column for the code'],
    ]);
  });

  it('of two people who add the same code at once, one does, and the other is told', async () => {
    const add = () =>
      createCode(company, company.who, null, { code: '555', name: 'Fog watch', kind: 'hours' });
    const results = await Promise.allSettled([add(), add(), add()]);
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    await expect(add()).rejects.toMatchObject({
      status: 409,
      message: 'Code 555 is there already: Fog watch.',
    });
    expect((await codesNow()).get('555')?.name).toBe('Fog watch');
  });
});

describe('the pay system’s list of people', () => {
  it('says whom it knows, and which codes each may have; who is missing in it stays', async () => {
    const [code = '', other = ''] = (await codesNow()).keys();
    const before = await peopleNow();
    const reply = await takesPeople(
      `Employee no;Full name;Codes\nZZ-1;Ada Lee;${code} ${other}\nZZ-2;Bo Ek;${code}|${other}\nZZ-3;;\n`,
    );
    expect(reply).toEqual({ added: 3, changed: 0, notInList: before.size });
    const after = await peopleNow();
    expect(['ZZ-1', 'ZZ-2', 'ZZ-3'].map((number) => after.get(number)?.codes)).toEqual([
      [code, other],
      [code, other],
      // Any.
      null,
    ]);
    expect(await takesPeople('Employee no;Full name;Codes\nZZ-3;Cy Oh;\nZZ-1;Ada Lee;\n')).toMatchObject({
      added: 0,
      changed: 2,
    });
    expect((await peopleNow()).size).toBe(before.size + 3);
  });

  it('is refused where it names a code that is none, or somebody twice', async () => {
    await refuses(takesPeople, peopleNow, [
      ['number,codes\nYY-1,\nYY-2,no-code\n', 'Line 3: there is no pay code no-code. Take the list of codes'],
      ['number,name\nYY-1,Ada\nYY-2,Bo\nYY-1,Cy\n', 'Line 4: number YY-1 stands in line 2 already.'],
      ['number,name\n,Ada\n', 'Line 2: give a number of at most 32 characters.'],
      [`number,name\n${'9'.repeat(33)},Ada\n`, 'Line 2: give a number of at most 32 characters.'],
      // Not a name and codes that are none, but a name with a comma.
      ['number,name\nYY-1,Lee, Ada\n', 'Line 2: it has 3 values, and there are 2 columns.'],
    ]);
  });
});

describe('a list of rates', () => {
  it('is kept by number, type of job and day, to the ten-thousandth', async () => {
    await takesRates(
      'Person no\tHourly rate\tJob type\tFrom\nMF-0101\t18.5\t\t2026-01-01\nMF-0101\t21,1234\tstorm\t2026-01-01\nMF-0101\t19.25\t\t2026-07-01\n',
    );
    const now = await ratesNow();
    expect(
      ['MF-0101  2026-01-01', 'MF-0101 storm 2026-01-01', 'MF-0101  2026-07-01'].map((key) => now.get(key)),
    ).toEqual([185_000, 211_234, 192_500]);
    expect(await takesRates('number,rate,from\nMF-0101,18.75,2026-01-01\n')).toMatchObject({
      added: 0,
      changed: 1,
    });
    const [last] = await company.database.select().from(auditEvent).orderBy(desc(auditEvent.id)).limit(1);
    expect(last).toMatchObject({ what: 'list taken', about: 'pay_rate', after: { added: 0, changed: 1 } });
  });

  it('is refused where it could be read in another way than it was meant', async () => {
    await refuses(takesRates, ratesNow, [
      // Taken for 18 an hour before, without a word.
      ['number,from,rate\nMF-0101,2026-02-01,18,50\n', 'Line 2: it has 4 values, and there are 3 columns.'],
      ['number,rate,from\nMF-0101,18.12345,2026-02-01\n', 'Line 2: 18.12345 is no rate'],
      ['number,rate,from\nMF-0101,"1,200.50",2026-02-01\n', 'Line 2: 1,200.50 is no rate'],
      ['number,rate,from\nMF-0101,-5,2026-02-01\n', 'Line 2: -5 is no rate'],
      ['number,rate,from\nMF-0101,18,\n', 'Line 2: say from which day on the rate holds'],
      ['number,rate,from\nMF-9999,18,2026-02-01\n', 'Line 2: nobody has the number MF-9999.'],
      ['number,rate,type,from\nMF-0101,18,calm,2026-02-01\n', 'Line 2: no job is of the type calm'],
      [
        'number,rate,from\nMF-0101,18,2026-02-01\n\nMF-0101,19,2026-02-01\n',
        'Line 4: MF-0101 has a rate from 1 Feb 2026 in line 2 already.',
      ],
    ]);
  });
});
