import { APPROVAL_STATES, type CardsReply } from '@heath/contract';
import type { PersonId } from '@heath/core';
import { and, eq, type SQL, sql } from 'drizzle-orm';
import { approvalStates, neededSelect, standingSelect } from '../../cards/approvals.ts';
import { resultOfCard } from '../../cards/result-of-card.ts';
import type { Database, Reads } from '../../database/connect.ts';
import { build, select, selectValues, sendAlone } from '../../database/round-trip.ts';
import { approval, card, cardResult, payGroup, seal } from '../../database/schema/index.ts';
import { departmentNames, peopleByName } from '../../records/people.ts';
import { sealOfCard } from '../../records/sealed.ts';

/** A card of the list, value by value: see `cardsByName`. */
type CardValues = readonly [
  personId: number,
  departmentId: number,
  groupId: number,
  inputVersion: number,
  computedVersion: number,
  payableHours: number,
  toSettle: number,
  marks: string,
];
const sealedGroups = (periodId: number) =>
  select(build.select({ groupId: seal.groupId }).from(seal).where(eq(seal.periodId, periodId)));

/**
 * Everybody within reach with a card in a period, by name. What belongs together is put together here, and people and cards are read at the
 * same time: of ten thousand, one select with joins takes 50 ms longer (`lists` in the bench).
 */
export async function cardsByName(database: Database, periodId: number, reach: SQL): Promise<CardsReply> {
  const cards = selectValues<CardValues>(
    build
      .select({
        personId: card.personId,
        departmentId: card.departmentId,
        groupId: card.groupId,
        inputVersion: card.inputVersion,
        computedVersion: card.computedVersion,
        payableHours: card.payableHours,
        toSettle: card.toSettle,
        marks: card.marks,
      })
      .from(card)
      .where(and(eq(card.periodId, periodId), reach)),
  );
  const sealed = sealedGroups(periodId);
  const [[people], [ofCards, ofDepartments, ofSeals, ofStanding, ofNeeded]] = await Promise.all([
    sendAlone(database, peopleByName.with()),
    sendAlone(
      database,
      cards.with(),
      departmentNames.with(),
      sealed.with(),
      standingSelect.with({ periodId }),
      neededSelect.with(),
    ),
  ]);
  const stateOfCard = approvalStates(standingSelect.rows(ofStanding), neededSelect.rows(ofNeeded));
  const cardOf = new Map(cards.rows(ofCards).map((values) => [values[0], values]));
  const namesOfDepartments = departmentNames.rows(ofDepartments);
  const placeOf = new Map(namesOfDepartments.map(({ id }, place) => [id, place]));
  const isSealed = new Set(sealed.rows(ofSeals).map(({ groupId }) => groupId));
  const list = {
    departments: namesOfDepartments.map(({ name }) => name),
    personId: [] as PersonId[],
    number: [] as string[],
    name: [] as string[],
    department: [] as number[],
    groupId: [] as number[],
    payableHours: [] as (number | null)[],
    toSettle: [] as number[],
    marks: [] as string[],
    approval: [] as number[],
  };
  for (const [personId, number, name] of peopleByName.rows(people)) {
    const values = cardOf.get(personId);
    if (values === undefined) continue;
    const [, departmentId, groupId, input, computed, payableHours, toSettle, marks] = values;
    // A sealed card shows what was handed off, an open one nothing while it is being computed.
    const isStale = input !== computed && !isSealed.has(groupId);
    list.personId.push(personId as PersonId);
    list.number.push(number);
    list.name.push(name);
    list.department.push(placeOf.get(departmentId) ?? -1);
    list.groupId.push(groupId);
    list.payableHours.push(isStale ? null : payableHours);
    list.toSettle.push(isStale ? 0 : toSettle);
    list.marks.push(isStale ? '' : marks);
    const state = stateOfCard(personId, groupId, input === computed ? computed : null);
    list.approval.push(APPROVAL_STATES.indexOf(state));
  }
  return list;
}

/** What the strip adds up of one card. */
export interface StripRow {
  readonly stale: 0 | 1;
  readonly sealed: 0 | 1;
  readonly approved: 0 | 1;
  readonly clockedSeconds: number;
  readonly payableHours: number;
  readonly toSettle: number;
  /** As `packDays` has them; null until the card is computed. */
  readonly days: Buffer | null;
}

/** The cards within reach of a period, or of one group in it. */
export async function stripRows(
  queries: Reads,
  periodId: number,
  reach: SQL,
  groupId?: number,
): Promise<StripRow[]> {
  const ofGroup = groupId === undefined ? undefined : eq(card.groupId, groupId);
  const [rows] = await queries.execute(sql`
    SELECT ${card.inputVersion} <> ${card.computedVersion} AS stale, ${seal.batchId} IS NOT NULL AS sealed,
           COALESCE(stood.people >= ${payGroup.approvals}, 0) AS approved,
           ${card.clockedSeconds} AS clockedSeconds, ${card.payableHours} AS payableHours, ${card.toSettle} AS toSettle, ${cardResult.days} AS days
      FROM ${card} LEFT JOIN ${cardResult} ON ${resultOfCard} JOIN ${payGroup} ON ${payGroup.id} = ${card.groupId} LEFT JOIN ${seal} ON ${sealOfCard}
      LEFT JOIN (SELECT given.person_id, given.version, COUNT(DISTINCT given.made_by) AS people
                   FROM ${approval} given LEFT JOIN ${approval} taken ON taken.undoes = given.id
                  WHERE given.period_id = ${periodId} AND given.workday IS NULL AND given.undoes IS NULL AND taken.id IS NULL
                  GROUP BY given.person_id, given.version) stood
        ON stood.person_id = ${card.personId} AND stood.version = ${card.computedVersion}
     WHERE ${and(eq(card.periodId, periodId), reach, ofGroup)}`);
  return rows as unknown as StripRow[];
}
