import type { PaySystemReply } from '@heath/contract';
import { once, type Write } from '../../../database/answered.ts';
import type { Context } from '../../../http/context.ts';
import { somebody, type Who } from '../../../rights/who.ts';
import { endUnmatched, listUnmatched } from './unmatched.ts';

/** Handoffs of the pay system that do not agree with what Heath delivered. They hold up every delivery. */
export const paySystemOf = async ({ database }: Pick<Context, 'database'>): Promise<PaySystemReply> => ({
  unmatched: (await listUnmatched(database)).map(({ key, name, receivedAt, lines, hours, isUnknown }) => ({
    key,
    name,
    receivedAt,
    lines,
    hours,
    isUnknown,
  })),
});

/** Keeps why some of them hold up nothing any more. Those that somebody else explained meanwhile are left as they are. */
export function explainUnmatched(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  keys: readonly string[],
  reason: string,
): Promise<null> {
  const endedBy = somebody(who);
  return once(context, who, write, async (tx, tell) => {
    await endUnmatched(tx, keys, { reason, endedBy, endedAt: context.clock.now() });
    tell({
      what: 'explained',
      about: 'unmatched_handoff',
      aboutId: 0,
      pays: 'nobody',
      after: { keys, reason },
    });
    return null;
  });
}
