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
  readonly entries?: Readonly<Record<string, AnySchema>>;
  readonly key?: string;
  readonly options?: readonly AnySchema[];
  readonly pipe?: readonly { readonly kind: string; readonly type: string; readonly metadata?: unknown }[];
};

const isDay = ({ pipe }: AnySchema): boolean => pipe?.some(({ metadata }) => metadata === DAY) ?? false;

/** Makes something of each day in a value, and leaves the rest as it is. */
type Convert = (value: unknown, made: (day: unknown) => unknown) => unknown;

/** For each schema what converts its values, worked out once; null where nothing of them is a day. */
const converters = new WeakMap<object, Convert | null>();

function converterOf(schema: AnySchema): Convert | null {
  let convert = converters.get(schema);
  if (convert === undefined) {
    convert = newConverter(schema);
    converters.set(schema, convert);
  }
  return convert;
}

function newConverter(schema: AnySchema): Convert | null {
  const { wrapped, item, entries, key, options } = schema;
  const convert = isDay(schema)
    ? (((value, made) => made(value)) satisfies Convert)
    : wrapped !== undefined
      ? converterOf(wrapped)
      : item !== undefined
        ? ofItems(item)
        : entries !== undefined
          ? ofEntries(entries)
          : key !== undefined && options !== undefined
            ? ofForms(key, options)
            : null;
  return convert && ((value, made) => (value === null || value === undefined ? value : convert(value, made)));
}

function ofItems(item: AnySchema): Convert | null {
  const convert = converterOf(item);
  return (
    convert && ((value, made) => (Array.isArray(value) ? value.map((one) => convert(one, made)) : value))
  );
}

function ofEntries(entries: Readonly<Record<string, AnySchema>>): Convert | null {
  const held = Object.entries(entries).flatMap(([name, entry]) => {
    const convert = converterOf(entry);
    return convert === null ? [] : [{ name, convert }];
  });
  if (held.length === 0) return null;
  return (value, made) => {
    if (typeof value !== 'object') return value;
    const result: Record<string, unknown> = { ...value };
    for (const { name, convert } of held) if (name in result) result[name] = convert(result[name], made);
    return result;
  };
}

/** Of several forms a value may have, the one that it has, by what tells them apart. */
function ofForms(key: string, options: readonly AnySchema[]): Convert | null {
  const forms = options.filter((option) => typeof option === 'object');
  if (forms.every((form) => converterOf(form) === null)) return null;
  const told = new Map<unknown, Convert | null>();
  return (value, made) => {
    if (typeof value !== 'object' || value === null) return value;
    const name: unknown = Reflect.get(value, key);
    let convert = told.get(name);
    if (convert === undefined) {
      const form = forms.find(({ entries = {} }) => {
        const literal = entries[key];
        return literal !== undefined && v.is(literal, name);
      });
      // A name that no form has is not kept: whoever sends many must not fill the memory.
      if (form === undefined) return value;
      convert = converterOf(form);
      told.set(name, convert);
    }
    return convert === null ? value : convert(value, made);
  };
}

const withDays = (schema: AnySchema, value: unknown, made: (day: unknown) => unknown): unknown =>
  converterOf(schema)?.(value, made) ?? value;

/** A value with its days written as they travel; what its schema does not know stays as it is. */
export const written = <S extends v.GenericSchema>(schema: S, value: v.InferOutput<S>): v.InferInput<S> =>
  withDays(schema, value, (one) =>
    typeof one === 'number' ? workdayToIso(one as Workday) : one,
  ) as v.InferInput<S>;

/** A reply as it came, with its days read. It is not held against its schema: the server did that. */
export const read = <S extends v.GenericSchema>(schema: S, body: unknown): v.InferOutput<S> =>
  withDays(schema, body, (one) => (typeof one === 'string' ? workdayFromIso(one) : one)) as v.InferOutput<S>;
