import { read } from '@heath/contract';
import type { GenericSchema, InferOutput } from 'valibot';

/** Reads what comes by its schema. */
export const reads =
  <S extends GenericSchema>(schema: S) =>
  (body: unknown): InferOutput<S> =>
    read(schema, body);
