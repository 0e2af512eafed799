import { AddAmountsRequest, type AmountsReply, NewAmount, written } from '@heath/contract';
import { instantToIso, readAmount, workdayInWords } from '@heath/core';
import * as v from 'valibot';
import { Problem, valid } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Queries } from '../../database/connect.ts';
import type { flatAmount } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { readList, refuse } from '../../http/lists.ts';
import { periodAt } from '../../http/period-at.ts';
import { mapInSlices } from '../../http/slices.ts';
import { namesOfAmounts, rowsOfStandingAmounts } from '../../pay/amounts.ts';
import { lockedUntil, refuseLocked } from '../../pay/locked-days.ts';
import { idsByNumber } from '../../pay/people-by-number.ts';
import { askForRecomputeQuery, touchQuery } from '../../recompute/stale-cards.ts';
import { somebody, type Who } from '../../rights/who.ts';
import {
  addAmounts,
  amountsOf,
  findAmount,
  fingerprintAmounts,
  idsOfJobs,
  peopleWithCards,
} from './store.ts';

type Asks = Pick<Context, 'database' | 'clock'>;

/** The units, miles, tips and expenses of a period, the newest first. */
export async function amounts(
  { database }: Pick<Context, 'database'>,
  who: Who,
  periodId: number,
): Promise<AmountsReply> {
  await periodAt(database, periodId);
  const rows = await amountsOf(database, periodId, who);
  return {
    amounts: rows
      .filter(({ undoes }) => undoes === null)
      .map(({ undoes: _, madeAt, takenBack, ...row }) => ({
        ...row,
        at: instantToIso(madeAt),
        takenBack: takenBack !== null,
      })),
    names: await namesOfAmounts(database),
  };
}

/** Writes down some amounts, all or none. Refuses what is there already, unless it is asked for again. */
export function addAll(
  context: Asks,
  who: Who,
  write: Write | null,
  periodId: number,
  { amounts: added, again = false }: Pick<AddAmountsRequest, 'amounts'> & Partial<AddAmountsRequest>,
): Promise<null> {
  const madeBy = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    const period = await periodAt(tx, periodId);
    const people = [...new Set(added.map(({ personId }) => personId))];
    const cards = new Map(
      (await peopleWithCards(tx, periodId, people, who)).map((one) => [one.personId, one]),
    );
    const jobs = await idsOfJobs(tx);
    const locked = await lockedUntil(tx);
    const madeAt = context.clock.now();
    const rows = added.map((one, i) => {
      const wrong = (field: keyof NewAmount, says: string, status = 422) =>
        new Problem(
          status,
          status === 409 ? 'sealed' : 'invalid',
          added.length > 1 ? `Amount ${i + 1}: ${says}` : says,
          {
            field: `amounts.${i}.${field}`,
          },
        );
      const { personId, day, what, note } = one;
      const card = cards.get(personId);
      if (card === undefined) throw wrong('personId', 'They have no card in this period.');
      if (day < period.firstDay || day > period.lastDay)
        throw wrong(
          'day',
          `The day is not in this period: give one from ${workdayInWords(period.firstDay)} to ${workdayInWords(period.lastDay)}.`,
        );
      if (day < card.firstDay || (card.lastDay !== null && day > card.lastDay))
        throw wrong('day', `${card.name} is not employed on ${workdayInWords(day)}.`);
      refuseLocked(locked, day, (says) => wrong('day', says, 409));
      const jobId = one.job === null ? null : jobs.get(one.job);
      if (jobId === undefined) throw wrong('job', `There is no job ${one.job}.`);
      const amount = readAmount(one.amount) ?? 0;
      return {
        periodId,
        personId,
        workday: day,
        name: what,
        amount,
        jobId,
        note,
        undoes: null,
        madeBy,
        madeAt,
      };
    });
    if (!again) refuseKnown(rows, await rowsOfStandingAmounts(tx, periodId, people));
    await addAmounts(tx, rows);
    await touch(tx, periodId, people);
    tell({
      what: 'added',
      about: 'flat_amount',
      aboutId: periodId,
      pays: people,
      after: { amounts: rows.length, people: people.length },
    });
    return null;
  });
}

