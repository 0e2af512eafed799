import { createHash } from 'node:crypto';
import type {
  BatchDetail,
  CodeSum,
  HandOffRequest,
  HandoffBatch,
  HandoffCheckReply,
  HandoffReply,
} from '@heath/contract';
import {
  type Checked,
  type ClassId,
  checkAll,
  fileNameOf,
  holdingUp,
  type Instant,
  instantToIso,
  isPremium,
  isWorked,
  liesBeside,
  workdayToIso,
} from '@heath/core';
import { askForRecomputeQuery } from '../../computing/cards.ts';
import { touchDifferences } from '../../computing/differences.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Queries, Reads } from '../../database/connect.ts';
import { comeBy } from '../../fault-points.ts';
import type { Report } from '../../http/by-lines.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import { Problem } from '../../http/problem.ts';
import { codesByCode, headOf } from '../../pay/batch-lines.ts';
import { layoutInUse } from '../../pay/layout-in-use.ts';
import { currentMapping } from '../../pay/mapping.ts';
import { somebody, type Who } from '../../rights/who.ts';
import { stateOf } from './batch-state.ts';
import { correctingNow, markSent } from './correcting.ts';
import { deliveriesIn } from './deliveries/of-batch.ts';
import { type Gathered, gather, type Sinks, type ToHandOff } from './gather.ts';
import {
  addBatch,
  addChunk,
  addCodes,
  addFile,
  addLines,
  allGroups,
  type BatchRow,
  batchesBefore,
  batchesOf,
  batchWith,
  cardSums,
  codesOfBatch,
  codesOfPeriod,
  countBatch,
  countFile,
  endBatch,
  findBatch,
  groupsOf,
  hoursBefore,
  lastNumber,
  lockBatch,
  lockCards,
  nextNumber,
  sealGroups,
  sentSince,
  unseal,
} from './store.ts';

type Asks = Pick<Context, 'database' | 'clock'>;

/** What a period comes to, by its cards, which pay groups of it are closed, and its batches. */
export async function handoffOf(
  { database }: Pick<Context, 'database'>,
  periodId: number,
): Promise<HandoffReply> {
  const period = await periodAt(database, periodId);
  const groups = (await groupsOf(database, period)).map((group) => ({
    ...group,
    people: 0,
    toSettle: 0,
    computing: 0,
  }));
  const byId = new Map(groups.map((group) => [group.id, group]));
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
  for (const card of await cardSums(database, periodId)) {
    const group = byId.get(card.groupId);
    totals.people++;
    if (group !== undefined) group.people++;
    const isOpen = (group?.batchId ?? null) === null;
    if (isOpen && card.inputVersion !== card.computedVersion) {
      totals.computing++;
      if (group !== undefined) group.computing++;
      continue;
    }
    totals.clockedSeconds += card.clockedSeconds;
    totals.unpaidSeconds += card.unpaidSeconds;
    totals.heldSeconds += card.heldSeconds;
    totals.payableHours += card.payableHours;
    if (isOpen) {
      totals.toSettle += card.toSettle;
      if (group !== undefined) group.toSettle += card.toSettle;
    }
    for (const [classId, sum] of Object.entries(card.sums ?? {})) {
      if (isPremium(classId as ClassId)) continue;
      totals.payableSeconds += sum?.seconds ?? 0;
      if (!isWorked(classId as ClassId)) totals.notWorkedSeconds += sum?.seconds ?? 0;
    }
  }
  return {
    periodId,
    groups: groups.map(({ approvals: _, ...group }) => group),
    ...totals,
    sealedCodes: await sealedCodes(database, period),
    nextNumber: (await lastNumber(database)) + 1,
    batches: (await batchesOf(database, periodId)).map(batchView),
    earlier: (await batchesBefore(database, period)).map(batchView),
  };
}

/** What the batches of a period come to by code, as far as they stand. */
async function sealedCodes(queries: Reads, of: Parameters<typeof hoursBefore>[1]): Promise<CodeSum[]> {
  const rows = await codesOfPeriod(queries, of.id);
  if (rows.length === 0) return [];
  const previous = await hoursBefore(queries, of);
  return rows.map(({ code, name, kind, people, lines, hours }) => ({
    code,
    name,
    classIds: [],
    premium: kind === 'premium' || kind === 'amount',
    worked: kind === 'hours',
    people,
    lines,
    hours,
    previousHours: previous === null ? null : (previous.get(code) ?? 0),
  }));
}

