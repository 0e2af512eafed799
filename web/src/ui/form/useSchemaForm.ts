import type { ProblemBody } from '@heath/contract';
import { valibotResolver } from '@hookform/resolvers/valibot';
import { type FormEvent, useState } from 'react';
import { type DefaultValues, type FieldValues, type Path, useForm } from 'react-hook-form';
import type * as v from 'valibot';

/** What became of what was entered: null where it was taken, or what the server says is wrong. */
type Sent = Promise<ProblemBody | null>;

/** Which field a problem is about: its name, or a place within it. */
export const fieldOf = <Name extends string>(
  { field }: Pick<ProblemBody, 'field'>,
  names: readonly Name[],
): Name | undefined => names.find((name) => field === name || field?.startsWith(`${name}.`) === true);

/**
 * A form on a schema of the contract: what is wrong is said at its field before anything is sent, and what the server finds wrong at the field that it
 * names. What was typed stays until it was taken; then the form is as it began.
 */
export function useSchemaForm<Entered extends FieldValues>(
  schema: v.GenericSchema<Entered, Entered>,
  begin: DefaultValues<Entered> & Entered,
  send: (entered: Entered) => Sent,
) {
  const form = useForm<Entered>({ resolver: valibotResolver(schema), defaultValues: begin });
  const [problem, setProblem] = useState<ProblemBody | null>(null);
  const { errors, isSubmitting, isDirty } = form.formState;
  const taken = form.handleSubmit(async (entered) => {
    setProblem(null);
    const found = await send(entered);
    if (found === null) return form.reset();
    const at = fieldOf(found, Object.keys(begin));
    if (at === undefined) setProblem(found);
    else form.setError(at as Path<Entered>, { message: found.title }, { shouldFocus: true });
  });
  return {
    /** For the form. */
    submit: (event?: FormEvent) => void taken(event),
    /** For each `Field`. */
    field: (name: Path<Entered>) => ({
      ...form.register(name),
      error: errors[name]?.message?.toString(),
    }),
    focus: form.setFocus,
    /** What is wrong with no field of its own. */
    problem,
    isSending: isSubmitting,
    /** Something was typed that was not taken. */
    isUnsaved: isDirty && !isSubmitting,
  };
}
