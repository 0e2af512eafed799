import type { CodeSum, HandoffBatch, HandoffReply } from '@heath/contract';
import {
  type ClassId,
  exactHours,
  type Instant,
  instantToIso,
  isPremium,
  isWorked,
  type PayCodeMap,
} from '@heath/core';
import { once, type Write } from '../../database/answered.ts';
import type { Queries, Reads } from '../../database/connect.ts';
import type { batchLine } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { Problem } from '../../http/problem.ts';
import { somebody, type Who } from '../../rights/who.ts';
import {
  addBatch,
  addLines,
  type BatchRow,
  batchesBefore,
  batchOf,
  cardLines,
  cardSums,
  countBatch,
  hoursByCode,
  lockCards,
  payCodeMap,
  placeCodes,
  sealGroups,
} from './store.ts';

const CARDS_AT_ONCE = 200;

/** Everything that must be known before a period is handed off, and the batch where it was. */
export async function handoffOf({ database }: Context, periodId: number): Promise<HandoffReply> {
  const period = await periodAt(database, periodId);
  const earlier = await batchesBefore(database, period);
  const previous = earlier[0] ? await hoursByCode(database, earlier[0].batch.id) : new Map<string, number>();
  const batch = await batchOf(database, periodId);
  const cards = await readCards(database, periodId, batch !== undefined);
  return {
    periodId,
    ...cards.totals,
    codes: codeSums(cards.byClass, await payCodeMap(database), earlier[0] ? previous : null),
    batch: batch === undefined ? null : batchView(batch),
    earlier: earlier.map(batchView),
  };
}

interface ClassTotal {
  people: number;
  hours: number;
}

async function readCards(queries: Reads, periodId: number, sealed: boolean) {
  const totals = {
    people: 0,
    clockedSeconds: 0,
    unpaidSeconds: 0,
    heldSeconds: 0,
    payableSeconds: 0,
    notWorkedSeconds: 0,
    payableHours: 0,
    toSettle: 0,
    computing: 0,
  };
  const byClass = new Map<ClassId, ClassTotal>();
  for (const card of await cardSums(queries, periodId)) {
    totals.people++;
    if (!sealed && card.inputVersion !== card.computedVersion) {
      totals.computing++;
      continue;
    }
    totals.clockedSeconds += card.clockedSeconds;
    totals.unpaidSeconds += card.unpaidSeconds;
    totals.heldSeconds += card.heldSeconds;
    totals.payableHours += card.payableHours;
    totals.toSettle += card.toSettle;
    for (const [classId, sum] of Object.entries(card.sums ?? {})) {
      const total = byClass.get(classId as ClassId) ?? { people: 0, hours: 0 };
      total.people++;
      total.hours += sum?.hours ?? 0;
      if (!isPremium(classId as ClassId)) {
        totals.payableSeconds += sum?.seconds ?? 0;
        if (!isWorked(classId as ClassId)) totals.notWorkedSeconds += sum?.seconds ?? 0;
      }
      byClass.set(classId as ClassId, total);
    }
  }
  return { totals, byClass };
}

/** Sums by code, classes before premiums; the catch-all first, since it must be emptied. */
function codeSums(
  byClass: ReadonlyMap<ClassId, ClassTotal>,
  codes: PayCodeMap,
  previous: ReadonlyMap<string, number> | null,
): CodeSum[] {
  const sums = new Map<string, CodeSum>();
  for (const [classId, total] of byClass) {
    const code = codes.get(classId) ?? null;
    const premium = isPremium(classId);
    const key = `${code?.code ?? ''} ${premium}`;
    const sum = sums.get(key);
    sums.set(key, {
      code: code?.code ?? null,
      name: code?.name ?? 'Not assigned to a pay code',
      classIds: [...(sum?.classIds ?? []), classId],
      premium,
      people: Math.max(sum?.people ?? 0, total.people),
      hours: (sum?.hours ?? 0) + total.hours,
      previousHours: previous === null ? null : code === null ? 0 : (previous.get(code.code) ?? 0),
    });
  }
  return [...sums.values()].sort(
    (a, b) =>
      Number(a.code !== null) - Number(b.code !== null) ||
      Number(a.premium) - Number(b.premium) ||
      (a.code ?? '').localeCompare(b.code ?? ''),
  );
}

