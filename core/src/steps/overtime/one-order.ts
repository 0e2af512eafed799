import type { OvertimeRule, RuleOverEditions } from './types.ts';

/**
 * The rules of editions, one after another, in one order: the same code is one rule, wherever it stands. The order is that of the last
 * edition; a rule that it has no more comes after the one that it came after before.
 *
 * @param editions the rules of each, in order of time
 */
export function inOneOrder(editions: readonly (readonly OvertimeRule[])[]): RuleOverEditions[] {
  let order: string[] = [];
  for (const rules of editions) {
    const codes = rules.map(({ code }) => code);
    const next = [...codes];
    let before = -1;
    for (const code of order) {
      const at = next.indexOf(code);
      if (at < 0) next.splice(++before, 0, code);
      else before = at;
    }
    order = next;
  }
  return order.map((code) => ({
    code,
    versions: editions.flatMap((rules, edition) => {
      const rule = rules.find((one) => one.code === code);
      return rule === undefined ? [] : [{ edition, rule }];
    }),
  }));
}
