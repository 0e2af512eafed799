import type { ListReply, RatesReply } from '@heath/contract';
import { readRate, workdayInWords } from '@heath/core';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { dayIn, readList, refuse, refuseTwice } from '../../http/lists.ts';
import { mapInSlices } from '../../http/slices.ts';
import { idsByNumber } from '../../pay/people-by-number.ts';
import { peopleWithin } from '../../rights/reach.ts';
import type { Who } from '../../rights/who.ts';
import { countRates, jobTypes, keepRates, rates, ratesOfPeople } from './store.ts';

/** What an hour of somebody's work costs, by number and day. */
export async function ratesOf({ database }: Pick<Context, 'database'>, who: Who): Promise<RatesReply> {
  const within = await peopleWithin(database, who);
  return {
    rates: (await rates(database))
      .filter(({ personId }) => within === null || within.has(personId))
      .map(({ jobType, ...rate }) => ({ ...rate, jobType: jobType === '' ? null : jobType })),
  };
}

const HEADINGS = {
  number: ['number', 'personno', 'personnumber', 'person', 'employee', 'employeeno', 'employeenumber', 'id'],
  rate: ['rate', 'hourlyrate', 'payrate', 'amount'],
  'job type': ['jobtype', 'type', 'job', 'typeofjob'],
  'first day': ['firstday', 'from', 'validfrom', 'start', 'effective', 'effectivefrom'],
} as const;

/** Takes a list of rates: what is new is added, what differs is changed, what is missing in it stays. */
export function takeRates(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  text: string,
): Promise<ListReply> {
  return once(context, who, write, async (tx, tell) => {
    const [ids, types, within] = [await idsByNumber(tx), await jobTypes(tx), await peopleWithin(tx, who)];
    const listed = await mapInSlices(
      await readList<keyof typeof HEADINGS>(text, HEADINGS, ['number', 'rate', 'first day']),
      ({ line, of }) => {
        const wrong = (field: string, says: string) => refuse(line, says, field);
        const personId = ids.get(of.number ?? '');
        if (personId === undefined || (within !== null && !within.has(personId)))
          throw wrong('number', `nobody has the number ${of.number ?? 'that is missing'}.`);
        const rate = readRate(of.rate ?? '');
        if (rate === null)
          throw wrong(
            'rate',
            `${of.rate ?? 'What is missing'} is no rate: write it like 18.50, with at most four decimals.`,
          );
        const jobType = of['job type'] ?? '';
        if (jobType !== '' && !types.has(jobType))
          throw wrong(
            'job type',
            `no job is of the type ${jobType}${types.size === 0 ? '' : `: there is ${[...types].join(', ')}`}.`,
          );
        const firstDay = dayIn(of['first day'], line, 'first day');
        if (firstDay === null)
          throw wrong('first day', 'say from which day on the rate holds, like 2026-10-25.');
        const key = `${personId}\t${jobType}\t${firstDay}`;
        return { line, number: of.number, key, personId, jobType, firstDay, rate };
      },
    );
    refuseTwice(
      listed,
      'number',
      ({ key }) => key,
      ({ number, firstDay }, before) =>
        `${number} has a rate from ${workdayInWords(firstDay)} in line ${before} already.`,
    );
    const known = new Map(
      (await ratesOfPeople(tx, [...new Set(listed.map(({ personId }) => personId))])).map((one) => [
        `${one.personId}\t${one.jobType}\t${one.firstDay}`,
        one.rate,
      ]),
    );
    const isNew = listed.filter(({ key }) => !known.has(key));
    const differs = listed.filter(({ key, rate }) => known.has(key) && known.get(key) !== rate);
    const [added, changed] = [isNew.length, differs.length];
    await keepRates(
      tx,
      listed.map(({ key: _, line: _line, number: _number, ...rate }) => rate),
    );
    const notInList = (await countRates(tx)) - listed.length;
    tell({
      what: 'list taken',
      about: 'pay_rate',
      aboutId: 0,
      pays: [...isNew, ...differs].map(({ personId }) => personId),
      after: { added, changed, notInList },
    });
    return { added, changed, notInList };
  });
}
