import { toJsonSchema, toJsonSchemaDefs } from '@valibot/to-json-schema';
import type * as v from 'valibot';
import { CardReply, CardRow } from './cards.ts';
import { CorrectRequest, SettleReply } from './corrections.ts';
import { HandoffReply } from './handoff.ts';
import { ImportReply } from './imports.ts';
import { OPERATIONS, type Operation } from './operations.ts';
import { PayCodesReply } from './pay-codes.ts';
import { ProblemBody } from './problem.ts';
import { UserView } from './users.ts';
import { WRITE_KEY_HEADER } from './writes.ts';

type Json = Readonly<Record<string, unknown>>;

/** What several operations take or give stands once, by its name. */
const NAMED = {
  CardReply,
  CardRow,
  CorrectRequest,
  HandoffReply,
  ImportReply,
  PayCodesReply,
  SettleReply,
  UserView,
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
  } = toJsonSchema(schema as never, {
    ...CONFIG,
    definitions: NAMED as never,
  });
  return rest;
};

const inJson = (schema: v.GenericSchema, type = 'application/json'): Json => ({
  content: { [type]: { schema: schemaOf(schema) } },
});

const IDS_THAT_ARE_TEXT = new Set(['session']);

function parametersOf(path: string, method: string, { query = {} }: Operation): Json[] {
  const inPath = [...path.matchAll(/:(\w+)/g)].map(([, name = '']) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: IDS_THAT_ARE_TEXT.has(name) ? 'string' : 'integer' },
  }));
  const inQuery = Object.entries(query).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }));
  const isKept = method !== 'get' && !['/session', '/password', '/sessions/:session'].includes(path);
  const key = {
    name: WRITE_KEY_HEADER,
    in: 'header',
    required: true,
    description: 'New for every write, the same where one is asked again because no answer came.',
    schema: { type: 'string', pattern: '^[A-Za-z0-9-]{8,64}$' },
  };
  return [...inPath, ...inQuery, ...(isKept ? [key] : [])];
}

function operation(path: string, method: string, one: Operation): Json {
  const parameters = parametersOf(path, method, one);
  const { takes, gives, events, status } = one;
  const body =
    takes === 'file'
      ? { content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } } }
      : takes && inJson(takes);
  const reply =
    gives === 'csv'
      ? { content: { 'text/csv': { schema: { type: 'string' } } } }
      : gives === 'file'
        ? { content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } } }
        : gives === null
          ? {}
          : inJson(gives, events === true ? 'text/event-stream' : undefined);
  return {
    summary: one.says,
    ...(parameters.length === 0 ? {} : { parameters }),
    ...(body === undefined ? {} : { requestBody: { required: true, ...body } }),
    responses: {
      [status]: { description: gives === null ? 'Done.' : 'As asked for.', ...reply },
      default: { $ref: '#/components/responses/Problem' },
    },
  };
}

/** The whole contract as an OpenAPI 3.1 description, made from the schemas. */
export function openApi(): Json {
  const paths: Record<string, Record<string, Json>> = {};
  for (const [name, one] of Object.entries<Operation>(OPERATIONS)) {
    const [method = '', path = ''] = name.split(' ');
    const at = `/api${path.replaceAll(/:(\w+)/g, '{$1}')}`;
    paths[at] = { ...paths[at], [method.toLowerCase()]: operation(path, method.toLowerCase(), one) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Heath',
      version: '1',
      description:
        'Days are ISO 8601 dates, instants are whole seconds since 1970-01-01T00:00:00Z where they are numbers and ISO 8601 where they are texts, hours are whole 1/90,000 h.',
    },
    paths,
    components: {
      schemas: toJsonSchemaDefs(NAMED as never, CONFIG),
      responses: {
        Problem: {
          description: 'What is wrong, where, and what would be right (RFC 9457).',
          ...inJson(ProblemBody, 'application/problem+json'),
        },
      },
    },
  };
}
