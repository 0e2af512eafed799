import { type ComponentProps, type ReactNode, useId } from 'react';

const BOX = 'mt-1 w-full rounded-control border bg-field px-2.5 py-1.5';

/** A field with its name above it and, below it, what is wrong with it or what was understood. */
export function Field({
  label,
  error,
  understood,
  beside,
  ...input
}: ComponentProps<'input'> & {
  label: string;
  error?: string | undefined;
  understood?: ReactNode;
  /** What stands inside the field, at its end. */
  beside?: ReactNode;
}) {
  const id = useId();
  const below = error ?? understood;
  return (
    <div className="mt-4">
      <label htmlFor={id} className="block text-note text-soft">
        {label}
      </label>
      <div className="relative">
        <input
          {...input}
          id={id}
          aria-invalid={error !== undefined}
          aria-describedby={below === undefined ? undefined : `${id}-below`}
          className={`${BOX} ${beside === undefined ? '' : 'pr-9'} ${error === undefined ? 'border-rule' : 'border-ember'}`}
        />
        {beside !== undefined && (
          <div className="absolute inset-y-0 right-1.5 top-1 flex items-center">{beside}</div>
        )}
      </div>
      {below !== undefined && (
        <p
          id={`${id}-below`}
          aria-live="polite"
          className={`mt-0.5 text-note ${error === undefined ? 'text-soft' : 'text-ember'}`}
        >
          {below}
        </p>
      )}
    </div>
  );
}
