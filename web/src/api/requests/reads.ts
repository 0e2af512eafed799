import { read } from '@heath/contract';
import type { GenericSchema, InferOutput } from 'valibot';

/** Reads what comes by its schema. Nobody changes it: what is frozen at its top the store takes as it is, and does not look through. */
export const reads =
  <S extends GenericSchema>(schema: S) =>
  (body: unknown): InferOutput<S> => {
    const value = read(schema, body);
    return typeof value === 'object' ? Object.freeze(value) : value;
  };
