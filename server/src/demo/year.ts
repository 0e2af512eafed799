import {
  instant,
  instantFromIso,
  instantToIso,
  isMissingPunch,
  SECONDS_PER_DAY,
  type Workday,
  workday,
  workdayToIso,
  zoneOffsets,
} from '@heath/core';
import {
  AMOUNTS,
  ANSWER,
  CURRENT_PERIOD,
  DEMO_NOW,
  people as demoPeople,
  LATE,
  punchFileLines,
  QUESTIONS,
  STRANGERS_BADGE,
  ZONE,
} from '@heath/demo';
import { and, eq, gt } from 'drizzle-orm';
import type { Logger } from 'pino';
import { clockAt } from '../base/clock.ts';
import { exceptionsOfCards } from '../cards/listed-exceptions.ts';
import { writing } from '../database/audit-events.ts';
import type { Database } from '../database/connect.ts';
import * as tables from '../database/schema/index.ts';
import { addAll } from '../features/amounts/service.ts';
import { approve } from '../features/approvals/service.ts';
import { handOff } from '../features/handoff/sealing.ts';
import { answerQuestion, ask } from '../features/questions/service.ts';
import type { Context } from '../http/context.ts';
import { recomputePeriod } from '../recompute/recompute.ts';
import { ensureCards } from '../recompute/stale-cards.ts';
import { byPerson } from '../records/by-person.ts';
import { withinReach } from '../rights/who.ts';
import { here } from '../tasks/work.ts';

import { actingAs, contextHereAndNow, importFile } from './acting.ts';
import { insertedId, loadCompany } from './company.ts';

const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));

export interface DemoSize {
  readonly people: number;
  /** The first day of the first period; history before it is left out. */
  readonly firstPeriod?: Workday | undefined;
  /** Punches come up to this workday; the whole current period where it is not given. */
  readonly lastPunches?: Workday | undefined;
}

/** Loads the demo company with its history: every period before the current one is imported, computed and handed off. */
export async function loadDemo(database: Database, log: Logger, size: DemoSize): Promise<void> {
  await loadCompany(database, size.people, size.firstPeriod);
  const periods = await database.select().from(tables.period).orderBy(tables.period.firstDay);
  for (const { id, firstDay, lastDay } of periods) {
    await writing(
      database,
      { userId: null, personId: null, at: instantFromIso(DEMO_NOW) },
      async (tx, tell) => {
        await ensureCards(tx, id);
        tell({ what: 'set up', about: 'period', aboutId: id, pays: 'nobody' });
      },
    );
    const last = size.lastPunches !== undefined && size.lastPunches < lastDay ? size.lastPunches : lastDay;
    // Each period was worked on the Monday after it.
    const monday = instantToIso(instant((lastDay + 1) * SECONDS_PER_DAY + 9 * 3600));
    const clock = clockAt(firstDay === CURRENT_PERIOD ? DEMO_NOW : monday);
    const context = contextHereAndNow(database, clock, log);
    if (last >= firstDay)
      await importFile(
        context,
        `clocks-${workdayToIso(firstDay)}.csv`,
        punchFile(size.people, firstDay, last),
      );
    await recomputePeriod(database, here(database, clock), id, async () => {});
    if (firstDay < CURRENT_PERIOD) await handOffAccepted(context, id);
    else if (last === lastDay) {
      await importFile(context, 'gate-northquay.csv', strangersFile());
      // The same file once more, as it comes when somebody is not sure.
      await importFile(context, 'gate-northquay (2).csv', strangersFile());
      await importFile(context, 'saltholm-late.csv', lateFile());
      await askTwo(context, id);
      await addBesideHours(context, id, size.people);
    }
  }
}

/** What some people drove and laid out. */
async function addBesideHours(context: Context, periodId: number, size: number): Promise<void> {
  const { database } = context;
  const company = demoPeople(size);
  const rows = await database
    .select({ id: tables.person.id, number: tables.person.number })
    .from(tables.person);
  const ids = new Map(rows.map(({ id, number }) => [number, id]));
  const amounts = AMOUNTS.map(({ index, day, ...amount }) => ({
    ...amount,
    personId: ids.get(company[index]?.number ?? '') ?? 0,
    day: workday(CURRENT_PERIOD + day),
    job: null,
  }));
  await addAll(context, await actingAs(database, 'odile'), null, periodId, { amounts });
  await recomputePeriod(database, here(database, context.clock), periodId, async () => {});
}

