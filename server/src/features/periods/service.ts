import type {
  LockRequest,
  MakePayPeriodsRequest,
  PayPeriodsPlan,
  PayPeriodsReply,
  PeriodsReply,
} from '@heath/contract';
import { instantToIso, workday } from '@heath/core';
import { once, type Write } from '../../database/answered.ts';
import { EVERYBODY } from '../../database/audit-events.ts';
import type { Context } from '../../http/context.ts';
import { PAID_AFTER_DAYS } from '../../pay/batch-lines.ts';
import { askForRecomputeQuery, ensureCards } from '../../recompute/stale-cards.ts';
import { todayOf } from '../../records/today.ts';
import { somebody, type Who } from '../../rights/who.ts';
import { type Part, planned } from './planned.ts';
import {
  addLock,
  addPeriod,
  addSchedule,
  allPeriods,
  allSchedules,
  begunToSeal,
  cutPeriod,
  groupsByPeriod,
  holidays,
  lastLock,
  lockCardsOf,
  lockSchedules,
  payGroups,
  peopleInGroups,
  removePeriod,
  schedulesOfGroups,
  sealedPeriods,
} from './store.ts';

type Asks = Pick<Context, 'database' | 'clock'>;

/** A period that ended longer ago and is not handed off is no longer what is worked on. */
const WORKED_ON_DAYS = 45;

/** Pay groups and pay periods, the newest first, and which of them is worked on. */
export async function listPeriods({ database, clock }: Asks): Promise<PeriodsReply> {
  const now = clock.now();
  const today = await todayOf(database, now);
  const [groups, rows, sealed, groupsOf] = [
    await payGroups(database),
    await allPeriods(database),
    await sealedPeriods(database),
    await groupsByPeriod(database),
  ];
  const begun = rows.filter(({ firstDay }) => firstDay <= today);
  const open = begun.find(({ id, lastDay }) => !sealed.has(id) && lastDay >= today - WORKED_ON_DAYS);
  return {
    groups,
    periods: rows.reverse().map(({ id, firstDay, lastDay }) => ({
      id,
      firstDay,
      lastDay,
      sealed: sealed.has(id),
      groups: groupsOf.get(id) ?? [],
    })),
    current: (open ?? begun.at(-1) ?? rows.at(-1))?.id ?? null,
    now,
  };
}

/** The pay periods of every pay group, how they follow one another, and when people are paid. */
export async function payPeriodsOf({ database, clock }: Asks): Promise<PayPeriodsReply> {
  const today = await todayOf(database, clock.now());
  const people = await peopleInGroups(database, today);
  const had = await schedulesOfGroups(database);
  const groups = (await payGroups(database)).map((group) => ({
    ...group,
    people: people.get(group.id) ?? 0,
    schedules: had
      .filter(({ groupId }) => groupId === group.id)
      .map(({ scheduleId, firstDay }) => ({ scheduleId, firstDay })),
  }));
  const [sealed, begun, groupsOf] = [
    await sealedPeriods(database),
    await begunToSeal(database),
    await groupsByPeriod(database),
  ];
  const periods = (await allPeriods(database)).map(({ id, scheduleId, firstDay, lastDay, payDay }) => ({
    id,
    scheduleId,
    firstDay,
    lastDay,
    payDay: payDay ?? workday(lastDay + PAID_AFTER_DAYS),
    state: sealed.has(id)
      ? ('handed off' as const)
      : begun.has(id)
        ? ('in part' as const)
        : firstDay > today
          ? ('to come' as const)
          : ('open' as const),
    groups: groupsOf.get(id) ?? [],
  }));
  const lock = await lastLock(database);
  return {
    today,
    groups,
    schedules: await allSchedules(database),
    periods,
    holidays: await holidays(database),
    lock:
      lock === undefined || lock.until === null
        ? null
        : { until: lock.until, reason: lock.reason, by: lock.by, at: instantToIso(lock.madeAt) },
  };
}

/** Locks the days up to one, or opens them: what is paid for locked days stays as it is. */
export function lockDays(
  context: Asks,
  who: Who,
  write: Write | null,
  { until, reason }: LockRequest,
): Promise<null> {
  const madeBy = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    const before = await lastLock(tx);
    const id = await addLock(tx, { until, reason, madeBy, madeAt: context.clock.now() });
    const what = until === null ? 'opened' : 'locked';
    tell({
      what,
      about: 'day_lock',
      aboutId: id,
      pays: 'nobody',
      before: { until: before?.until ?? null },
      after: { until, reason },
    });
    return null;
  });
}

/** What would be made. Nothing is written. */
export async function previewPayPeriods(
  { database }: Pick<Context, 'database'>,
  asked: MakePayPeriodsRequest,
): Promise<PayPeriodsPlan> {
  return { parts: (await planned(database, asked)).map(partView) };
}

const partView = ({ name, groups, added, cut, removed }: Part): PayPeriodsPlan['parts'][number] => ({
  name,
  groups: groups.map((group) => group.name),
  added,
  cut: cut.map(({ id, firstDay, lastDay, was }) => ({ id, firstDay, lastDay, was })),
  removed: removed.map(({ id, firstDay, lastDay }) => ({ id, firstDay, lastDay })),
});

/** Makes pay periods for some pay groups, with the cards of whoever is paid in them. */
export function makePayPeriods(
  context: Asks,
  who: Who,
  write: Write | null,
  asked: MakePayPeriodsRequest,
): Promise<null> {
  return once(context, who, write, async (tx, tell) => {
    await lockSchedules(tx);
    const draft = await planned(tx, asked);
    await lockCardsOf(
      tx,
      draft.flatMap(({ cut, removed }) => [...cut, ...removed].map(({ id }) => id)),
    );
    // Anew: whoever held a card until now may have sealed it.
    for (const part of await planned(tx, asked)) {
      const groups = part.groups.map(({ id }) => id);
      const touched: number[] = [];
      for (const { id, lastDay, payDay } of part.cut) {
        await cutPeriod(tx, id, { lastDay, payDay });
        touched.push(id);
      }
      for (const { id, isWhole } of part.removed) await removePeriod(tx, id, groups, isWhole);
      for (const one of part.until) touched.push(await addPeriod(tx, one));
      const scheduleId =
        part.scheduleId ??
        (await addSchedule(tx, { name: part.name, scheme: part.scheme }, groups, part.from));
      for (const one of part.added) touched.push(await addPeriod(tx, { scheduleId, ...one }));
      for (const id of touched) {
        await ensureCards(tx, id);
        await tx.execute(askForRecomputeQuery(id));
      }
      tell({
        what: 'periods made',
        about: 'schedule',
        aboutId: scheduleId,
        pays: EVERYBODY,
        after: partView(part),
      });
    }
    return null;
  });
}
