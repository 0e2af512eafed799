import { type Workday, workdayToIso } from '@heath/core';
import { and, eq, type SQL, sql } from 'drizzle-orm';
import { dayApprovalsSelect } from '../../cards/approvals.ts';
import { resultOfCard } from '../../cards/result-of-card.ts';
import type { Database } from '../../database/connect.ts';
import { build, select, selectValues, sendAlone } from '../../database/round-trip.ts';
import { card, cardResult, job, plan, seal, site } from '../../database/schema/index.ts';
import { BYTES_OF_DAY, placeOfDay } from '../../packed/days.ts';
import { isOnPage, type Page, readPageAfter } from '../../records/pages.ts';
import { byName, departmentNames, peopleOnPage } from '../../records/people.ts';

/** A card on the day, value by value: of ten thousand, an object for each costs too much (`lists` in the bench). */
type CardValues = readonly [
  personId: number,
  departmentId: number,
  siteId: number,
  supervisorId: number | null,
  groupId: number,
  inputVersion: number,
  computedVersion: number,
  account: Buffer | null,
];
const sites = select(build.select({ id: site.id, name: site.name, zone: site.zone }).from(site));
const jobs = select(build.select({ id: job.id, name: job.name }).from(job));

/** All that a day of a period is told from, of the cards within reach on a page. */
export async function dayOf(
  database: Database,
  periodId: number,
  { day, firstDay }: { readonly day: Workday; readonly firstDay: Workday },
  reach: SQL,
  page: Page,
) {
  const place = placeOfDay(firstDay, day);
  const cards = selectValues<CardValues>(
    build
      .select({
        personId: card.personId,
        departmentId: card.departmentId,
        siteId: card.siteId,
        supervisorId: card.supervisorId,
        groupId: card.groupId,
        inputVersion: card.inputVersion,
        computedVersion: card.computedVersion,
        account: sql`SUBSTRING(${cardResult.days}, ${place + 1}, ${BYTES_OF_DAY})`.as('account'),
      })
      .from(card)
      .leftJoin(cardResult, resultOfCard)
      .where(and(eq(card.periodId, periodId), isOnPage(card.personId, page), reach)),
  );
  const plans = select(
    build
      .select({ personId: plan.personId, startsAt: plan.startsAt, endsAt: plan.endsAt, jobId: plan.jobId })
      .from(plan)
      .where(and(eq(plan.workday, day), isOnPage(plan.personId, page))),
  );
  const sealed = select(
    build.select({ groupId: seal.groupId }).from(seal).where(eq(seal.periodId, periodId)),
  );
  const [[ofPeople, ofPlans], [ofCards, ofDepartments, ofSites, ofJobs, ofSeals, ofApprovals], next] =
    await Promise.all([
      sendAlone(database, peopleOnPage(page), plans.with()),
      sendAlone(
        database,
        cards.with(),
        departmentNames.with(),
        sites.with(),
        jobs.with(),
        sealed.with(),
        dayApprovalsSelect.with({ periodId, workday: workdayToIso(day), ...page }),
      ),
      readPageAfter(database, page),
    ]);
  return {
    people: byName(ofPeople),
    plans: plans.rows(ofPlans),
    cards: cards.rows(ofCards),
    departments: departmentNames.rows(ofDepartments),
    sites: sites.rows(ofSites),
    jobs: jobs.rows(ofJobs),
    sealed: new Set(sealed.rows(ofSeals).map(({ groupId }) => groupId)),
    approvals: dayApprovalsSelect.rows(ofApprovals),
    next,
  };
}
export type DayRows = Awaited<ReturnType<typeof dayOf>>;