/** What is paid and done with: approved, sealed, and accepted by the pay system. */
async function handOffAccepted(context: Context, periodId: number): Promise<void> {
  const { database, clock } = context;
  const who = await actingAs(database, 'odile');
  const cards = await database
    .select({ personId: tables.card.personId })
    .from(tables.card)
    .where(eq(tables.card.periodId, periodId));
  await approve(context, who, null, periodId, { people: cards.map(({ personId }) => personId) });
  const { batchId, lines } = await handOff(context, who, null, periodId);
  await writing(database, { userId: null, personId: null, at: clock.now() }, async (tx, tell) => {
    const [file] = await tx.select().from(tables.batchFile).where(eq(tables.batchFile.batchId, batchId));
    const [sealed] = await tx.select().from(tables.batch).where(eq(tables.batch.id, batchId));
    const id = await insertedId(
      tx.insert(tables.delivery).values({
        batchId,
        key: `set-up-${batchId}`.padEnd(32, '0'),
        sha256: file?.sha256 ?? '',
        status: 'accepted',
        answer: `Taken: ${file?.lines ?? lines} lines.`,
        madeBy: who.userId ?? 0,
        madeAt: clock.now(),
        answeredAt: clock.now(),
      }),
    );
    tell({
      what: 'answered',
      about: 'delivery',
      aboutId: id,
      pays: 'nobody',
      after: { number: sealed?.number, status: 'accepted', refused: 0 },
    });
  });
}

const TWO_DAYS_SECONDS = 2 * SECONDS_PER_DAY;

/** Two punches that are missing were asked about, and one of the questions was answered since. */
async function askTwo({ database, clock, ...context }: Context, periodId: number): Promise<void> {
  const [odile, piotr] = [await actingAs(database, 'odile'), await actingAs(database, 'piotr')];
  const before = { now: () => instant(clock.now() - TWO_DAYS_SECONDS) };
  const isAskedAbout = and(
    eq(tables.card.periodId, periodId),
    withinReach(piotr),
    gt(tables.card.toSettle, 0),
  );
  const open = byPerson(await exceptionsOfCards(database, isAskedAbout));
  const asked: number[] = [];
  for (const [personId, exceptions] of open) {
    const missing = exceptions.find(isMissingPunch);
    if (missing === undefined || asked.length >= QUESTIONS.length || personId === piotr.personId) continue;
    const question = {
      exception: missing.key,
      of: 'supervisor',
      text: QUESTIONS[asked.length] ?? '',
    } as const;
    asked.push(
      await ask({ database, clock: before, ...context }, odile, null, { periodId, personId }, question),
    );
  }
  const [first] = asked;
  if (first !== undefined)
    await answerQuestion({ database, clock }, piotr, null, { periodId, id: first }, { text: ANSWER });
}

/** A shift that nobody was paid for: its punches come after the period was handed off. */
async function* lateFile(): AsyncGenerator<Buffer> {
  const [late] = demoPeople(LATE.index + 1).slice(LATE.index);
  const lines = LATE.punches.map((row) => `${late?.number},${row},,`);
  yield Buffer.from(['Person no,Punched at,Type,Job,Site', ...lines].join('\r\n'));
}

/** What a badge that nobody has did at the gate. */
async function* strangersFile(): AsyncGenerator<Buffer> {
  const day = workdayToIso(workday(CURRENT_PERIOD + 2));
  const rows = [`${day}T07:02:11+01:00,in`, `${day}T15:41:38+01:00,out`];
  const lines = rows.map((row) => `${STRANGERS_BADGE},${row},Stores,Northquay`);
  yield Buffer.from(['Person no,Punched at,Type,Job,Site', ...lines].join('\r\n'));
}

/** The punch file of one period as bytes. */
async function* punchFile(count: number, first: Workday, last: Workday): AsyncGenerator<Buffer> {
  let text = '';
  for (const line of punchFileLines(demoPeople(count), first, last, offsets)) {
    text += `${line}\r\n`;
    if (text.length > 262_144) {
      yield Buffer.from(text);
      text = '';
    }
  }
  if (text !== '') yield Buffer.from(text);
}