type Same = Pick<typeof flatAmount.$inferSelect, 'personId' | 'workday' | 'name' | 'amount' | 'jobId'>;

/** Refuses amounts that are there already: most often their list came twice. */
function refuseKnown(rows: readonly Same[], standing: readonly Same[]): void {
  const keyOf = ({ personId, workday, name, amount, jobId }: Same) =>
    `${personId}\t${workday}\t${name}\t${amount}\t${jobId}`;
  const left = new Map<string, number>();
  for (const one of standing) left.set(keyOf(one), (left.get(keyOf(one)) ?? 0) + 1);
  let known = 0;
  for (const row of rows) {
    const count = left.get(keyOf(row)) ?? 0;
    if (count > 0) known++;
    left.set(keyOf(row), count - 1);
  }
  if (known === 0) return;
  const which =
    rows.length === 1
      ? 'This amount is there already'
      : known === rows.length
        ? `All ${rows.length} amounts are there already`
        : `${known} of these ${rows.length} amounts are there already`;
  throw new Problem(
    409,
    'known',
    `${which}: the same person, day, kind and size. Nothing was added. Add ${rows.length === 1 ? 'it again if it was' : 'them again if they were'} meant twice.`,
  );
}

/** The cards follow from other inputs now: an approval no longer stands, and what was sealed is held against what was sent. */
async function touch(tx: Queries, periodId: number, people: readonly number[]): Promise<void> {
  await fingerprintAmounts(tx, periodId, people);
  await tx.execute(touchQuery([periodId], people));
  await tx.execute(askForRecomputeQuery(periodId));
}

const HEADINGS = {
  number: ['number', 'personno', 'personnumber', 'person', 'employee', 'employeeno', 'employeenumber', 'id'],
  day: ['day', 'date', 'workday'],
  what: ['what', 'kind', 'type', 'name'],
  amount: ['amount', 'quantity', 'units', 'qty', 'value'],
  job: ['job', 'jobcode'],
  note: ['note', 'reason', 'comment', 'description'],
} as const;

/** Writes down the amounts of a list, all or none. */
export async function takeAmounts(
  context: Asks,
  who: Who,
  write: Write | null,
  periodId: number,
  text: string,
  again = false,
): Promise<void> {
  const ids = await idsByNumber(context.database);
  const added = await mapInSlices(
    await readList<keyof typeof HEADINGS>(text, HEADINGS, ['number', 'day', 'what', 'amount']),
    ({ line, of }) => {
      const personId = ids.get(of.number ?? '');
      if (personId === undefined)
        throw refuse(line, `nobody has the number ${of.number ?? 'that is missing'}.`, 'number');
      const { day = '', what, amount, job = null, note = '' } = of;
      const parsed = v.safeParse(NewAmount, { personId, day, what, amount, job, note });
      if (!parsed.success)
        throw refuse(line, parsed.issues[0].message, v.getDotPath(parsed.issues[0]) ?? 'amount');
      return parsed.output;
    },
  );
  await addAll(
    context,
    who,
    write,
    periodId,
    valid(AddAmountsRequest, { amounts: added.map((one) => written(NewAmount, one)), again }),
  );
}

/** Takes an amount back, once. */
export function takeAmountBack(context: Asks, who: Who, write: Write | null, id: number): Promise<number> {
  const madeBy = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    const found = await findAmount(tx, id);
    if (found === undefined || found.amount.undoes !== null)
      throw new Problem(404, 'not-found', 'There is no such amount.');
    if (found.takenBack !== null) throw new Problem(409, 'already-undone', 'It was taken back already.');
    const { id: undoes, madeAt: _, ...amount } = found.amount;
    refuseLocked(await lockedUntil(tx), amount.workday, (says) => new Problem(409, 'sealed', says));
    const reached = await peopleWithCards(tx, amount.periodId, [amount.personId], who);
    if (reached.length === 0) throw new Problem(404, 'not-found', 'There is no such amount.');
    await addAmounts(tx, [
      { ...amount, amount: -amount.amount, undoes, madeBy, madeAt: context.clock.now() },
    ]);
    await touch(tx, amount.periodId, [amount.personId]);
    tell({ what: 'taken back', about: 'flat_amount', aboutId: id, pays: [amount.personId] });
    return amount.periodId;
  });
}
