import type { AddUserRequest, UserView } from '@heath/contract';
import { type Instant, instantToIso } from '@heath/core';
import { and, eq, isNull, max, ne } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { auditEvent, person, user, userReach, userRole } from '../../database/schema/index.ts';
import { reachOf } from '../../rights/who.ts';

/** All users, by name. */
export async function users(queries: Reads): Promise<UserView[]> {
  const rows = await queries.select().from(user).orderBy(user.name, user.id);
  const roles = await queries.select().from(userRole);
  const reaches = await queries.select().from(userReach).orderBy(userReach.id);
  const gave = await queries
    .select({ id: auditEvent.aboutId, at: max(auditEvent.at) })
    .from(auditEvent)
    .where(and(eq(auditEvent.about, 'user'), eq(auditEvent.what, GAVE_THEMSELVES)))
    .groupBy(auditEvent.aboutId);
  const gaveAt = new Map(gave.map(({ id, at }) => [id, at]));
  return rows.map(({ id, username, name, personId, endedAt }) => {
    return {
      id,
      username,
      name,
      roles: roles.filter(({ userId }) => userId === id).map(({ role }) => role),
      reach: reachOf(reaches.filter(({ userId }) => userId === id)),
      personId,
      ended: endedAt !== null,
      gaveThemselves: asMoment(gaveAt.get(id) ?? null),
    };
  });
}

/** Gives a user these roles and this reach, and no others. */
export async function setRights(
  tx: Queries,
  userId: number,
  { roles, reach }: Pick<AddUserRequest, 'roles' | 'reach'>,
): Promise<void> {
  await tx.delete(userRole).where(eq(userRole.userId, userId));
  await tx.insert(userRole).values([...new Set(roles)].map((role) => ({ userId, role })));
  await tx.delete(userReach).where(eq(userReach.userId, userId));
  const rows: (typeof userReach.$inferInsert)[] = [
    ...(reach.all ? [{ userId, kind: 'all' as const }] : []),
    ...(reach.reports ? [{ userId, kind: 'reports' as const }] : []),
    ...(reach.self ? [{ userId, kind: 'self' as const }] : []),
    ...reach.groups.map((groupId) => ({ userId, kind: 'group' as const, groupId })),
    ...reach.sites.map((siteId) => ({ userId, kind: 'site' as const, siteId })),
    ...reach.departments.map((departmentId) => ({ userId, kind: 'department' as const, departmentId })),
  ];
  if (rows.length > 0) await tx.insert(userReach).values(rows);
}

const asMoment = (at: Instant | null) => (at === null ? null : instantToIso(at));

/** The audit event of a sole administrator who gave themselves what touches pay. */
export const GAVE_THEMSELVES = 'gave themselves what touches pay';

/** Locks who is an administrator until the transaction ends. */
export async function lockAdministrators(tx: Queries): Promise<void> {
  await tx.select().from(userRole).where(eq(userRole.role, 'administrator')).for('update');
}

/** The name of another administrator who signs in; null where there is none. */
export async function otherAdministrator(queries: Reads, userId: number): Promise<string | null> {
  const [row] = await queries
    .select({ name: user.name })
    .from(user)
    .innerJoin(userRole, eq(userRole.userId, user.id))
    .where(and(eq(userRole.role, 'administrator'), ne(user.id, userId), isNull(user.endedAt)))
    .orderBy(user.name)
    .limit(1);
  return row?.name ?? null;
}

/** Whether there is a person of this number. */
export async function personExists(queries: Reads, id: number): Promise<boolean> {
  return (await queries.select({ id: person.id }).from(person).where(eq(person.id, id))).length > 0;
}
