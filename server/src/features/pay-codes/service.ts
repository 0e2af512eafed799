import { AddCodeRequest, CODE_KINDS, has, type ListReply, type PayCodesReply } from '@heath/contract';
import * as v from 'valibot';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { dayIn, readList, refuse, refuseTwice } from '../../http/lists.ts';
import { mapInSlices } from '../../http/slices.ts';
import { peopleWithin } from '../../rights/reach.ts';
import type { Who } from '../../rights/who.ts';
import { addCode, codes, findCodeNamed, keepCodes, keepKnown, knownPeople, unknownPeople } from './store.ts';

type Asks = Pick<Context, 'database' | 'clock'>;

/** The pay codes, and, for whoever sees what is paid, whom within their reach the pay system does not know. */
export async function payCodes({ database }: Pick<Context, 'database'>, who: Who): Promise<PayCodesReply> {
  const known = (await knownPeople(database)).length;
  const within = await peopleWithin(database, who);
  return {
    codes: await codes(database),
    people:
      known === 0 || !has(who.roles, 'see pay')
        ? null
        : {
            known,
            unknown: (await unknownPeople(database)).filter(
              ({ personId }) => within === null || within.has(personId),
            ),
          },
  };
}

/** Adds a pay code. Returns its id; refused where the code is there already. */
export function createCode(
  context: Asks,
  who: Who,
  write: Write | null,
  added: v.InferOutput<typeof AddCodeRequest>,
): Promise<number> {
  return once(context, who, write, async (tx, tell) => {
    const existing = await findCodeNamed(tx, added.code);
    if (existing !== undefined) {
      throw new Problem(409, 'invalid', `Code ${added.code} is there already: ${existing.name}.`, {
        field: 'code',
      });
    }
    const id = await addCode(tx, added);
    tell({ what: 'added', about: 'pay_code', aboutId: id, pays: 'nobody', after: added });
    return id;
  });
}

const CODE_HEADINGS = {
  code: ['code', 'paycode', 'earningcode', 'paytype'],
  name: ['name', 'description', 'codename', 'label'],
  kind: ['kind', 'type', 'category'],
  multiplier: ['multiplier', 'factor', 'timestherate'],
  account: ['account', 'glaccount', 'ledger', 'ledgeraccount'],
  'first day': ['firstday', 'from', 'validfrom', 'start'],
  'last day': ['lastday', 'to', 'until', 'validto', 'end'],
} as const;

/** Takes the pay system's list of codes: what is new is added, what differs is changed, what is missing in it stays. */
export function takeCodes(context: Asks, who: Who, write: Write | null, text: string): Promise<ListReply> {
  return once(context, who, write, async (tx, tell) => {
    const listed = await mapInSlices(
      await readList<keyof typeof CODE_HEADINGS>(text, CODE_HEADINGS, ['code', 'name']),
      ({ line, of }) => {
        const wrong = (field: string, says: string) => refuse(line, says, field);
        const parsed = v.safeParse(AddCodeRequest, { code: of.code, name: of.name });
        if (!parsed.success) throw wrong('code', parsed.issues[0].message);
        const kind = CODE_KINDS.find((one) => one === (of.kind ?? 'hours').toLowerCase());
        if (kind === undefined)
          throw wrong('kind', `${of.kind} is no kind of code: give ${CODE_KINDS.join(', ')}.`);
        const multiplier = of.multiplier === undefined ? null : Number(of.multiplier.replace(',', '.'));
        if (multiplier !== null && !(multiplier >= 0 && multiplier <= 10))
          throw wrong('multiplier', `${of.multiplier} is no multiplier: write it like 1.5.`);
        if ((of.account?.length ?? 0) > 32) throw wrong('account', 'an account has at most 32 characters.');
        const firstDay = dayIn(of['first day'], line, 'first day');
        const lastDay = dayIn(of['last day'], line, 'last day');
        if (firstDay !== null && lastDay !== null && lastDay < firstDay)
          throw wrong('last day', `its last day, ${of['last day']}, is before its first.`);
        const { code, name } = parsed.output;
        return { line, code, name, kind, multiplier, account: of.account ?? null, firstDay, lastDay };
      },
    );
    refuseTwice(
      listed,
      'code',
      ({ code }) => code,
      ({ code }, before) => `code ${code} stands in line ${before} already. Leave one of the two.`,
    );
    const before = new Map((await codes(tx)).map((one) => [one.code, one]));
    const kept: Parameters<typeof keepCodes>[1][number][] = [];
    let [added, changed] = [0, 0];
    for (const { line: _, ...values } of listed) {
      const was = before.get(values.code);
      const differs =
        was !== undefined &&
        (Object.keys(values) as (keyof typeof values)[]).some((field) => was[field] !== values[field]);
      if (was !== undefined && !differs) continue;
      kept.push(values);
      if (was === undefined) added++;
      else changed++;
    }
    await keepCodes(tx, kept);
    const inList = new Set(listed.map(({ code }) => code));
    const notInList = [...before.keys()].filter((code) => !inList.has(code)).length;
    tell({
      what: 'list taken',
      about: 'pay_code',
      aboutId: 0,
      pays: 'nobody',
      after: { added, changed, notInList },
    });
    return { added, changed, notInList };
  });
}

const PEOPLE_HEADINGS = {
  number: [
    'number',
    'personno',
    'personnumber',
    'person',
    'employee',
    'employeeno',
    'employeenumber',
    'id',
    'emp',
  ],
  name: ['name', 'fullname', 'employeename'],
  codes: ['codes', 'paycodes', 'allowedcodes', 'may'],
} as const;

/** Takes the pay system's list of people, as the whole of whom it knows; codes stand behind one another with blanks or bars between. */
export function takePeople(context: Asks, who: Who, write: Write | null, text: string): Promise<ListReply> {
  return once(context, who, write, async (tx, tell) => {
    const known = new Set((await codes(tx)).map(({ code }) => code));
    const listed = await mapInSlices(
      await readList<keyof typeof PEOPLE_HEADINGS>(text, PEOPLE_HEADINGS, ['number']),
      ({ line, of }) => {
        const { number, name = '', codes: may } = of;
        if (number === undefined || number.length > 32)
          throw refuse(line, 'give a number of at most 32 characters.', 'number');
        const own = may === undefined ? null : may.split(/[\s|/]+/).filter((code) => code !== '');
        const unknown = own?.find((code) => !known.has(code));
        if (unknown !== undefined)
          throw refuse(line, `there is no pay code ${unknown}. Take the list of codes first.`, 'codes');
        return { line, number, name: name.slice(0, 120), codes: own };
      },
    );
    refuseTwice(
      listed,
      'number',
      ({ number }) => number,
      ({ number }, before) => `number ${number} stands in line ${before} already. Leave one of the two.`,
    );
    const before = new Map((await knownPeople(tx)).map((one) => [one.number, one]));
    let [added, changed] = [0, 0];
    for (const one of listed) {
      const was = before.get(one.number);
      if (was === undefined) added++;
      else if (was.name !== one.name || JSON.stringify(was.codes) !== JSON.stringify(one.codes)) changed++;
    }
    await keepKnown(
      tx,
      listed.map(({ line: _, ...one }) => one),
    );
    const inList = new Set(listed.map(({ number }) => number));
    const notInList = [...before.keys()].filter((number) => !inList.has(number)).length;
    tell({
      what: 'list taken',
      about: 'known_person',
      aboutId: 0,
      pays: 'nobody',
      after: { added, changed, notInList },
    });
    return { added, changed, notInList };
  });
}
