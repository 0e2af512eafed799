import { type ReactNode, useEffect, useRef } from 'react';
import { problemOf } from '../../api/requests/base.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { useDraft } from '../../ui/form/useDraft.ts';

const EMPTY = { text: '' };

/** One text that is typed and sent by Enter: a question or its answer. What was typed is there again after a reload, until it was sent. */
export function TextForm({
  draft: place,
  label,
  placeholder = label,
  button,
  look = 'plain',
  before = null,
  takesFocus = false,
  isBusy,
  error,
  onSend,
  onLeave,
}: {
  /** Name under which what is typed is kept. */
  draft: string;
  label: string;
  placeholder?: string;
  button: ReactNode;
  look?: 'plain' | 'primary';
  /** What stands before the field: whom it goes to. */
  before?: ReactNode;
  takesFocus?: boolean;
  isBusy: boolean;
  error: unknown;
  /** Sends the text, which is not empty. False where that failed, and what was typed stays. */
  onSend: (text: string) => Promise<boolean>;
  onLeave: () => void;
}) {
  const { draft, type, forget } = useDraft(place, EMPTY);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (takesFocus) field.current?.focus();
  }, [takesFocus]);
  const text = draft.text.trim();
  const send = async () => {
    if (text === '' || isBusy || !(await onSend(text))) return;
    forget();
    onLeave();
  };
  return (
    <div className="mt-1">
      <div className="flex items-center gap-2">
        {before}
        <input
          ref={field}
          aria-label={label}
          placeholder={placeholder}
          value={draft.text}
          maxLength={500}
          onChange={(event) => type({ text: event.target.value })}
          onKeyDown={(event) => {
            if (event.key === 'Enter') void send();
            if (event.key === 'Escape') onLeave();
          }}
          className="min-w-0 flex-1 rounded-control border border-rule bg-field px-2.5 py-1 text-note"
        />
        <Button look={look} disabled={text === '' || isBusy} onClick={() => void send()}>
          {button}
        </Button>
      </div>
      {error !== undefined && <p className="mt-1 text-note text-ember">{problemOf(error).title}</p>}
    </div>
  );
}
