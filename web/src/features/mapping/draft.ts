import type { MappingReply } from '@heath/contract';
import {
  type ClassId,
  classLabel,
  type MappingRule,
  type MappingWhen,
  misfitOf,
  whenOfClass,
  whenSentence,
} from '@heath/core';

/** A rule while it is edited, with a name by which it stays the same one however it is moved. */
export interface DraftRule {
  readonly id: string;
  readonly rule: MappingRule;
}

let made = 0;
const nextId = (): string => `rule-${++made}`;

/** Rules as they are kept, to be edited. */
export const draftOf = (rules: readonly MappingRule[]): DraftRule[] =>
  rules.map((rule) => ({ id: nextId(), rule }));

/** A rule that nobody has said anything of: it catches nothing before it has a condition, since none would catch everything. */
export const newRule = (code: string): DraftRule => ({
  id: nextId(),
  rule: { name: '', firstDay: null, lastDay: null, when: { classes: ['ordinary'] }, code },
});

/** A rule for lines of one class that no rule catches, with the first code that pays such lines; null where there is none. */
export function ruleForClass(codes: MappingReply['codes'], classId: ClassId): DraftRule | null {
  const code = (codes.find((one) => misfitOf(one, classId) === null) ?? codes[0])?.code;
  if (code === undefined) return null;
  const when = whenOfClass(classId);
  return { id: nextId(), rule: { name: classLabel(classId), firstDay: null, lastDay: null, when, code } };
}

/** Whether two lists of rules say the same. */
export const isSame = (draft: readonly DraftRule[], kept: readonly MappingRule[]): boolean =>
  JSON.stringify(draft.map(({ rule }) => rule)) === JSON.stringify(kept);

/** What the company has that a condition can name, by its code or number; what is called otherwise, with its name. */
export function namedIn(
  names: MappingReply['names'],
  condition: string,
): readonly { readonly value: string | number; readonly name: string | null }[] {
  const lists: Readonly<Record<string, readonly Named[]>> = names;
  return (lists[condition] ?? []).map((one) =>
    typeof one === 'object' ? { value: one.code, name: one.name } : { value: one, name: null },
  );
}
type Named = string | number | { readonly code: string; readonly name: string };

/** What codes in conditions are called. */
export const nameOfIn =
  (names: MappingReply['names']) =>
  (condition: string, value: string | number): string | null =>
    namedIn(names, condition).find((one) => one.value === value)?.name ?? null;

/** What a rule catches, in words. */
export const sentenceOf = ({ when }: MappingRule, names: MappingReply['names']): string =>
  whenSentence(when, nameOfIn(names));

/** A rule with other values of one condition; none takes the condition away. */
export function withCondition(
  rule: MappingRule,
  condition: string,
  values: readonly (string | number)[],
): MappingRule {
  const { [condition as keyof MappingWhen]: _, ...rest } = rule.when;
  return { ...rule, when: (values.length === 0 ? rest : { ...rest, [condition]: values }) as MappingWhen };
}
