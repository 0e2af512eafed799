import { sql } from 'drizzle-orm';
import type { MySqlColumn } from 'drizzle-orm/mysql-core';
import type { Queries } from '../database/connect.ts';
import { build, type Statement, statement } from '../database/round-trip.ts';
import { card } from '../database/schema/index.ts';
import type { CardResults } from './results.ts';
import type { CardSubject } from './subjects.ts';

/** A card that was computed from the inputs of one version. */
export interface ComputedCard {
  readonly subject: Pick<
    CardSubject,
    'periodId' | 'personId' | 'groupId' | 'departmentId' | 'siteId' | 'inputVersion'
  >;
  readonly results: CardResults;
}

/** Stores what was computed of some cards, as belonging to the version of the inputs that each was computed from. */
export async function storeCards(tx: Queries, cards: readonly ComputedCard[]): Promise<void> {
  await tx.execute(storing(cards).getSQL());
}

/** Stores a card that was computed with a change made in the same transaction: that is one more version of its inputs. */
export const storeChangedCard = ({ subject, results }: ComputedCard): Statement =>
  statement(storing([{ subject: { ...subject, inputVersion: subject.inputVersion + 1 }, results }]));

const given = (column: MySqlColumn) => sql`VALUES(${sql.identifier(column.name)})`;

/** Each card is there already, so that this inserts none: of many rows at once, each with its own values, only an insert can say so. */
const storing = (cards: readonly ComputedCard[]) =>
  build
    .insert(card)
    .values(
      cards.map(({ subject, results }) => ({
        periodId: subject.periodId,
        personId: subject.personId,
        groupId: subject.groupId,
        departmentId: subject.departmentId,
        siteId: subject.siteId,
        inputVersion: subject.inputVersion,
        computedVersion: subject.inputVersion,
        ...results,
      })),
    )
    .onDuplicateKeyUpdate({
      set: {
        inputVersion: sql`GREATEST(${card.inputVersion}, ${given(card.inputVersion)})`,
        computedVersion: given(card.computedVersion),
        clockedSeconds: given(card.clockedSeconds),
        unpaidSeconds: given(card.unpaidSeconds),
        heldSeconds: given(card.heldSeconds),
        roundingSeconds: given(card.roundingSeconds),
        payableHours: given(card.payableHours),
        toSettle: given(card.toSettle),
        days: given(card.days),
        marks: given(card.marks),
        sums: given(card.sums),
        lines: given(card.lines),
      },
    });
