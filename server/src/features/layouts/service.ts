import { randomBytes } from 'node:crypto';
import type { LayoutPreview, LayoutsReply } from '@heath/contract';
import {
  type BatchHead,
  type BatchLine,
  compileMapping,
  FileChecker,
  type FileRow,
  fileNameOf,
  fileRows,
  isTextLayout,
  type Layout,
  layoutObjections,
  liesBeside,
  rowText,
  workday,
  workdayToIso,
} from '@heath/core';
import { eq } from 'drizzle-orm';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import { batch, period } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { periodAt } from '../../http/period-at.ts';
import type { Report } from '../../http/progress.ts';
import { Slice } from '../../http/slices.ts';
import { codesByCode, headOf, linesOfBatch } from '../../pay/batch-lines.ts';
import { asksForHolidays, linesOfCards, placesByNumber } from '../../pay/lines.ts';
import { currentMapping } from '../../pay/mapping.ts';
import type { Who } from '../../rights/who.ts';
import { addLayout, changeLayout, findLayout, layouts, removeLayout, use } from './store.ts';

type Asks = Pick<Context, 'database' | 'clock'>;

export async function allLayouts({ database }: Pick<Context, 'database'>): Promise<LayoutsReply> {
  return {
    layouts: (await layouts(database)).map(({ id, says, isInUse, version }) => ({
      id,
      says,
      isInUse,
      version,
    })),
  };
}

/** Refuses a layout that contradicts itself. */
function refuseContradictions(says: Layout): void {
  const [first] = layoutObjections(says);
  if (first !== undefined) throw new Problem(422, 'invalid', first.reason, { field: `says.${first.path}` });
  refuseUnwritable(says);
}

/** Refuses a layout in which not even one line can be written: kept, it would break the check of every handoff. */
function refuseUnwritable(says: Layout): void {
  const day = workday(20_000);
  const line: BatchLine = {
    seq: 1,
    person: 'X-1',
    name: 'X',
    group: 'X',
    workday: day,
    code: '1',
    codeName: 'X',
    account: null,
    classId: 'ordinary',
    multiplier: 1,
    rule: null,
    job: null,
    department: null,
    site: null,
    costCenter: null,
    hours: 90_000,
    corrects: null,
  };
  try {
    const head = { number: 1, firstDay: day, lastDay: day, payDay: day };
    for (const row of fileRows(says, head, [line])) if (isTextLayout(says)) rowText(row, says);
    fileNameOf(says, { batch: '1', first: '2024-10-04', last: '2024-10-04', pay: '2024-10-05' });
  } catch (error) {
    throw new Problem(
      422,
      'invalid',
      'No line can be written in this layout. Look at its columns.',
      { field: 'says' },
      error,
    );
  }
}

const MOST_LAYOUTS = 100;

/** Adds a layout; the first there is is in use. */
export async function createLayout(
  context: Asks,
  who: Who,
  write: Write | null,
  says: Layout,
): Promise<number> {
  refuseContradictions(says);
  return once(context, who, write, async (tx, tell) => {
    const there = await layouts(tx);
    if (there.length >= MOST_LAYOUTS)
      throw new Problem(409, 'invalid', `There are ${MOST_LAYOUTS} layouts already. Take one away first.`);
    const id = await addLayout(tx, randomBytes(8).toString('hex'), says, there.length === 0);
    tell({ what: 'added', about: 'layout', aboutId: id, pays: 'nobody', after: says });
    return id;
  });
}

/** Changes a layout. Refused where somebody else changed it since. */
export async function keepLayout(
  context: Asks,
  who: Who,
  write: Write | null,
  id: number,
  says: Layout,
  version: number,
): Promise<null> {
  refuseContradictions(says);
  return once(context, who, write, async (tx, tell) => {
    const was = await findLayout(tx, id);
    if (was === undefined) throw new Problem(404, 'not-found', 'There is no such layout.');
    if (was.version !== version)
      throw new Problem(
        409,
        'stale',
        'Somebody changed this layout meanwhile. Yours is not kept; look at theirs first.',
      );
    await changeLayout(tx, id, says, version + 1);
    tell({ what: 'changed', about: 'layout', aboutId: id, pays: 'nobody', before: was.says, after: says });
    return null;
  });
}

/** Takes a layout away; the one in use stays. Batches keep the layout that they were sealed in. */
export function dropLayout(context: Asks, who: Who, write: Write | null, id: number): Promise<null> {
  return once(context, who, write, async (tx, tell) => {
    const was = await findLayout(tx, id);
    if (was === undefined) throw new Problem(404, 'not-found', 'There is no such layout.');
    if (was.isInUse)
      throw new Problem(409, 'invalid', 'Handoffs are made in this layout. Use another one first.');
    await removeLayout(tx, id);
    tell({ what: 'taken away', about: 'layout', aboutId: id, pays: 'nobody', before: was.says });
    return null;
  });
}

