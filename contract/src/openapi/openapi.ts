import { LayoutSchema, MappingRuleSchema, SchemeSchema } from '@heath/core';
import { toJsonSchema, toJsonSchemaDefs } from '@valibot/to-json-schema';
import type * as v from 'valibot';
import * as contract from '../index.ts';
import { DOMAINS } from '../operations.ts';
import { isKeyed, type Operation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { ProblemBody } from '../shared/problem.ts';
import { EVENT_STREAM } from '../shared/progress.ts';
import { WRITE_KEY_HEADER } from '../shared/writes.ts';

type Json = Readonly<Record<string, unknown>>;

const isSchema = (one: unknown): one is v.GenericSchema =>
  typeof one === 'object' && one !== null && (one as { kind?: unknown }).kind === 'schema';

/** Every schema of the contract that has a name stands once, by that name. */
const NAMED = {
  ...Object.fromEntries(
    Object.entries(contract).filter(([name, one]) => /^[A-Z][a-z]/.test(name) && isSchema(one)),
  ),
  Day: contract.day,
  Layout: LayoutSchema,
  MappingRule: MappingRuleSchema,
  Scheme: SchemeSchema,
};

const CONFIG = {
  typeMode: 'input',
  errorMode: 'ignore',
  overrideRef: ({ referenceId }: { readonly referenceId: string }) => `#/components/schemas/${referenceId}`,
} as const;

/** A schema as what travels: before anything of it is read. */
const schemaOf = (schema: v.GenericSchema): Json => {
  const {
    $schema: _,
    $defs: __,
    ...rest
  } = toJsonSchema(schema as never, { ...CONFIG, definitions: NAMED as never });
  return rest;
};

const inJson = (schema: v.GenericSchema, example?: unknown, type = 'application/json'): Json => ({
  content: { [type]: { schema: schemaOf(schema), ...(example === undefined ? {} : { example }) } },
});

const ID = { type: 'integer', minimum: 0, maximum: 999_999_999 };

/** The schema within an optional one, and whether it was optional. */
function unwrapped(schema: v.GenericSchema): { readonly inner: v.GenericSchema; readonly optional: boolean } {
  if (schema.type !== 'optional') return { inner: schema, optional: false };
  return { inner: (schema as unknown as { readonly wrapped: v.GenericSchema }).wrapped, optional: true };
}

function parameter(
  name: string,
  place: 'path' | 'query',
  schema: v.GenericSchema,
  example: string | undefined,
): Json {
  const { inner, optional } = unwrapped(schema);
  return {
    name,
    in: place,
    required: !optional,
    schema: inner === IdParam ? ID : schemaOf(inner),
    ...(example === undefined ? {} : { example: inner === IdParam ? Number(example) : example }),
  };
}

const KEY = {
  name: WRITE_KEY_HEADER,
  in: 'header',
  required: true,
  description: 'New for every write, the same where one is asked again because no answer came.',
  schema: { type: 'string', pattern: '^[A-Za-z0-9-]{8,64}$' },
};

const parametersOf = (one: Operation): Json[] => [
  ...Object.entries(one.params ?? {}).map(([name, schema]) =>
    parameter(name, 'path', schema as never, one.example?.params?.[name] ?? '1'),
  ),
  ...Object.entries(one.query ?? {}).map(([name, schema]) =>
    parameter(name, 'query', schema as never, one.example?.query?.[name]),
  ),
  ...(isKeyed(one) ? [KEY] : []),
];

const bytes = (example?: unknown): Json => ({
  content: {
    'application/octet-stream': {
      schema: { type: 'string', format: 'binary' },
      ...(example === undefined ? {} : { example }),
    },
  },
});

function replyOf({ gives, events }: Operation): Json {
  if (gives === 'csv') return { content: { 'text/csv': { schema: { type: 'string' } } } };
  if (gives === 'file') return bytes();
  return gives === null ? {} : inJson(gives, undefined, events === true ? EVENT_STREAM : undefined);
}

/** The right that an operation asks for, in words. */
const needs = ({ asks, concerns }: Operation): string => {
  const right =
    asks === 'anybody'
      ? 'Open to anybody.'
      : asks === 'signed in'
        ? 'For whoever is signed in.'
        : `Needs the right to ${asks}`;
  if (asks === 'anybody' || asks === 'signed in') return right;
  return concerns === 'everybody' ? `${right}, and a reach over everybody.` : `${right}.`;
};

function operation(name: string, tag: string, one: Operation): Json {
  const parameters = parametersOf(one);
  const { takes, gives, status } = one;
  const body = takes === 'file' ? bytes(one.example?.body) : takes && inJson(takes, one.example?.body);
  return {
    operationId: name,
    tags: [tag],
    summary: one.says,
    description: needs(one),
    ...(parameters.length === 0 ? {} : { parameters }),
    ...(body === undefined ? {} : { requestBody: { required: true, ...body } }),
    responses: {
      [status]: { description: gives === null ? 'Done.' : 'As asked for.', ...replyOf(one) },
      default: { $ref: '#/components/responses/Problem' },
    },
  };
}

/** The whole contract as an OpenAPI 3.1 description, made from the definitions. */
export function openApi(): Json {
  const paths: Record<string, Record<string, Json>> = {};
  for (const [tag, operations] of Object.entries(DOMAINS))
    for (const [name, one] of Object.entries<Operation>(operations)) {
      const at = `/api${one.path.replaceAll(/:(\w+)/g, '{$1}')}`;
      paths[at] = { ...paths[at], [one.method.toLowerCase()]: operation(name, tag, one) };
    }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Heath',
      version: '1',
      description:
        'Days are ISO 8601 dates, instants are whole seconds since 1970-01-01T00:00:00Z where they are numbers and ISO 8601 where they are texts, hours are whole 1/90,000 h.',
    },
    tags: Object.keys(DOMAINS).map((name) => ({ name })),
    paths,
    components: {
      schemas: toJsonSchemaDefs(NAMED as never, CONFIG),
      responses: {
        Problem: {
          description: 'What is wrong, where, and what would be right (RFC 9457).',
          ...inJson(ProblemBody, undefined, 'application/problem+json'),
        },
      },
    },
  };
}
