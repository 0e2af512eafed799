import { type Workday, workdayFromIso, workdayToIso } from '@heath/core';
import * as v from 'valibot';

/** Marks the schema of a day. */
const DAY = { isDay: true } as const;

/** A day as it travels: an ISO 8601 date. Read, it is a workday. */
export const day = v.pipe(
  v.string('Give a day like 2026-10-25.'),
  v.isoDate('Give a day like 2026-10-25.'),
  v.check((iso) => {
    try {
      workdayFromIso(iso);
      return true;
    } catch {
      return false;
    }
  }, 'Give a day that there is, like 2026-10-25.'),
  v.transform((iso): Workday => workdayFromIso(iso)),
  v.metadata(DAY),
);

type AnySchema = v.GenericSchema & {
  readonly wrapped?: AnySchema;
  readonly item?: AnySchema;
  readonly value?: AnySchema;
  readonly entries?: Readonly<Record<string, AnySchema>>;
  readonly key?: string;
  readonly options?: readonly AnySchema[];
  readonly pipe?: readonly { readonly kind: string; readonly type: string; readonly metadata?: unknown }[];
};

const isDay = ({ pipe }: AnySchema): boolean => pipe?.some(({ metadata }) => metadata === DAY) ?? false;

/** Whether anything in a schema is a day; worked out once for each. */
const known = new WeakMap<object, boolean>();
function holdsDays(schema: AnySchema): boolean {
  let holds = known.get(schema);
  if (holds === undefined) {
    const inner = [
      ...(schema.wrapped === undefined ? [] : [schema.wrapped]),
      ...(schema.item === undefined ? [] : [schema.item]),
      ...(schema.value === undefined ? [] : [schema.value]),
      ...Object.values(schema.entries ?? {}),
      ...(schema.options ?? []).filter((option) => typeof option === 'object'),
    ];
    holds = isDay(schema) || inner.some(holdsDays);
    known.set(schema, holds);
  }
  return holds;
}

/** Of several forms a value may have, the one that it has, by what tells them apart. */
function formOf({ key, options = [] }: AnySchema, value: object): AnySchema | undefined {
  if (key === undefined) return undefined;
  const told: unknown = Reflect.get(value, key);
  return options.find((option) => {
    const literal = option.entries?.[key];
    return literal !== undefined && v.is(literal, told);
  });
}

/** A value with its days written as they travel; what its schema does not know stays as it is. */
export const written = <S extends v.GenericSchema>(schema: S, value: v.InferOutput<S>): v.InferInput<S> =>
  withDays(schema, value, (one) =>
    typeof one === 'number' ? workdayToIso(one as Workday) : one,
  ) as v.InferInput<S>;

/** A reply as it came, with its days read. It is not held against its schema: the server did that. */
export const read = <S extends v.GenericSchema>(schema: S, body: unknown): v.InferOutput<S> =>
  withDays(schema, body, (one) => (typeof one === 'string' ? workdayFromIso(one) : one)) as v.InferOutput<S>;

function withDays(schema: AnySchema, value: unknown, made: (day: unknown) => unknown): unknown {
  if (value === null || value === undefined || !holdsDays(schema)) return value;
  if (isDay(schema)) return made(value);
  if (schema.wrapped !== undefined) return withDays(schema.wrapped, value, made);
  const { item, entries } = schema;
  if (Array.isArray(value)) return item === undefined ? value : value.map((one) => withDays(item, one, made));
  if (typeof value !== 'object') return value;
  if (entries === undefined) {
    const form = formOf(schema, value);
    return form === undefined ? value : withDays(form, value, made);
  }
  const result: Record<string, unknown> = { ...value };
  for (const [name, entry] of Object.entries(entries))
    if (name in result) result[name] = withDays(entry, result[name], made);
  return result;
}
