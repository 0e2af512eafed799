import type { Reach, Role } from '@heath/contract';
import { type Column, eq, inArray, or, type SQL, sql } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { build, select, selects, sendAlone } from '../database/round-trip.ts';
import { card, user, userReach, userRole } from '../database/schema/index.ts';

/** Who asks. An argument of every service, never looked up inside. */
export interface Who {
  /** Null: Heath by itself. */
  readonly userId: number | null;
  readonly name: string;
  readonly roles: readonly Role[];
  readonly reach: Reach;
  /** Whose card is their own. */
  readonly personId: number | null;
  /** Somebody else chose the password: it opens nothing but the change of it. */
  readonly passwordIsGiven: boolean;
}

const NOTHING: Reach = { all: false, groups: [], sites: [], departments: [], reports: false, self: false };

/** Heath, where it does something by itself. */
export const HEATH: Who = {
  userId: null,
  name: 'Heath',
  roles: [],
  reach: { ...NOTHING, all: true },
  personId: null,
  passwordIsGiven: false,
};

/** What tells who a user is; `isMeant` says of a column of users' ids whose. */
export const whoSelects = (isMeant: (userId: Column) => SQL) =>
  selects({
    users: select(
      build
        .select({
          id: user.id,
          name: user.name,
          personId: user.personId,
          passwordIsGiven: user.passwordIsGiven,
          endedAt: user.endedAt,
        })
        .from(user)
        .where(isMeant(user.id)),
    ),
    roles: select(build.select({ role: userRole.role }).from(userRole).where(isMeant(userRole.userId))),
    reach: select(
      build
        .select({
          kind: userReach.kind,
          groupId: userReach.groupId,
          siteId: userReach.siteId,
          departmentId: userReach.departmentId,
        })
        .from(userReach)
        .where(isMeant(userReach.userId)),
    ),
  });
const known = whoSelects((userId) => eq(userId, sql.placeholder('userId')));

/** Whose cards somebody may see, from the rows that say so. */
export function reachOf(
  rows: readonly Pick<typeof userReach.$inferSelect, 'kind' | 'groupId' | 'siteId' | 'departmentId'>[],
): Reach {
  const numbers = (all: readonly (number | null)[]) => all.filter((one) => one !== null);
  return {
    all: rows.some(({ kind }) => kind === 'all'),
    groups: numbers(rows.map(({ groupId }) => groupId)),
    sites: numbers(rows.map(({ siteId }) => siteId)),
    departments: numbers(rows.map(({ departmentId }) => departmentId)),
    reports: rows.some(({ kind }) => kind === 'reports'),
    self: rows.some(({ kind }) => kind === 'self'),
  };
}

/** The user who does something that only somebody can do. Throws where Heath does it by itself. */
export function somebody({ userId }: Pick<Who, 'userId'>): number {
  if (userId === null) throw new Error('Only somebody who is signed in can do this, not Heath by itself.');
  return userId;
}

/** Who one user is, from the rows of `whoSelects`; undefined where nobody signs in as them any more. */
export function toWho({ users, roles, reach }: ReturnType<typeof known.rows>): Who | undefined {
  const [found] = users;
  if (found === undefined || found.endedAt !== null) return undefined;
  return {
    userId: found.id,
    name: found.name,
    roles: roles.map(({ role }) => role),
    reach: reachOf(reach),
    personId: found.personId,
    passwordIsGiven: found.passwordIsGiven,
  };
}

/** Who a user is now; undefined where nobody signs in as them any more. */
export const findWho = async (database: Database, userId: number): Promise<Who | undefined> =>
  toWho(known.rows(await sendAlone(database, ...known.with({ userId }))));

/** The cards that somebody may see, as a condition on `card`. */
export function withinReach({ reach, personId }: Who): SQL {
  if (reach.all) return sql`TRUE`;
  const own = personId ?? -1;
  return (
    or(
      reach.groups.length > 0 ? inArray(card.groupId, [...reach.groups]) : undefined,
      reach.sites.length > 0 ? inArray(card.siteId, [...reach.sites]) : undefined,
      reach.departments.length > 0 ? inArray(card.departmentId, [...reach.departments]) : undefined,
      reach.reports ? eq(card.supervisorId, own) : undefined,
      reach.self ? eq(card.personId, own) : undefined,
    ) ?? sql`FALSE`
  );
}

/** What tells whether a card is within somebody's reach. */
interface Placed {
  readonly personId: number;
  readonly groupId: number;
  readonly siteId: number;
  readonly departmentId: number;
  readonly supervisorId: number | null;
}

/** True where somebody may see this card: the same as `withinReach`, of a card that was read. */
export const reaches = ({ reach, personId: own }: Who, placed: Placed): boolean =>
  reach.all ||
  reach.groups.includes(placed.groupId) ||
  reach.sites.includes(placed.siteId) ||
  reach.departments.includes(placed.departmentId) ||
  (own !== null && reach.reports && placed.supervisorId === own) ||
  (own !== null && reach.self && placed.personId === own);

/** True where a card is somebody's own: they neither settle nor approve it, whatever their role. */
export const isOwn = ({ personId }: Who, of: Pick<Placed, 'personId'>): boolean => personId === of.personId;
