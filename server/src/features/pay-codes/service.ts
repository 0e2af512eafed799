import type { PayCodesReply } from '@heath/contract';
import { type ClassId, classOf, guaranteeClass, premiumClass, type Rulebook } from '@heath/core';
import { once, type Write } from '../../database/answered.ts';
import type { Database } from '../../database/connect.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { codeIds } from '../../pay/class-codes.ts';
import type { Who } from '../../rights/who.ts';
import { addCode, allRules, assign, codes, findCode, findCodeNamed, leaveClasses } from './store.ts';

/** Every multiplier that an hour can have: where rules are added together, any of them may meet. */
function multipliers({ overtime, overtimeMeets }: Rulebook): number[] {
  const each = overtime.map(({ tiers }) => tiers.map(({ multiplier }) => multiplier));
  if (overtimeMeets?.mode !== 'added together') return each.flat();
  let sums = [1];
  for (const tiers of each)
    sums = [
      ...new Set([
        ...sums,
        ...sums.flatMap((sum) => tiers.map((tier) => Math.round((sum + tier - 1) * 1000) / 1000)),
      ]),
    ];
  return sums;
}

/** Every class, guarantee and premium that some rulebook edition can pay, and the leave that somebody has. */
function payableClasses(rulebooks: readonly Rulebook[], leave: readonly ClassId[]): Set<ClassId> {
  const classes = new Set<ClassId>(['ordinary']);
  for (const rulebook of rulebooks)
    for (const multiplier of multipliers(rulebook)) classes.add(classOf(multiplier));
  for (const { guarantees } of rulebooks)
    for (const { name } of guarantees ?? []) classes.add(guaranteeClass(name));
  for (const classId of leave) classes.add(classId);
  for (const rulebook of rulebooks)
    for (const premium of rulebook.premiums) classes.add(premiumClass(premium.name));
  return classes;
}

export async function payCodes(database: Database): Promise<PayCodesReply> {
  const rulebooks = (await allRules(database)).map((row) => row.rules as Rulebook);
  const assigned = await codeIds(database);
  const classes = new Set([...payableClasses(rulebooks, await leaveClasses(database)), ...assigned.keys()]);
  return {
    codes: (await codes(database)).map(({ id, code, name }) => ({ id, code, name })),
    classes: [...classes].map((classId) => ({ classId, codeId: assigned.get(classId) ?? null })),
  };
}

/** Says under which pay code a class is paid; null puts it into the catch-all. */
export async function assignCode(
  context: Context,
  who: Who,
  write: Write | null,
  classId: ClassId,
  codeId: number | null,
): Promise<void> {
  await once(context, who, write, async (tx, tell) => {
    const before = (await codeIds(tx)).get(classId) ?? null;
    if (codeId !== null && (await findCode(tx, codeId)) === undefined) {
      throw new Problem(422, 'invalid', 'There is no such pay code.', { field: 'codeId' });
    }
    await assign(tx, classId, codeId);
    tell({
      what: 'mapped',
      about: 'pay_code',
      aboutId: codeId ?? before ?? 0,
      before: { classId, codeId: before },
      after: { classId, codeId },
    });
    return null;
  });
}

/** Adds a pay code. Returns its id; refused where the code is there already. */
export function createCode(
  context: Context,
  who: Who,
  write: Write | null,
  code: string,
  name: string,
): Promise<number> {
  return once(context, who, write, async (tx, tell) => {
    const existing = await findCodeNamed(tx, code);
    if (existing !== undefined) {
      throw new Problem(409, 'invalid', `Code ${code} is there already: ${existing.name}.`, {
        field: 'code',
      });
    }
    const id = await addCode(tx, code, name);
    tell({ what: 'added', about: 'pay_code', aboutId: id, after: { code, name } });
    return id;
  });
}
