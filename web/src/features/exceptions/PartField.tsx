import { useRef } from 'react';
import { useKey } from '../../ui/screen/keys.ts';
import { EXCEPTION_KEYS } from './keys.ts';

export interface PartFieldProps {
  readonly text: string;
  /** What is wrong with the text; null where nothing is. */
  readonly wrong: string | null;
  readonly onType: (text: string) => void;
  readonly onEnter: () => void;
}

/** How much is taken of what can be taken in part. Says beside the text what is wrong with it. */
export function PartField({ text, wrong, onType, onEnter }: PartFieldProps) {
  const field = useRef<HTMLInputElement>(null);
  const { type } = EXCEPTION_KEYS;
  useKey(type, () => field.current?.focus());
  return (
    <label
      className={`flex w-52 items-center rounded-control border bg-field px-2.5 py-1 text-note focus-within:border-heather ${wrong === null ? 'border-rule' : 'border-ember'}`}
    >
      <span className="sr-only">Or only so much of it</span>
      <input
        ref={field}
        value={text}
        placeholder={`Or only so much of it  (${type.press})`}
        aria-invalid={wrong !== null}
        onChange={(event) => onType(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') onEnter();
          if (event.key !== 'Escape') return;
          onType('');
          event.currentTarget.blur();
        }}
        className="w-full min-w-0 bg-transparent outline-none"
      />
      {wrong !== null && (
        <span aria-live="polite" className="whitespace-nowrap text-fine text-ember">
          {wrong}
        </span>
      )}
    </label>
  );
}
