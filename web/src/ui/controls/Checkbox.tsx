import { Check, Minus } from 'lucide-react';
import { Checkbox as Parts } from 'radix-ui';
import { type ReactNode, useId } from 'react';

interface CheckboxProps {
  /** On, off, or on for some of many. */
  readonly checked: boolean | 'some';
  readonly onChange: (checked: boolean) => void;
  readonly disabled?: boolean;
}

function Box({
  id,
  label,
  checked,
  onChange,
  disabled = false,
}: CheckboxProps & { id?: string; label?: string }) {
  return (
    <Parts.Root
      {...(id === undefined ? {} : { id })}
      {...(label === undefined ? {} : { 'aria-label': label })}
      checked={checked === 'some' ? 'indeterminate' : checked}
      onCheckedChange={(on) => onChange(on === true)}
      disabled={disabled}
      className="grid size-4 shrink-0 place-items-center rounded-key border border-soft bg-field text-on-heather disabled:opacity-60 data-[state=checked]:border-heather data-[state=checked]:bg-heather data-[state=indeterminate]:border-heather data-[state=indeterminate]:bg-heather"
    >
      <Parts.Indicator>
        {checked === 'some' ? (
          <Minus size={12} strokeWidth={3} aria-hidden="true" />
        ) : (
          <Check size={12} strokeWidth={3} aria-hidden="true" />
        )}
      </Parts.Indicator>
    </Parts.Root>
  );
}

/** Something that is so or not, with its words beside it. */
export function Checkbox({ children, ...box }: CheckboxProps & { children: ReactNode }) {
  const id = useId();
  return (
    <span className="inline-flex items-center gap-2">
      <Box id={id} {...box} />
      <label htmlFor={id}>{children}</label>
    </span>
  );
}

/** The same with no room for words: they are said, not shown. */
export function BareCheckbox(props: CheckboxProps & { label: string }) {
  return <Box {...props} />;
}