/** Seals a period and writes its pay lines down as one batch, once. Refused while anything of it is open. */
export function handOff(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  periodId: number,
): Promise<HandoffBatch> {
  const userId = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    const period = await periodAt(tx, periodId);
    await lockCards(tx, periodId);
    if ((await batchOf(tx, periodId)) !== undefined) {
      throw new Problem(409, 'sealed', 'This period was handed off already. It is never sent twice.');
    }
    const codes = await payCodeMap(tx);
    const { totals, byClass } = await readCards(tx, periodId, false);
    refuseUnready(totals, codeSums(byClass, codes, null));
    const made = { periodId, madeBy: userId, madeAt: context.clock.now() };
    const id = await addBatch(tx, {
      ...made,
      kind: 'regular',
      people: totals.people,
      lines: 0,
      payableHours: 0,
      premiumHours: 0,
    });
    await sealGroups(tx, period.scheduleId, { ...made, batchId: id });
    const written = await writeLines(tx, id, periodId, codes);
    if (written.payableHours !== totals.payableHours) {
      throw new Error(`Lines of ${written.payableHours} hours for cards of ${totals.payableHours}.`);
    }
    await countBatch(tx, id, written);
    tell({ what: 'handed off', about: 'batch', aboutId: id, after: { periodId, ...written } });
    return batchView((await batchOf(tx, periodId))!);
  });
}

function refuseUnready(
  totals: { people: number; toSettle: number; computing: number },
  codes: readonly CodeSum[],
): void {
  const unassigned = codes.filter((sum) => sum.code === null);
  const reasons = [
    totals.people === 0 ? 'nobody has a card in this period' : null,
    totals.computing > 0
      ? `${totals.computing} ${totals.computing === 1 ? 'card is' : 'cards are'} still being computed`
      : null,
    totals.toSettle > 0
      ? `${totals.toSettle} ${totals.toSettle === 1 ? 'exception is' : 'exceptions are'} open`
      : null,
    unassigned.length > 0
      ? `${exactHours(unassigned.reduce((sum, code) => sum + code.hours, 0))} hours have no pay code`
      : null,
  ].filter((reason) => reason !== null);
  if (reasons.length > 0) throw new Problem(409, 'not-ready', `Not handed off: ${reasons.join('; ')}.`);
}

async function writeLines(tx: Queries, batchId: number, periodId: number, codes: PayCodeMap) {
  let seq = 0;
  let payableHours = 0;
  let premiumHours = 0;
  const code = await placeCodes(tx);
  for (let after = ''; ; ) {
    const cards = await cardLines(tx, periodId, after, CARDS_AT_ONCE);
    const rows: (typeof batchLine.$inferInsert)[] = [];
    for (const { personId, number, lines } of cards) {
      for (const line of lines ?? []) {
        if (line.hours === 0 && line.seconds === 0) continue;
        const payCode = codes.get(line.classId);
        if (payCode === undefined) throw new Error(`Line of ${line.classId} without a code.`);
        if (isPremium(line.classId)) premiumHours += line.hours;
        else payableHours += line.hours;
        rows.push({
          batchId,
          seq: ++seq,
          personId,
          personNumber: number,
          workday: line.workday,
          code: payCode.code,
          classId: line.classId,
          multiplier: line.multiplier,
          rule: line.rule,
          job: code.job(line.job),
          department: code.department(line.department),
          site: code.site(line.site),
          costCenter: code.costCenter(line.costCenter),
          seconds: line.seconds,
          hours: line.hours,
        });
      }
    }
    await addLines(tx, rows);
    if (cards.length < CARDS_AT_ONCE) break;
    after = cards[cards.length - 1]!.number;
  }
  return { lines: seq, payableHours, premiumHours };
}

function batchView({ batch, firstDay, lastDay, by }: BatchRow): HandoffBatch {
  return {
    id: batch.id,
    firstDay,
    lastDay,
    people: batch.people,
    lines: batch.lines,
    payableHours: batch.payableHours,
    premiumHours: batch.premiumHours,
    madeBy: by,
    madeAt: instantToIso(batch.madeAt as Instant),
  };
}
