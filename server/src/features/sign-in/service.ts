import { hash, verify } from '@node-rs/argon2';
import { eq } from 'drizzle-orm';
import type { Database } from '../../database/connect.ts';
import { user } from '../../database/schema.ts';

/** OWASP's minimum for argon2id, recalled from memory: 19 MiB, two passes, one lane. argon2id is the package's default. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** A hash of nothing anybody can type, so that an unknown name takes as long as a wrong password. */
let nobodysHash: Promise<string> | null = null;

export const hashPassword = (password: string): Promise<string> => hash(password, COST);

/** The user who signs in with these; null where name or password is wrong, without saying which. */
export async function checkPassword(
  database: Database,
  username: string,
  password: string,
): Promise<{ id: number; name: string } | null> {
  const [found] = await database.select().from(user).where(eq(user.username, username.toLowerCase()));
  nobodysHash ??= hashPassword(crypto.randomUUID());
  const right = await verify(found?.passwordHash ?? (await nobodysHash), password);
  return found !== undefined && right ? { id: found.id, name: found.name } : null;
}
