import * as v from 'valibot';

/** The fields of a kind's settings, as schemas. */
export type Fields = v.ObjectEntries;

/** What the schema of some fields lets through. */
export type SettingsOf<F extends Fields> = v.InferOutput<v.StrictObjectSchema<F, undefined>>;

/** Why something cannot be meant, and what would be right, at one field of its settings. */
export interface Objection {
  readonly field: string;
  readonly reason: string;
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

type AnyOf<Key extends string, Kinds extends readonly { name: string; settings: Fields }[]> = {
  [I in keyof Kinds]: { readonly [K in Key]: Kinds[I]['name'] } & SettingsOf<Kinds[I]['settings']>;
}[number];

/** What was made from a list of kinds, one part from each: no type can follow that, so its maker says what it is. */
export const typedBy = <T>(made: unknown): T => made as T;
// biome-ignore lint/suspicious/noExplicitAny: valibot's options of a variant are checked when it is made
const madeOf = (options: readonly unknown[]) => options as any;
