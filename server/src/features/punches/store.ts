import { and, asc, eq, inArray, isNotNull } from 'drizzle-orm';
import type { Reads } from '../../database/connect.ts';
import {
  department,
  device,
  importFile,
  job,
  punch,
  punchSource,
  site,
  user,
} from '../../database/schema/index.ts';

/** Raw punches by their numbers, with where each comes from, in order of time. */
export const punchesAsTheyCame = async (queries: Reads, ids: readonly number[]) =>
  ids.length === 0
    ? []
    : await queries
        .select({
          id: punch.id,
          at: punch.at,
          kind: punch.kind,
          site: site.name,
          job: job.name,
          department: department.name,
          place: punch.place,
          note: punch.note,
          latitude: punch.latitude,
          longitude: punch.longitude,
          line: punch.line,
          source: punchSource.kind,
          file: importFile.name,
          importId: importFile.id,
          device: device.name,
          user: user.name,
        })
        .from(punch)
        .innerJoin(punchSource, eq(punchSource.id, punch.sourceId))
        .leftJoin(importFile, eq(importFile.id, punchSource.importId))
        .leftJoin(device, eq(device.id, punchSource.deviceId))
        .leftJoin(user, eq(user.id, punchSource.userId))
        .innerJoin(site, eq(site.id, punch.siteId))
        .leftJoin(job, eq(job.id, punch.jobId))
        .leftJoin(department, eq(department.id, punch.departmentId))
        .where(inArray(punch.id, [...ids]))
        .orderBy(asc(punch.at), asc(punch.id));

/** Positions of these sites by name. Sites without a known position are left out. */
export const placesOfSites = async (queries: Reads, names: readonly string[]) =>
  names.length === 0
    ? []
    : await queries
        .select({ name: site.name, latitude: site.latitude, longitude: site.longitude })
        .from(site)
        .where(and(inArray(site.name, [...names]), isNotNull(site.latitude), isNotNull(site.longitude)))
        .orderBy(site.name);