/** What is to be handed off of a period: some of its pay groups, or all that are open. */
async function toHandOff(
  queries: Reads,
  periodId: number,
  asked: readonly number[] | undefined,
  number: number,
): Promise<ToHandOff> {
  const period = await periodAt(queries, periodId);
  const all = await groupsOf(queries, period);
  for (const id of asked ?? []) {
    const group = all.find((one) => one.id === id);
    if (group === undefined)
      throw new Problem(422, 'invalid', 'There is no such pay group in this period.', { field: 'groups' });
    if (group.batchId !== null)
      throw new Problem(409, 'sealed', `${group.name} was handed off already. Nothing is ever sent twice.`);
  }
  const groups = all.filter(({ id, batchId }) => batchId === null && (asked?.includes(id) ?? true));
  if (groups.length === 0)
    throw new Problem(409, 'sealed', 'This period was handed off already. It is never sent twice.');
  const layout = await layoutInUse(queries);
  if (layout === null)
    throw new Problem(
      409,
      'not-ready',
      'There is no layout for the file yet. Make one under Pay files first.',
    );
  const counted = new Set(groups.map(({ id }) => id));
  const cards = (await cardSums(queries, periodId)).filter(({ groupId }) => counted.has(groupId)).length;
  return {
    period,
    groups,
    number,
    mapping: await currentMapping(queries),
    layout,
    correcting: await correctingNow(queries, [...counted]),
    cards,
  };
}

/** The differences that are approved, of every pay group, as a batch of their own. */
async function differencesToHandOff(queries: Reads, periodId: number, number: number): Promise<ToHandOff> {
  const period = await periodAt(queries, periodId);
  const layout = await layoutInUse(queries);
  if (layout === null)
    throw new Problem(
      409,
      'not-ready',
      'There is no layout for the file yet. Make one under Pay files first.',
    );
  const correcting = await correctingNow(queries, await allGroups(queries));
  if (correcting.length === 0)
    throw new Problem(409, 'not-ready', 'No difference is approved: there is nothing to hand off.');
  return { period, groups: [], number, mapping: await currentMapping(queries), layout, correcting, cards: 0 };
}

const NOWHERE: Sinks = { lines: async () => {}, bytes: async () => {} };
const MOST_CASES = 200;

/** Whether some pay groups can be handed off, check by check. */
export async function checkHandoff(
  { database }: Pick<Context, 'database'>,
  periodId: number,
  groups: readonly number[] | undefined,
  report: Report,
): Promise<HandoffCheckReply> {
  const what = await toHandOff(database, periodId, groups, (await lastNumber(database)) + 1);
  const gathered = await gather(database, database, what, NOWHERE, report);
  return {
    checks: checkAll(gathered.facts).map(({ cases, ...check }) => ({
      ...check,
      count: cases.length,
      cases: cases.slice(0, MOST_CASES),
    })),
    codes: codeSums(gathered, await codesByCode(database), await hoursBefore(database, what.period)),
    lines: gathered.lines,
    payableHours: gathered.payableHours,
    correcting: gathered.correcting,
    file: { name: nameOf(what), layout: what.layout.name, lines: gathered.facts.file.lines },
  };
}

/** Sums by code, premiums last; the catch-all first, since it must be emptied. */
function codeSums(
  { codes }: Gathered,
  names: Awaited<ReturnType<typeof codesByCode>>,
  previous: ReadonlyMap<string, number> | null,
): CodeSum[] {
  return [...codes]
    .map(([code, { classIds, people, lines, hours }]) => ({
      code,
      name: code === null ? 'Not assigned to a pay code' : (names.get(code)?.name ?? ''),
      classIds: [...classIds],
      premium: [...classIds].every(liesBeside),
      worked: [...classIds].some(isWorked),
      people: people.size,
      lines,
      hours,
      previousHours: previous === null ? null : code === null ? 0 : (previous.get(code) ?? 0),
    }))
    .sort(
      (a, b) =>
        Number(a.code !== null) - Number(b.code !== null) ||
        Number(a.premium) - Number(b.premium) ||
        (a.code ?? '').localeCompare(b.code ?? ''),
    );
}

/** The name of the file of a batch. */
function nameOf({ layout, period, number }: ToHandOff): string {
  const { payDay } = headOf(number, period);
  return fileNameOf(layout, {
    batch: String(number),
    first: workdayToIso(period.firstDay),
    last: workdayToIso(period.lastDay),
    pay: workdayToIso(payDay),
  });
}

const CHUNK_BYTES = 1_048_576;

