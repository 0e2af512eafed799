import {
  type DecideReply,
  type DecideRequest,
  type DifferencesReply,
  has,
  type SentReply,
} from '@heath/contract';
import {
  correctionKind,
  type DifferenceLine,
  type Instant,
  instant,
  instantToIso,
  SECONDS_PER_DAY,
  type Workday,
  workday,
  workdayInWords,
} from '@heath/core';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Queries, Reads } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { isOwn, reaches, somebody, type Who } from '../../rights/who.ts';
import {
  addDecisions,
  addWaived,
  cardWithin,
  correctionsSince,
  editionsSince,
  type FoundDifference,
  filesSince,
  findDifference,
  type LockedDifference,
  lockDifferences,
  openDifferences,
  sentOfCard,
} from './store.ts';

const lineView = ({
  workday,
  code,
  classId,
  job,
  department,
  hours,
}: DifferenceLine): SentReply['differs'][number] => ({
  workday,
  code,
  classId,
  job,
  department,
  hours,
});

/** Differences of sealed cards within reach, with their state. */
export const differences = ({ database }: Pick<Context, 'database'>, who: Who): Promise<DifferencesReply> =>
  openDifferences(database, who);

/** How far outside a period a shift that counts in it may begin or end. */
const AROUND_SECONDS = 2 * SECONDS_PER_DAY;

/** How many days around a period its workweeks may reach. */
const WEEK_DAYS = 6;

/** What happened since the handoff that may have changed a card, the latest first. */
async function reasonsOf(
  queries: Reads,
  { personId, firstDay, lastDay, sealedAt, sealedAs }: FoundDifference,
): Promise<SentReply['reasons']> {
  const correctionsIn = async (days: { firstDay: Workday; lastDay: Workday }) =>
    (await correctionsSince(queries, personId, sealedAt, days)).map(({ kind, note, by, madeAt }) => ({
      says: `${correctionKind(kind).label}${note === '' ? '' : `: “${note}”`}`,
      by,
      madeAt,
    }));
  const files = await filesSince(queries, personId, sealedAs ?? 0);
  const editions = await editionsSince(queries, personId, sealedAs ?? 0);
  const cameWith = (around: number) =>
    files
      .filter(
        ({ first, last }) =>
          last >= firstDay * SECONDS_PER_DAY - around && first < (lastDay + 1) * SECONDS_PER_DAY + around,
      )
      .map(({ file, by, madeAt }) => ({ says: `Punches came with ${file}`, by, madeAt }));
  const within = [
    ...(await correctionsIn({ firstDay, lastDay })),
    ...cameWith(0),
    ...editions
      .filter((one) => one.firstDay <= lastDay)
      .map(({ rulebook, edition, firstDay: holdsFrom, by, madeAt }) => ({
        says: `${rulebook} has an edition ${edition} from ${workdayInWords(holdsFrom)} on`,
        by,
        madeAt,
      })),
  ];
  // Corrections of the days around, and the file of the next period, are named where nothing else can be why: they may lie in a workweek, or
  // a shift, that reaches into this period.
  const around = async () => [
    ...(await correctionsIn({
      firstDay: workday(firstDay - WEEK_DAYS),
      lastDay: workday(lastDay + WEEK_DAYS),
    })),
    ...cameWith(AROUND_SECONDS),
  ];
  const found = (within.length > 0 ? within : await around()).sort((a, b) => b.madeAt - a.madeAt);
  if (found.length === 0)
    return [
      {
        says: 'Something its hours follow from changed: a plan, leave, or a period beside it',
        by: null,
        at: instantToIso(sealedAt),
      },
    ];
  return found.map(({ says, by, madeAt }) => ({ says, by, at: instantToIso(madeAt) }));
}

