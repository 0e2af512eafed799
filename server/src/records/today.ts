import {
  type Instant,
  instant,
  SECONDS_PER_DAY,
  type Workday,
  wallOf,
  workday,
  ZoneTables,
} from '@heath/core';
import type { Reads } from '../database/connect.ts';
import { site } from '../database/schema/index.ts';

/** Zone that decides which day is today: that of the first site. */
export async function zoneOfBusiness(queries: Reads): Promise<string> {
  const [first] = await queries.select({ zone: site.zone }).from(site).orderBy(site.id).limit(1);
  return first?.zone ?? 'UTC';
}

/** What day it is where the first site lies. */
export async function todayOf(queries: Reads, now: Instant): Promise<Workday> {
  const zones = ZoneTables.around(instant(now - SECONDS_PER_DAY), instant(now + SECONDS_PER_DAY));
  return workday(Math.floor(wallOf(zones.of(await zoneOfBusiness(queries)), now) / SECONDS_PER_DAY));
}
