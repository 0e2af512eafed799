import * as v from 'valibot';
import type { Resolver } from '../model/names.ts';
import type { FieldExample } from './example.ts';

/** The fields of a kind's settings, as schemas. */
export type Fields = v.ObjectEntries;

/** What the schema of some fields lets through. */
export type SettingsOf<F extends Fields> = v.InferOutput<v.StrictObjectSchema<F, undefined>>;

/** Why something cannot be meant, and what would be right, at one field of its settings. */
export interface Objection {
  readonly field: string;
  readonly reason: string;
}

/** What kinds look at of the rules of other steps. */
export interface OtherRules {
  readonly breaks: { readonly mealsDue?: unknown };
  readonly workday: { readonly shiftBelongsTo: string };
}

/** Says at a path of the rulebook why something cannot be meant, and what would be right. */
export type Say = (path: string, reason: string) => void;

/** Numbers for the names that the rules at a path use. */
export type ResolverAt = (path: string) => Resolver;

/** Everything that a rulebook says of one step of the calculation. */
interface StepDefinition<F extends Fields, Compiled extends object> {
  /** The heading in the reference. */
  readonly section: string;
  /** The fields of a rulebook that belong to it. */
  readonly settings: F;
  /** What cannot be meant between fields that are each in order. */
  cannotBe?(rules: SettingsOf<F>, say: Say, others: OtherRules): void;
  /** The rules ready to compute with. */
  compile(rules: SettingsOf<F>, resolverAt: ResolverAt, others: OtherRules): Compiled;
  /** Each field in words, by an example and by what that gives. */
  readonly fields: readonly FieldExample[];
}

/** What a rulebook says of one step, ready to be put into `STEPS`. */
export interface StepSettings<F extends Fields = Fields, Compiled extends object = object>
  extends Pick<StepDefinition<F, Compiled>, 'section' | 'settings' | 'fields'> {
  contradictions(rules: OtherRules, say: Say): void;
  compile(rules: OtherRules, resolverAt: ResolverAt): Compiled;
}

/** Defines what a rulebook says of one step: one file says everything about it, and a line in `STEPS` makes it known. */
export function defineStep<const F extends Fields, Compiled extends object>(
  definition: StepDefinition<F, Compiled>,
): StepSettings<F, Compiled> {
  return {
    ...definition,
    contradictions: (rules, say) => definition.cannotBe?.(letThrough<F>(rules), say, rules),
    compile: (rules, resolverAt) => definition.compile(letThrough<F>(rules), resolverAt, rules),
  };
}

/** Rules of one list each have a name of their own. */
export function checkNames(rules: readonly { readonly name: string }[], path: string, say: Say): void {
  rules.forEach(({ name }, i) => {
    if (rules.findIndex((other) => other.name === name) < i)
      say(`${path}.${i}.name`, `There is another of these named ${name}: give each its own name.`);
  });
}

/**
 * One of a list of kinds as a schema: an object with the name of the kind under `key`, and the fields of that kind. What it lets through
 * is the union over the kinds.
 */
export function oneOfKinds<
  const Key extends string,
  const Kinds extends readonly { name: string; settings: Fields }[],
>(key: Key, kinds: Kinds) {
  const options = kinds.map(({ name, settings }) => v.strictObject({ [key]: v.literal(name), ...settings }));
  return typedBy<v.GenericSchema<unknown, AnyOf<Key, Kinds>>>(v.variant(key, madeOf(options)));
}

export type AnyOf<Key extends string, Kinds extends readonly { name: string; settings: Fields }[]> = {
  [I in keyof Kinds]: { readonly [K in Key]: Kinds[I]['name'] } & SettingsOf<Kinds[I]['settings']>;
}[number];

/** Settings of a kind, as its own schema let them through before it is asked anything of them. */
export const letThrough = <F extends Fields>(settings: object): SettingsOf<F> => settings as SettingsOf<F>;

/** What was made from a list of kinds, one part from each: no type can follow that, so its maker says what it is. */
export const typedBy = <T>(made: unknown): T => made as T;
// biome-ignore lint/suspicious/noExplicitAny: valibot's options of a variant are checked when it is made
const madeOf = (options: readonly unknown[]) => options as any;

/** What has all that the members of a union have. */
export type Together<T> = (T extends unknown ? (one: T) => void : never) extends (all: infer All) => void
  ? All
  : never;