/** Decides on differences at the versions that the user saw. Returns those that cannot be decided, each with the reason. */
export async function decide(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  { what, differences: asked, reason }: DecideRequest,
): Promise<Pick<DecideReply, 'decided' | 'left'>> {
  const madeBy = somebody(who);
  if (what === 'waive' && reason.length < 3)
    throw new Problem(
      422,
      'invalid',
      'Give a reason of at least three characters: what is waived is never paid.',
      {
        field: 'reason',
      },
    );
  if ((what === 'carry' || what === 'waive') && !has(who.roles, 'hand off'))
    throw new Problem(
      403,
      'not-allowed',
      'A payroll specialist decides what is carried over and what is waived.',
    );
  return once(context, who, write, async (tx, tell) => {
    const made = { madeBy, madeAt: context.clock.now() };
    const left: DecideReply['left'][number][] = [];
    const decidedOf: number[] = [];
    // In one order, so that two who decide at once do not wait for each other.
    const periods = [...new Set(asked.map(({ periodId }) => periodId))].sort((a, b) => a - b);
    for (const periodId of periods) {
      const own = asked.filter((one) => one.periodId === periodId);
      const locked = await lockDifferences(
        tx,
        periodId,
        own.map(({ personId }) => personId),
      );
      const accepted: LockedDifference[] = [];
      for (const { personId, version } of own) {
        const found = locked.get(personId);
        const objection =
          found === undefined || !reaches(who, found.of)
            ? 'There is no difference.'
            : objectionTo(who, what, found, version);
        if (found === undefined || objection !== null) {
          left.push({ periodId, personId, reason: objection ?? 'There is no difference.' });
          continue;
        }
        // Named twice, it is decided once.
        locked.delete(personId);
        accepted.push(found);
      }
      const batchOf = what === 'waive' ? await waivedByGroup(tx, accepted, made) : new Map<number, number>();
      const decisions = accepted.map(({ of: { personId, groupId }, kept: { version } }) => ({
        personId,
        version,
        reason,
        batchId: batchOf.get(groupId) ?? null,
        ...made,
      }));
      await addDecisions(tx, periodId, what, decisions);
      for (const { personId } of decisions) decidedOf.push(personId);
    }
    tell({
      what: `difference: ${what}`,
      about: 'difference',
      aboutId: 0,
      pays: decidedOf,
      after: { decided: decidedOf.length, left: left.length, reason },
    });
    return { decided: decidedOf.length, left };
  });
}

/** Waives differences of one period. Returns the id of the batch of each pay group. */
async function waivedByGroup(
  tx: Queries,
  waived: readonly LockedDifference[],
  made: { readonly madeBy: number; readonly madeAt: Instant },
): Promise<Map<number, number>> {
  const batchOf = new Map<number, number>();
  for (const groupId of new Set(waived.map(({ of }) => of.groupId))) {
    const [first, ...others] = waived.filter(({ of }) => of.groupId === groupId);
    if (first !== undefined) batchOf.set(groupId, await addWaived(tx, [first, ...others], made));
  }
  return batchOf;
}

/** Why a difference cannot be decided this way; null where it can. */
function objectionTo(
  who: Who,
  what: DecideRequest['what'],
  { of, kept }: LockedDifference,
  version: number,
): string | null {
  if (isOwn(who, of)) return 'This is your own card: somebody else decides.';
  if (kept.lineCount === 0) return 'The card says what was sent of it.';
  if (kept.version !== version || of.inputVersion !== kept.version)
    return 'It changed meanwhile. Look at it once more.';
  const { decided } = kept;
  if (what === 'approve') {
    if (decided !== 'carry') return 'It is not decided yet: carry it over first.';
    return kept.lines.some(({ code }) => code === '') ? 'Some of its hours have no pay code.' : null;
  }
  if (what === 'withdraw') return decided === null ? 'Nothing was decided of it.' : null;
  return null;
}

/** All lines ever sent of a card, and how they differ from the card now. */
export async function sentAndNow(
  { database }: Pick<Context, 'database'>,
  who: Who,
  periodId: number,
  personId: number,
): Promise<SentReply> {
  if ((await cardWithin(database, who, periodId, personId)) === undefined)
    throw new Problem(404, 'not-found', 'This person has no card in this period.');
  const rows = await sentOfCard(database, periodId, personId);
  const found = await findDifference(database, periodId, personId);
  return {
    sent: rows.map(({ madeAt, ...line }) => ({ ...line, at: instantToIso(madeAt) })),
    differs: (found?.lines ?? []).map(lineView),
    reasons: found === undefined ? [] : await reasonsOf(database, found),
    decided:
      found === undefined || found.decided === null
        ? null
        : {
            by: found.decidedBy ?? '',
            at: instantToIso(found.decidedAt ?? instant(0)),
            reason: found.decidedReason ?? '',
          },
  };
}