/** Keeps the bytes of a file in chunks, and tells what they are known by. */
class KeptFile {
  readonly #queries: Queries;
  readonly #batchId: number;
  readonly #hash = createHash('sha256');
  #parts: Uint8Array[] = [];
  #waiting = 0;
  #seq = 0;
  bytes = 0;

  constructor(queries: Queries, batchId: number) {
    this.#queries = queries;
    this.#batchId = batchId;
  }

  async add(part: Uint8Array): Promise<void> {
    if (part.length === 0) return;
    this.#hash.update(part);
    this.#parts.push(part);
    this.#waiting += part.length;
    this.bytes += part.length;
    if (this.#waiting >= CHUNK_BYTES) await this.#write();
  }

  async end(): Promise<string> {
    if (this.#waiting > 0) await this.#write();
    return this.#hash.digest('hex');
  }

  async #write(): Promise<void> {
    const bytes = Buffer.concat(this.#parts);
    this.#parts = [];
    this.#waiting = 0;
    await addChunk(this.#queries, { batchId: this.#batchId, seq: this.#seq++, bytes });
  }
}

/** Seals pay groups of a period and writes their pay lines down as one batch, once. Refused while anything of them is open. */
export function handOff(
  context: Asks,
  who: Who,
  write: Write | null,
  periodId: number,
  { groups: asked, overrides = [], differencesAlone = false }: Partial<HandOffRequest> = {},
  report: Report = () => {},
): Promise<{ readonly batchId: number; readonly lines: number }> {
  const userId = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    const period = await periodAt(tx, periodId);
    const open = (await groupsOf(tx, period)).map(({ id }) => id).filter((id) => asked?.includes(id) ?? true);
    // Whoever settles holds a card, whoever seals holds them all: one comes before the other.
    if (!differencesAlone) await lockCards(tx, periodId, open);
    const number = await nextNumber(tx);
    const what = differencesAlone
      ? await differencesToHandOff(tx, periodId, number)
      : await toHandOff(tx, periodId, asked, number);
    await comeBy('seal.number');
    const { mapping, layout } = what;
    const made = { periodId, madeBy: userId, madeAt: context.clock.now() };
    const batchId = await addBatch(tx, {
      ...made,
      number,
      kind: differencesAlone ? 'difference' : 'regular',
      mappingId: mapping.id,
      people: 0,
      lines: 0,
      payableHours: 0,
      premiumHours: 0,
    });
    const file = {
      batchId,
      layoutName: layout.name,
      layout,
      name: nameOf(what),
      lines: 0,
      bytes: 0,
      sha256: '',
    };
    await addFile(tx, file);
    const kept = new KeptFile(tx, batchId);
    const gathered = await gather(
      context.database,
      tx,
      what,
      {
        lines: (lines) => addLines(tx, batchId, lines),
        bytes: (bytes) => kept.add(bytes),
      },
      report,
    );
    await comeBy('seal.lines');
    const checked = checkAll(gathered.facts);
    refuseUnready(gathered, checked, new Set(overrides.map(({ check }) => check)), differencesAlone);
    const twin = await batchWith(tx, gathered.content);
    if (twin !== null)
      throw new Problem(
        409,
        'sealed',
        `The very same lines went out as handoff ${twin}. Nothing is ever sent twice.`,
      );
    await countFile(tx, batchId, {
      lines: gathered.facts.file.lines,
      bytes: kept.bytes,
      sha256: await kept.end(),
    });
    await comeBy('seal.file');
    const counted = {
      people: gathered.people,
      lines: gathered.lines,
      payableHours: gathered.payableHours,
      premiumHours: gathered.premiumHours,
      content: gathered.content,
    };
    await countBatch(tx, batchId, { ...counted, overrides: passedOver(checked, overrides) });
    await addCodes(
      tx,
      [...gathered.codes].flatMap(([code, { lines, people, hours }]) =>
        code === null ? [] : [{ batchId, code, lines, people: people.size, hours }],
      ),
    );
    await sealGroups(
      tx,
      what.groups.map(({ id }) => id),
      { ...made, batchId },
    );
    await comeBy('seal.seals');
    await markSent(tx, what.correcting, batchId, made);
    tell({
      what: 'handed off',
      about: 'batch',
      aboutId: batchId,
      after: { periodId, number, groups: what.groups.map(({ id }) => id), ...counted },
    });
    await comeBy('seal.commit');
    return { batchId, lines: gathered.lines };
  });
}

/** The checks that were not met and had a reason, with what they found. */
const passedOver = (checked: readonly Checked[], overrides: HandOffRequest['overrides']) =>
  checked.flatMap(({ name, says, cases }) => {
    const given = overrides.find(({ check }) => check === name);
    return given === undefined || cases.length === 0 ? [] : [{ check: name, says, reason: given.reason }];
  });

function refuseUnready(
  { facts }: Gathered,
  checked: readonly Checked[],
  overridden: ReadonlySet<string>,
  isOfDifferences: boolean,
): void {
  if (facts.cards.length === 0 && !isOfDifferences)
    throw new Problem(409, 'not-ready', 'Not handed off: nobody has a card in this period.');
  const waits = holdingUp(checked, overridden);
  if (waits.length === 0) return;
  const lower = (says: string) => says.charAt(0).toLowerCase() + says.slice(1);
  throw new Problem(409, 'not-ready', `Not handed off: ${waits.map(({ says }) => lower(says)).join('; ')}.`, {
    field: waits.map(({ name }) => name).join(','),
  });
}

/** A batch with what it comes to by code, and how it was delivered. */
export async function batchDetail({ database }: Pick<Context, 'database'>, id: number): Promise<BatchDetail> {
  const row = await findBatch(database, id);
  if (row === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
  return {
    batch: batchView(row),
    codes: await codesOfBatch(database, id),
    ...(await deliveriesIn(database, row)),
  };
}

/**
 * Takes a batch back: before it was sent, it is reopened; after that it is declared void, only while the pay system has accepted nothing of
 * it. Its cards are open again; the batch stays as it was, and says so.
 */
export function takeBack(
  context: Asks,
  who: Who,
  write: Write | null,
  id: number,
  how: 'reopened' | 'void',
  reason: string,
): Promise<null> {
  const userId = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    // Whoever delivers it holds it, too.
    await lockBatch(tx, id);
    const row = await findBatch(tx, id);
    if (row === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
    const { state } = batchView(row);
    const objection = cannotTakeBack(state, how);
    if (objection !== null) throw new Problem(409, 'sealed', objection);
    const ended = { ended: how, endedReason: reason, endedBy: userId, endedAt: context.clock.now() };
    const since = await sentSince(tx, row.batch);
    const sent = since.find(({ kind }) => kind !== 'waived');
    if (sent !== undefined)
      throw new Problem(
        409,
        'sealed',
        `Handoff ${sent.number ?? sent.id} goes out with what changed in this period since, and would pay it twice. Take that one back first.`,
      );
    // What was waived is waived of what was sent: without that it would be taken off.
    for (const { id: waived } of since) await endBatch(tx, waived, ended);
    await unseal(tx, id);
    await endBatch(tx, id, ended);
    await touchDifferences(tx, id);
    await tx.execute(askForRecomputeQuery(row.batch.periodId));
    tell({ what: how, about: 'batch', aboutId: id, after: { reason } });
    return null;
  });
}

/** Why a batch cannot be taken back this way; null where it can. */
function cannotTakeBack(state: HandoffBatch['state'], how: 'reopened' | 'void'): string | null {
  if (state === 'reopened' || state === 'void') return 'This batch was taken back already.';
  if (state === 'under way')
    return 'This batch is on its way to the pay system just now. Wait for the answer.';
  if (state === 'accepted' || state === 'in part')
    return 'The pay system has accepted it, so people are paid by it. What is wrong goes out as a correction.';
  if (how === 'reopened' && state !== 'sealed')
    return 'This batch was sent. Declare it void instead, with a reason.';
  return how === 'void' && state === 'sealed' ? 'This batch was never sent. Reopen it instead.' : null;
}

function batchView(row: BatchRow): HandoffBatch {
  const { batch, firstDay, lastDay, by, endedBy, file, groups } = row;
  return {
    id: batch.id,
    number: batch.number ?? batch.id,
    kind: batch.kind === 'difference' ? 'difference' : 'regular',
    state: stateOf(row),
    firstDay,
    lastDay,
    groups: groups?.split('\t') ?? [],
    people: batch.people,
    lines: batch.lines,
    payableHours: batch.payableHours,
    premiumHours: batch.premiumHours,
    madeBy: by,
    madeAt: instantToIso(batch.madeAt as Instant),
    overrides: batch.overrides ?? [],
    ended:
      batch.ended === null
        ? null
        : {
            reason: batch.endedReason ?? '',
            by: endedBy ?? '',
            at: instantToIso((batch.endedAt ?? batch.madeAt) as Instant),
          },
    file:
      file === null
        ? null
        : {
            name: file.name,
            layout: file.layoutName,
            lines: file.lines,
            bytes: file.bytes,
            sha256: file.sha256,
          },
  };
}
