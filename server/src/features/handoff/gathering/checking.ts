import type { CodeSum, HandoffCheckReply } from '@heath/contract';
import { checkAll, inSumOrder } from '@heath/core';
import type { Context } from '../../../http/context.ts';
import type { Report } from '../../../http/progress.ts';
import { codesByCode } from '../../../pay/batch-lines.ts';
import { writerFor } from '../../../records/writing.ts';
import type { Who } from '../../../rights/who.ts';
import { lastNumber } from '../batches/store.ts';
import { type Gathered, gather, type Sinks } from './gather.ts';
import { hoursBefore, keyOfSum } from './store.ts';
import { nameOf, toHandOff } from './to-hand-off.ts';

/** Sinks that drop everything: a check only counts. */
const NOWHERE: Sinks = { lines: async () => {}, bytes: async () => {}, paper: async () => new Uint8Array() };
const MOST_CASES = 200;

/** Checks whether these pay groups can be handed off. */
export async function checkHandoff(
  { database }: Pick<Context, 'database'>,
  who: Who,
  periodId: number,
  groups: readonly number[] | undefined,
  report: Report,
): Promise<HandoffCheckReply> {
  const what = await toHandOff(database, who, periodId, groups, (await lastNumber(database)) + 1);
  const gathered = await gather(database, database, what, NOWHERE, report);
  return {
    checks: checkAll(gathered.facts, await writerFor(database, who)).map(({ cases, ...check }) => ({
      ...check,
      count: cases.length,
      cases: cases.slice(0, MOST_CASES),
    })),
    codes: codeSums(gathered, await codesByCode(database), await hoursBefore(database, who, what.period)),
    lines: gathered.lines,
    payableHours: gathered.payableHours,
    correcting: gathered.correcting,
    file: { name: nameOf(what), layout: what.layout.name, lines: gathered.facts.file.lines },
  };
}

/** Sums by code, premium hours and amounts last; the catch-all first, since it must be emptied. */
function codeSums(
  { codes }: Gathered,
  names: Awaited<ReturnType<typeof codesByCode>>,
  previous: ReadonlyMap<string, number> | null,
): CodeSum[] {
  return codes
    .map(({ code, sum, worked, people, lines, hours }) => ({
      code,
      name: code === null ? 'Not assigned to a pay code' : (names.get(code)?.name ?? ''),
      sum,
      worked,
      people: people.size,
      lines,
      hours,
      previousHours:
        previous === null ? null : code === null ? 0 : (previous.get(keyOfSum({ code, sum })) ?? 0),
    }))
    .sort(
      (a, b) =>
        Number(a.code !== null) - Number(b.code !== null) ||
        inSumOrder(a.sum, b.sum) ||
        (a.code ?? '').localeCompare(b.code ?? ''),
    );
}
