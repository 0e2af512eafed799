import type { HandOffRequest } from '@heath/contract';
import { type Checked, checkAll, holdingUp, type Instant } from '@heath/core';
import { comeBy } from '../../base/fault-points.ts';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Queries } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import type { Report } from '../../http/progress.ts';
import { writerFor } from '../../records/writing.ts';
import { somebody, type Who } from '../../rights/who.ts';
import { KeptFile } from './batches/kept-file.ts';
import {
  addBatch,
  addCodes,
  addFile,
  addLines,
  batchWith,
  countBatch,
  countFile,
  nextNumber,
  paysOfBatch,
  sealGroups,
} from './batches/store.ts';
import { markSent } from './gathering/correcting.ts';
import { type Gathered, gather } from './gathering/gather.ts';
import { groupsOf, lockCards } from './gathering/store.ts';
import { differencesToHandOff, nameOf, toHandOff } from './gathering/to-hand-off.ts';

/** Seals pay groups of a period and writes their pay lines down as one batch, once. Refused while anything of them is open. */
export function handOff(
  context: Pick<Context, 'database' | 'clock' | 'print'>,
  who: Who,
  write: Write | null,
  periodId: number,
  { groups: asked, overrides = [], differencesAlone = false }: Partial<HandOffRequest> = {},
  report: Report = () => {},
): Promise<{ readonly batchId: number; readonly lines: number }> {
  const userId = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    const what = await lockedToHandOff(tx, who, periodId, asked, differencesAlone);
    await comeBy('seal.number');
    const made = { periodId, madeBy: userId, madeAt: context.clock.now() };
    const batchId = await addEmptyBatch(tx, what, made, differencesAlone);
    const kept = new KeptFile(tx, batchId);
    const gathered = await gather(
      context.database,
      tx,
      what,
      {
        lines: (lines) => addLines(tx, batchId, lines),
        bytes: (bytes) => kept.add(bytes),
        paper: context.print.paper,
      },
      report,
    );
    await comeBy('seal.lines');
    const checked = checkAll(gathered.facts, await writerFor(tx, who));
    refuseUnready(gathered, checked, new Set(overrides.map(({ check }) => check)), differencesAlone);
    await refuseTwin(tx, gathered);
    await countFile(tx, batchId, {
      lines: gathered.facts.file.lines,
      linesOfBatch: gathered.facts.file.linesOfBatch,
      bytes: kept.bytes,
      sha256: await kept.end(),
    });
    await comeBy('seal.file');
    const { people, lines, payableHours, premiumHours, content } = gathered;
    const counted = { people, lines, payableHours, premiumHours, content };
    await countBatch(tx, batchId, { ...counted, overrides: passedOver(checked, overrides) });
    await addCodes(tx, codesOf(gathered, batchId));
    const groups = what.groups.map(({ id }) => id);
    await sealGroups(tx, groups, { ...made, batchId });
    await comeBy('seal.seals');
    await markSent(tx, what.correcting, batchId, made);
    tell({
      what: 'handed off',
      about: 'batch',
      aboutId: batchId,
      pays: paysOfBatch(batchId),
      after: { periodId, number: what.number, groups, ...counted },
    });
    await comeBy('seal.commit');
    return { batchId, lines };
  });
}

/** What is to be handed off, with a number of its own and, where cards are, all of them locked. */
async function lockedToHandOff(
  tx: Queries,
  who: Who,
  periodId: number,
  asked: readonly number[] | undefined,
  differencesAlone: boolean,
) {
  const period = await periodAt(tx, periodId);
  const open = (await groupsOf(tx, period)).map(({ id }) => id).filter((id) => asked?.includes(id) ?? true);
  // Whoever settles holds a card, whoever seals holds them all: one comes before the other.
  if (!differencesAlone) await lockCards(tx, periodId, open);
  const number = await nextNumber(tx);
  const what = differencesAlone
    ? await differencesToHandOff(tx, who, periodId, number)
    : await toHandOff(tx, who, periodId, asked, number);
  return { ...what, number };
}

/** Adds the batch and its file, without lines yet. Returns the id of the batch. */
async function addEmptyBatch(
  tx: Queries,
  what: Awaited<ReturnType<typeof lockedToHandOff>>,
  made: { readonly periodId: number; readonly madeBy: number; readonly madeAt: Instant },
  differencesAlone: boolean,
): Promise<number> {
  const { mapping, layout, number } = what;
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
  const name = nameOf(what);
  await addFile(tx, { batchId, layout, name, lines: 0, bytes: 0, sha256: '' });
  return batchId;
}

/** Throws where a batch of the very same lines went out before. */
async function refuseTwin(tx: Queries, { content }: Gathered): Promise<void> {
  const twin = await batchWith(tx, content);
  if (twin !== null)
    throw new Problem(
      409,
      'sealed',
      `The very same lines went out as handoff ${twin}. Nothing is ever sent twice.`,
    );
}

/** What the batch comes to under each code, by what is added up; lines without a code are in no file. */
const codesOf = ({ codes }: Gathered, batchId: number) =>
  codes.flatMap(({ code, sum, lines, people, hours }) =>
    code === null ? [] : [{ batchId, code, sum, lines, people: people.size, hours }],
  );

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
