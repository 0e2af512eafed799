import type { ExternalToast } from 'sonner';

/** For as long as a notice is in sight, what it says can be undone by its key. */
const IN_SIGHT_MILLISECONDS = 8000;
const JUST_SAID_MILLISECONDS = 5000;
type ToastsModule = typeof import('./toasts.tsx');
let undoing: { readonly undo: () => void; readonly until: number } | null = null;

/** The notice that is in sight, or was the last. */
let last: ReturnType<ToastsModule['toast']> | undefined;

/**
 * Shows one notice in the place of the last: whoever settles card after card would have a heap of them moving about. Fetched with the first:
 * the first screen needs none.
 */
async function show(text: string, milliseconds: number, action: ExternalToast['action']): Promise<void> {
  try {
    const { toast } = await import('./toasts.tsx');
    await drawn();
    if (last !== undefined) toast.dismiss(last);
    last = toast(text, { duration: milliseconds, action });
  } catch {
    // Of all that could be said, that Heath cannot be reached must not depend on reaching it.
    showPlainly(text);
  }
}

/** What was done is seen before it is said: a notice measures itself, and with that held up the very change that it tells of. */
const drawn = () => new Promise<void>((resolve) => requestAnimationFrame(() => setTimeout(resolve, 100)));

function showPlainly(text: string): void {
  const notice = document.body.appendChild(document.createElement('p'));
  notice.setAttribute('role', 'status');
  notice.className = 'fixed right-6 bottom-6 z-50 rounded-control bg-peat px-4 py-3 text-on-peat';
  notice.textContent = text;
  window.setTimeout(() => notice.remove(), IN_SIGHT_MILLISECONDS);
}

/** Says what was done, or what was not. */
export function say(text: string): void {
  void show(text, JUST_SAID_MILLISECONDS, undefined);
}

/** Says what was done, and undoes it where somebody asks for it: by its button, or by the key that undoes what was done last. */
export function sayWithUndo(text: string, undo: () => void, press = 'Ctrl Z'): void {
  const once = () => {
    undoing = null;
    undo();
  };
  undoing = { undo: once, until: Date.now() + IN_SIGHT_MILLISECONDS };
  void show(text, IN_SIGHT_MILLISECONDS, { label: `Undo  ${press}`, onClick: once });
}

/** Undoes what was said last, while it can be seen. */
export async function undoLastSaid(): Promise<void> {
  const last = undoing;
  if (last === null || Date.now() > last.until) {
    say('There is nothing to undo just now.');
    return;
  }
  const toasts = await import('./toasts.tsx').catch(() => null);
  toasts?.toast.dismiss();
  last.undo();
}