/** Hands off in this layout from now on. */
export function useLayout(context: Asks, who: Who, write: Write | null, id: number): Promise<null> {
  return once(context, who, write, async (tx, tell) => {
    if ((await findLayout(tx, id)) === undefined)
      throw new Problem(404, 'not-found', 'There is no such layout.');
    const before = (await layouts(tx)).find(({ isInUse }) => isInUse)?.id ?? null;
    await use(tx, id);
    tell({ what: 'used', about: 'layout', aboutId: id, pays: 'nobody', before: { layout: before } });
    return null;
  });
}

const ROWS_SHOWN = 60;

/** What a layout makes of the lines that a period would hand off, or of a batch. */
export async function previewLayout(
  context: Pick<Context, 'database'>,
  periodId: number,
  says: Layout,
  batchId: number | undefined,
  report: Report,
): Promise<LayoutPreview> {
  refuseContradictions(says);
  const { head, lines, hoursInCards, hoursUncaught } =
    batchId === undefined ? await ofPeriod(context, periodId, report) : await ofBatch(context, batchId);
  const checker = new FileChecker(says);
  const rows: LayoutPreview['rows'][number][] = [];
  let trailer: FileRow | null = null;
  const slice = new Slice();
  for (const row of fileRows(says, head, lines)) {
    if (slice.isOver) await slice.next();
    checker.row(row);
    if (row.part === 'trailer') trailer = row;
    else if (rows.length < ROWS_SHOWN) rows.push(shown(row, says));
  }
  if (trailer !== null) rows.push(shown(trailer, says));
  return {
    rows,
    hoursInCards,
    hoursUncaught,
    ...checker.done(lines.reduce((sum, { hours }) => sum + hours, 0)),
    fileName: fileNameOf(says, {
      batch: String(head.number),
      first: workdayToIso(head.firstDay),
      last: workdayToIso(head.lastDay),
      pay: workdayToIso(head.payDay),
    }),
  };
}

const shown = (row: FileRow, says: Layout): LayoutPreview['rows'][number] => ({
  part: row.part,
  cells: row.cells.map(({ text }) => text),
  text: isTextLayout(says) ? rowText(row, says) : null,
});

interface Lines {
  readonly head: BatchHead;
  readonly lines: readonly BatchLine[];
  readonly hoursInCards: number;
  readonly hoursUncaught: number;
}

async function ofPeriod(
  { database }: Pick<Context, 'database'>,
  periodId: number,
  report: Report,
): Promise<Lines> {
  const of = await periodAt(database, periodId);
  const places = await placesByNumber(database);
  const { rules } = await currentMapping(database);
  const mapping = compileMapping(rules);
  const codes = await codesByCode(database);
  const which = { ...of, periodId, groups: [...places.groups.keys()] };
  const lines: BatchLine[] = [];
  let [hoursInCards, hoursUncaught, cards] = [0, 0, 0];
  for await (const some of linesOfCards(database, database, which, places, asksForHolidays(rules))) {
    for (const { name, lines: own } of some)
      for (const line of own) {
        if (!liesBeside(line.classId)) hoursInCards += line.hours;
        const code = rules[mapping.ruleOf(line)]?.code;
        if (code === undefined) {
          hoursUncaught += line.hours;
          continue;
        }
        const known = codes.get(code);
        lines.push({
          ...line,
          seq: lines.length + 1,
          name,
          code,
          codeName: known?.name ?? '',
          account: known?.account ?? null,
          corrects: null,
        });
      }
    cards += some.length;
    report(cards, Math.max(cards, 1));
  }
  return { head: headOf(1, of), lines, hoursInCards, hoursUncaught };
}

async function ofBatch({ database }: Pick<Context, 'database'>, batchId: number): Promise<Lines> {
  const [row] = await database
    .select({ number: batch.number, payableHours: batch.payableHours, period })
    .from(batch)
    .innerJoin(period, eq(period.id, batch.periodId))
    .where(eq(batch.id, batchId));
  if (row === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
  const lines: BatchLine[] = [];
  for await (const some of linesOfBatch(database, batchId)) lines.push(...some);
  return {
    head: headOf(row.number ?? batchId, row.period),
    lines,
    hoursInCards: row.payableHours,
    hoursUncaught: 0,
  };
}
