import type { ComponentProps } from 'react';

/** A field with its name above it, and what is wrong with it below. */
export function Field({
  label,
  error,
  ...input
}: ComponentProps<'input'> & { label: string; error: string | undefined }) {
  return (
    <label className="mt-4 block">
      <span className="text-note text-soft">{label}</span>
      <input {...input} className="mt-1 w-full rounded-control border border-rule bg-field px-2.5 py-1.5" />
      {error !== undefined && <span className="text-note text-ember">{error}</span>}
    </label>
  );
}
