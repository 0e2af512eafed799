import {
  type DecideReply,
  type DecideRequest,
  type Difference,
  type DifferencesReply,
  has,
  type SentReply,
} from '@heath/contract';
import {
  correctionKind,
  type DifferenceLine,
  type Instant,
  instantToIso,
  SECONDS_PER_DAY,
  workdayToIso,
} from '@heath/core';
import { once, type Write } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { isOwn, reaches, somebody, type Who } from '../../rights/who.ts';
import {
  addDecision,
  addWaived,
  cardWithin,
  correctionsOf,
  differsOf,
  editionsFor,
  filesOf,
  lockDifference,
  type OpenDifference,
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
}: DifferenceLine): Difference['lines'][number] => ({
  workday,
  code,
  classId,
  job,
  department,
  hours,
});

/** What changed since it was handed off, of everybody within reach, with why, and what was decided of it. */
export async function differences(
  { database }: Pick<Context, 'database'>,
  who: Who,
): Promise<DifferencesReply> {
  const rows = await openDifferences(database, who);
  const people = [...new Set(rows.map(({ personId }) => personId))];
  const corrections = await correctionsOf(database, people);
  const since = Math.min(...rows.map(({ sealedAs }) => sealedAs ?? 0));
  const files = await filesOf(database, people, since);
  const editions = await editionsFor(database, people, since);
  return {
    differences: rows.map((row) => ({
      periodId: row.periodId,
      firstDay: row.firstDay,
      lastDay: row.lastDay,
      personId: row.personId,
      number: row.number,
      name: row.name,
      department: row.department,
      group: row.group,
      version: row.version,
      payableHours: row.payableHours,
      lines: row.lines.map(lineView),
      reasons: reasonsOf(row, corrections, files, editions),
      ...decidedOf(row),
    })),
  };
}

/** What was decided of a difference as it is now; a later change makes another of it. */
function decidedOf(row: OpenDifference): Pick<Difference, 'state' | 'decided'> {
  const { decidedWhat: what, decidedVersion, version, decidedBy, decidedAt, decidedReason } = row;
  if (decidedVersion !== version || (what !== 'carry' && what !== 'approve'))
    return { state: 'open', decided: null };
  return {
    state: what === 'carry' ? 'carried' : 'approved',
    decided: {
      by: decidedBy ?? '',
      at: instantToIso((decidedAt ?? 0) as Instant),
      reason: decidedReason ?? '',
    },
  };
}

/** A file may hold punches of the days around a period that count in it. */
const AROUND_SECONDS = 2 * SECONDS_PER_DAY;

/** What happened since the handoff that may have changed a card, the latest first. */
function reasonsOf(
  { personId, firstDay, lastDay, sealedAt, sealedAs }: OpenDifference,
  corrections: Awaited<ReturnType<typeof correctionsOf>>,
  files: Awaited<ReturnType<typeof filesOf>>,
  editions: Awaited<ReturnType<typeof editionsFor>>,
): Difference['reasons'] {
  const [from, to] = [
    firstDay * SECONDS_PER_DAY - AROUND_SECONDS,
    (lastDay + 1) * SECONDS_PER_DAY + AROUND_SECONDS,
  ];
  const found = [
    ...corrections
      .filter((one) => one.personId === personId && one.madeAt >= sealedAt)
      .map(({ kind, note, by, madeAt }) => ({
        says: `${correctionKind(kind).label}${note === '' ? '' : `: “${note}”`}`,
        by,
        madeAt,
      })),
    ...files
      .filter(
        (one) =>
          one.personId === personId &&
          one.importedAs > (sealedAs ?? 0) &&
          one.last >= from &&
          one.first <= to,
      )
      .map(({ file, by, madeAt }) => ({ says: `Punches came with ${file}`, by, madeAt })),
    ...editions
      .filter((one) => one.personId === personId && one.addedAs > (sealedAs ?? 0) && one.firstDay <= lastDay)
      .map(({ rulebook, edition, firstDay: from, by, madeAt }) => ({
        says: `${rulebook} has an edition ${edition} from ${workdayToIso(from)} on`,
        by,
        madeAt,
      })),
  ].sort((a, b) => b.madeAt - a.madeAt);
  if (found.length === 0)
    return [
      {
        says: 'Something its hours follow from changed: a plan, leave, or a period beside it',
        by: null,
        at: instantToIso(sealedAt as Instant),
      },
    ];
  return found
    .slice(0, 20)
    .map(({ says, by, madeAt }) => ({ says, by, at: instantToIso(madeAt as Instant) }));
}

/** Decides on differences as they were looked at; each that cannot be decided is left, with the reason. */
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
    let decided = 0;
    // In one order, so that two who decide at once do not wait for each other.
    const inOrder = [...asked].sort((a, b) => a.periodId - b.periodId || a.personId - b.personId);
    for (const { periodId, personId, version } of inOrder) {
      const found = await lockDifference(tx, periodId, personId);
      const objection =
        found === undefined || !reaches(who, found.of)
          ? 'There is no difference.'
          : objectionTo(who, what, found, version);
      if (found === undefined || objection !== null) {
        left.push({ periodId, personId, reason: objection ?? 'There is no difference.' });
        continue;
      }
      const batchId = what === 'waive' ? await addWaived(tx, found, made) : null;
      await addDecision(tx, { periodId, personId, version, what, reason, batchId, ...made });
      decided++;
    }
    tell({
      what: `difference: ${what}`,
      about: 'difference',
      aboutId: 0,
      after: { decided, left: left.length, reason },
    });
    return { decided, left };
  });
}

type Locked = NonNullable<Awaited<ReturnType<typeof lockDifference>>>;

/** Why a difference cannot be decided this way; null where it can. */
function objectionTo(
  who: Who,
  what: DecideRequest['what'],
  { of, kept, last }: Locked,
  version: number,
): string | null {
  if (isOwn(who, of)) return 'This is your own card: somebody else decides.';
  if (kept.lineCount === 0) return 'The card says what was sent of it.';
  if (kept.version !== version || of.inputVersion !== kept.version)
    return 'It changed meanwhile. Look at it once more.';
  const state = last?.version === kept.version ? last.what : null;
  if (what === 'approve') {
    if (state !== 'carry') return 'It is not decided yet: carry it over first.';
    return kept.lines.some(({ code }) => code === '') ? 'Some of its hours have no pay code.' : null;
  }
  if (what === 'withdraw')
    return state === 'carry' || state === 'approve' ? null : 'Nothing was decided of it.';
  return null;
}

/** Everything ever sent of a card, beside what it says now. */
export async function sentAndNow(
  { database }: Pick<Context, 'database'>,
  who: Who,
  periodId: number,
  personId: number,
): Promise<SentReply> {
  if ((await cardWithin(database, who, periodId, personId)) === undefined)
    throw new Problem(404, 'not-found', 'This person has no card in this period.');
  const rows = await sentOfCard(database, periodId, personId);
  return {
    sent: rows.map(({ madeAt, ...line }) => ({ ...line, at: instantToIso(madeAt as Instant) })),
    differs: (await differsOf(database, periodId, personId)).map(lineView),
  };
}
