import type { ChangePasswordRequest } from '@heath/contract';
import { and, eq } from 'drizzle-orm';
import { Problem } from '../../base/problem.ts';
import { writing } from '../../database/audit-events.ts';
import type { Database } from '../../database/connect.ts';
import { setting, user } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { checkPassword, hashPassword } from '../../rights/passwords.ts';
import type { Who } from '../../rights/who.ts';
import { countAttempt, forgetAttempts } from './attempts.ts';
import { checkWanted } from './wanted-password.ts';

/**
 * Changes the password of whoever asks. Whoever guesses the present one waits as at sign-in; one that is soon guessed is refused. Returns
 * the user whose it is.
 */
export async function changePassword(
  context: Pick<Context, 'database' | 'clock'>,
  { userId }: Who,
  { current, wanted }: ChangePasswordRequest,
  address: string,
): Promise<{ id: number }> {
  const { database, clock } = context;
  const [found] = userId === null ? [] : await database.select().from(user).where(eq(user.id, userId));
  if (found === undefined) throw new Problem(401, 'signed-out', 'Sign in first.');
  const caller = { account: found.username, address };
  await countAttempt(database, caller);
  if ((await checkPassword(database, found.username, current)) === null)
    throw new Problem(422, 'invalid', 'That is not your present password.', { field: 'current' });
  await forgetAttempts(database, caller, found.id);
  checkWanted(wanted, found);
  if (wanted === current)
    throw new Problem(422, 'invalid', 'The new password is the present one.', { field: 'wanted' });
  const passwordHash = await hashPassword(wanted);
  await writing(
    database,
    { userId: found.id, personId: found.personId, at: clock.now() },
    async (tx, tell) => {
      await tx.update(user).set({ passwordHash, passwordIsGiven: false }).where(eq(user.id, found.id));
      tell({ what: 'changed password', about: 'user', aboutId: found.id, pays: 'nobody' });
    },
  );
  return { id: found.id };
}

/** True where the demo company is what this database holds. */
export async function isDemo(database: Database): Promise<boolean> {
  const rows = await database
    .select({ name: setting.name })
    .from(setting)
    .where(and(eq(setting.name, 'demo'), eq(setting.value, 'loaded')));
  return rows.length > 0;
}
