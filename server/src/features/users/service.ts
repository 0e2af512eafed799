import { randomBytes } from 'node:crypto';
import type { AddUserRequest, ChangeUserRequest, Role, UserReply, UserView } from '@heath/contract';
import { eq } from 'drizzle-orm';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import type { Queries } from '../../database/connect.ts';
import { isDuplicate, isOrphan } from '../../database/failures.ts';
import { session, user } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { hashPassword } from '../../rights/passwords.ts';
import type { Who } from '../../rights/who.ts';
import {
  GAVE_THEMSELVES,
  lockAdministrators,
  otherAdministrator,
  personExists,
  setRights,
  users,
} from './store.ts';

type Given = Pick<Context, 'database' | 'clock'>;

/** A password for the first sign-in: long enough that nobody guesses it. */
const givenPassword = (): string => randomBytes(12).toString('base64url');

/** All users. */
export async function listUsers({ database }: Given): Promise<UserView[]> {
  return users(database);
}

/** Adds a user with a password that opens nothing but the change of it; it is told this once. */
export async function addUser(
  context: Given,
  who: Who,
  write: Write | null,
  { username, name, personId, ...rights }: AddUserRequest,
): Promise<UserReply> {
  const password = givenPassword();
  const passwordHash = await hashPassword(password);
  const id = await refusingWhatIsNotThere(() =>
    once(context, who, write, async (tx, tell) => {
      await checkPerson(tx, personId);
      const [taken] = await tx.select({ id: user.id }).from(user).where(eq(user.username, username));
      if (taken !== undefined)
        throw new Problem(409, 'invalid', `Somebody signs in as ${username} already.`, { field: 'username' });
      const [made] = await tx
        .insert(user)
        .values({ username, name, passwordHash, passwordIsGiven: true, personId });
      await setRights(tx, made.insertId, rights);
      tell({
        what: 'added',
        about: 'user',
        aboutId: made.insertId,
        pays: 'nobody',
        after: { username, name, personId, ...rights },
      });
      return made.insertId;
    }),
  );
  return {
    user: await userOr404(context, id),
    password: (await isNew(context, id, passwordHash)) ? password : null,
  };
}

/** Changes what a user may do and see; ends their sessions with their account, or with their password. */
export async function changeUser(
  context: Given,
  who: Who,
  write: Write | null,
  id: number,
  { personId, ended, newPassword, ...rights }: ChangeUserRequest,
): Promise<UserReply> {
  const password = newPassword ? givenPassword() : null;
  const passwordHash = password === null ? null : await hashPassword(password);
  if (id === who.userId && (ended || !rights.roles.includes('administrator')))
    throw new Problem(
      409,
      'not-allowed',
      'Nobody ends their own account, or gives up keeping users themselves.',
    );
  await refusingWhatIsNotThere(() =>
    once(context, who, write, async (tx, tell) => {
      // Of two administrators who end each other at once, one waits here for the other.
      await lockAdministrators(tx);
      const before = (await users(tx)).find((one) => one.id === id);
      if (before === undefined) throw new Problem(404, 'not-found', 'There is no such user.');
      await checkPerson(tx, personId);
      const isForOneself = id === who.userId && touchesPay(before, { personId, ...rights });
      const other = isForOneself ? await otherAdministrator(tx, id) : null;
      if (other !== null)
        throw new Problem(
          403,
          'not-allowed',
          `Nobody gives themselves what touches pay, or changes whose card is their own. ${other} can do it for you.`,
        );
      await tx
        .update(user)
        .set({
          personId,
          endedAt: ended ? context.clock.now() : null,
          ...(passwordHash === null ? {} : { passwordHash, passwordIsGiven: true }),
        })
        .where(eq(user.id, id));
      await setRights(tx, id, rights);
      if (ended || passwordHash !== null) await tx.delete(session).where(eq(session.userId, id));
      tell({
        what: isForOneself ? GAVE_THEMSELVES : newPassword ? 'gave a password' : 'changed',
        about: 'user',
        aboutId: id,
        pays: 'nobody',
        before,
        after: { ...before, personId, ended, ...rights },
      });
      return id;
    }),
  );
  const isGiven = passwordHash !== null && (await isNew(context, id, passwordHash));
  return { user: await userOr404(context, id), password: isGiven ? password : null };
}

/** Roles that change what people are paid. */
const PAY_ROLES: readonly Role[] = ['specialist', 'supervisor'];

type Rights = Pick<UserView, 'roles' | 'reach' | 'personId'>;

/** True where the change lets the user write more that affects pay, or makes another card their own. */
function touchesPay(before: Rights, after: Rights): boolean {
  const isIn = ({ roles }: Rights) => PAY_ROLES.filter((role) => roles.includes(role));
  const parts = ({ reach }: Rights) => [
    ...(reach.all ? ['all'] : []),
    ...(reach.reports ? ['reports'] : []),
    ...reach.groups.map((id) => `group ${id}`),
    ...reach.sites.map((id) => `site ${id}`),
    ...reach.departments.map((id) => `department ${id}`),
  ];
  const gains = (now: readonly string[], then: readonly string[]) =>
    now.some((one) => !then.includes(one) && !then.includes('all'));
  return (
    before.personId !== after.personId ||
    isIn(after).some((role) => !before.roles.includes(role)) ||
    (isIn(after).length > 0 && gains(parts(after), parts(before)))
  );
}

/** A write that was answered before gave another password, which is not told twice. */
async function isNew({ database }: Given, id: number, passwordHash: string): Promise<boolean> {
  const [row] = await database.select({ hash: user.passwordHash }).from(user).where(eq(user.id, id));
  return row?.hash === passwordHash;
}

async function userOr404(context: Given, id: number): Promise<UserView> {
  const found = (await listUsers(context)).find((one) => one.id === id);
  if (found === undefined) throw new Problem(404, 'not-found', 'There is no such user.');
  return found;
}

async function checkPerson(tx: Queries, personId: number | null): Promise<void> {
  if (personId !== null && !(await personExists(tx, personId)))
    throw new Problem(422, 'invalid', 'There is no such person.', { field: 'personId' });
}

/** Groups, sites and departments that are not there are refused by the database, as is a card that is somebody else's own already. */
async function refusingWhatIsNotThere<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (isOrphan(error))
      throw new Problem(
        422,
        'invalid',
        'There is no such pay group, site or department.',
        { field: 'reach' },
        error,
      );
    if (isDuplicate(error))
      throw new Problem(
        409,
        'invalid',
        'That person signs in already, or something is within reach twice.',
        { field: 'personId' },
        error,
      );
    throw error;
  }
}
