import type { ButtonHTMLAttributes } from 'react';

const LOOKS = {
  plain:
    'border-rule bg-sheet hover:border-heather disabled:border-faint disabled:bg-transparent disabled:text-soft',
  primary:
    'border-heather bg-heather text-on-heather hover:bg-heather-deep disabled:border-off disabled:bg-off disabled:text-on-off',
  quiet: 'border-transparent text-heather hover:underline px-1',
} as const;

/** A button; its key, where it has one, goes in as `<Kbd>`. */
export function Button({
  look = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS }) {
  return (
    <button
      type="button"
      className={`inline-flex items-center whitespace-nowrap rounded-control border px-3 py-1 text-note disabled:cursor-default ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
