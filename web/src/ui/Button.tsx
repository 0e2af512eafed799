import type { ButtonHTMLAttributes } from 'react';

const LOOKS = {
  plain: 'border-rule bg-sheet hover:border-heather',
  primary:
    'border-heather bg-heather text-white hover:bg-[#5A3965] disabled:border-[#CFC6B6] disabled:bg-[#CFC6B6] disabled:text-[#4A4235]',
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
      className={`inline-flex items-center whitespace-nowrap rounded-[5px] border px-3 py-1 text-[13.5px] disabled:cursor-default ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
