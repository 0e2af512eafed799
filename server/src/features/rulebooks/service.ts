import type { AddEditionRequest, RulebooksReply } from '@heath/contract';
import { checkProofDays, compileRulebook, namesFrom, workdayToIso } from '@heath/core';
import { Problem } from '../../base/problem.ts';
import { once, type Write } from '../../database/answered.ts';
import { EVERYBODY } from '../../database/audit-events.ts';
import type { Context } from '../../http/context.ts';
import { lockedUntil, refuseLocked } from '../../pay/locked-days.ts';
import { askForRecomputeQuery, periodsFrom, touchByRulebookQuery } from '../../recompute/stale-cards.ts';
import { carriedNames } from '../../records/rulebooks.ts';
import type { Who } from '../../rights/who.ts';
import {
  allRulebooks,
  editionsOfRulebooks,
  findEdition,
  groupsOfRulebooks,
  insertEdition,
  lockRulebook,
} from './store.ts';

/** Every rulebook, with who goes by it and from when each of its editions holds. */
export async function rulebooks({ database }: Pick<Context, 'database'>): Promise<RulebooksReply> {
  const [all, groups, editions] = [
    await allRulebooks(database),
    await groupsOfRulebooks(database),
    await editionsOfRulebooks(database),
  ];
  const own = <T extends { readonly rulebookId: number }>(rows: readonly T[], id: number) =>
    rows.filter(({ rulebookId }) => rulebookId === id);
  return {
    rulebooks: all.map(({ id, name }) => ({
      id,
      name,
      groups: own(groups, id).map((group) => group.name),
      editions: own(editions, id).map(({ edition, firstDay }) => ({ edition, firstDay })),
    })),
  };
}

/** The rules of an edition as they were written, with the name of their rulebook. */
export async function rulesOf({ database }: Pick<Context, 'database'>, rulebookId: number, edition: number) {
  const found = await findEdition(database, rulebookId, edition);
  if (found === undefined) throw new Problem(404, 'not-found', 'There is no such edition.');
  return found;
}

/** Throws what is wrong with rules, with the field; none of their proof days may give something else than it says. */
function refuseUnsound(rules: unknown, edition: number, names: Parameters<typeof namesFrom>[0]): void {
  const wrong = (path: string, reason: string) =>
    new Problem(422, 'invalid', reason, { field: path === '' ? 'rules' : `rules.${path}` });
  const compiled = compileRulebook(rules, edition, namesFrom(names));
  if (!compiled.ok) {
    const { path = '', reason = '' } = compiled.faults[0] ?? {};
    const more = compiled.faults.length - 1;
    throw wrong(path, more > 0 ? `${reason} And ${more} more.` : reason);
  }
  const proofs = checkProofDays(rules);
  const failed = proofs.ok ? proofs.results.findIndex(({ ok }) => !ok) : -1;
  const result = proofs.ok ? proofs.results[failed] : undefined;
  if (result === undefined) return;
  const of = (hours: Readonly<Record<string, string>>) =>
    Object.entries(hours)
      .map(([name, text]) => `${name} ${text}`)
      .join(', ') || 'nothing';
  throw wrong(
    `proofDays.${failed}`,
    result.fault ??
      `The proof day “${result.name}” must give ${of(result.expected)}, and these rules give ${of(result.gave)}.`,
  );
}

/**
 * Adds an edition to a rulebook that holds from a day on, also one that is past: cards that hang on days from then on are computed anew, and
 * those that were handed off are held against what was sent. Throws where its rules or proof days are wrong, or its first day is locked.
 */
export function addEdition(
  context: Pick<Context, 'database' | 'clock'>,
  who: Who,
  write: Write | null,
  rulebookId: number,
  { firstDay, rules }: AddEditionRequest,
): Promise<null> {
  return once(context, who, write, async (tx, tell) => {
    const found = await lockRulebook(tx, rulebookId);
    if (found === undefined) throw new Problem(404, 'not-found', 'There is no such rulebook.');
    refuseLocked(
      await lockedUntil(tx),
      firstDay,
      (says) => new Problem(409, 'sealed', says, { field: 'firstDay' }),
    );
    const before = (await editionsOfRulebooks(tx)).filter((one) => one.rulebookId === rulebookId);
    const edition = Math.max(0, ...before.map((one) => one.edition)) + 1;
    refuseUnsound(rules, edition, await carriedNames(tx));
    const id = await insertEdition(tx, { rulebookId, edition, firstDay, rules });
    const periods = (await periodsFrom(tx, firstDay)).map((period) => period.id);
    if (periods.length > 0) await tx.execute(touchByRulebookQuery(periods, rulebookId));
    for (const period of periods) await tx.execute(askForRecomputeQuery(period));
    tell({
      what: 'edition added',
      about: 'rulebook_edition',
      aboutId: id,
      pays: EVERYBODY,
      after: { rulebook: found.name, edition, firstDay: workdayToIso(firstDay), periods: periods.length },
    });
    return null;
  });
}
