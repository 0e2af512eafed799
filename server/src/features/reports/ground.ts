import {
  type ClassId,
  type CodeMapping,
  type Cost,
  classParts,
  compileMapping,
  costOf,
  type GroundLine,
  isAmount,
  type PayLine,
  partOf,
  Rates,
} from '@heath/core';
import { asc, eq } from 'drizzle-orm';
import type { Reads } from '../../database/connect.ts';
import { payGroup, payRate } from '../../database/schema/index.ts';
import { codesByCode } from '../../pay/batch-lines.ts';
import { asksForHolidays, type CardOfLines, linesOfCards } from '../../pay/lines.ts';
import { currentMapping } from '../../pay/mapping.ts';
import type { Asked } from './define.ts';

/** A period whose lines are looked at. */
type Of = Pick<Asked['period'], 'id' | 'firstDay' | 'lastDay'>;

/** The rates of everybody. */
async function allRates(queries: Reads): Promise<Rates> {
  const rows = await queries.select().from(payRate);
  return new Rates(rows.map(({ jobType, ...row }) => ({ ...row, jobType: jobType === '' ? null : jobType })));
}

/** How many times the rate a line costs: of a premium what its code says, since it lies beside hours that are paid already. */
function timesTheRate(
  classId: ClassId,
  multiplier: number | null,
  ofCode: number | null | undefined,
): number {
  const { kind } = classParts(classId);
  if (kind === 'worked') return multiplier ?? 1;
  return kind === 'premium' ? (ofCode ?? 0) : (ofCode ?? 1);
}

/** What makes ground of lines: their codes, and what they cost. */
async function groundMaker({ database, places }: Pick<Asked, 'database' | 'places'>) {
  const mapping = await currentMapping(database);
  const compiled: CodeMapping = compileMapping(mapping.rules);
  const codes = await codesByCode(database);
  const rates = await allRates(database);
  const of = (card: CardOfLines, line: PayLine): GroundLine => {
    const code = compiled.rules[compiled.ruleOf(line)]?.code ?? null;
    const rate = rates.of(card.personId, line.jobType, line.workday);
    const times = timesTheRate(
      line.classId,
      line.multiplier,
      code === null ? null : codes.get(code)?.multiplier,
    );
    // A quantity is neither hours nor known to be money.
    const cost: Cost | null =
      rate === null || isAmount(line.classId) ? null : costOf(line.hours, rate, times);
    // Written out as one literal: see `packed-lines.ts`.
    return {
      person: line.person,
      group: line.group,
      workday: line.workday,
      isHoliday: line.isHoliday,
      classId: line.classId,
      multiplier: line.multiplier,
      rule: line.rule,
      job: line.job,
      jobType: line.jobType,
      department: line.department,
      site: line.site,
      costCenter: line.costCenter,
      seconds: line.seconds,
      hours: line.hours,
      personId: card.personId,
      name: card.name,
      home: places.departments.get(card.departmentId)?.code ?? '',
      homeSite: places.sites.get(card.siteId)?.code ?? '',
      code,
      cost,
    };
  };
  return { of, withHolidays: asksForHolidays(mapping.rules) };
}

/**
 * Every line of the days that are asked for as reports look at it, or of one period. Some hundred cards at a time, within a period in order
 * of the number of the person.
 */
export async function* groundOf(asked: Asked, of?: Of): AsyncGenerator<readonly GroundLine[]> {
  if (of !== undefined) {
    yield* groundOfPeriod(asked, of);
    return;
  }
  const { firstDay, lastDay } = asked.span;
  for (const period of asked.periods) {
    const isWhole = period.firstDay >= firstDay && period.lastDay <= lastDay;
    for await (const lines of groundOfPeriod(asked, period))
      yield isWhole ? lines : lines.filter(({ workday }) => workday >= firstDay && workday <= lastDay);
  }
}

async function* groundOfPeriod(asked: Asked, of: Of): AsyncGenerator<readonly GroundLine[]> {
  const { database, places, only } = asked;
  const groups = await database.select({ id: payGroup.id }).from(payGroup).orderBy(asc(payGroup.id));
  const maker = await groundMaker(asked);
  const which = {
    periodId: of.id,
    firstDay: of.firstDay,
    lastDay: of.lastDay,
    groups: groups.map(({ id }) => id),
  };
  for await (const cards of linesOfCards(database, database, which, places, maker.withHolidays)) {
    const lines = cards.flatMap((card) => card.lines.map((line) => maker.of(card, line)));
    yield only === null ? lines : lines.filter((line) => partOf(only.part, line) === only.key);
  }
}

/** True where somebody has a rate. */
export async function hasRates(queries: Reads): Promise<boolean> {
  return (
    (
      await queries
        .select({ personId: payRate.personId })
        .from(payRate)
        .where(eq(payRate.jobType, ''))
        .limit(1)
    ).length > 0
  );
}
