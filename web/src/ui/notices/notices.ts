import type { ExternalToast } from 'sonner';

const IN_SIGHT_MILLISECONDS = 8000;
const JUST_SAID_MILLISECONDS = 5000;
type ToastsModule = typeof import('./toasts.tsx');

/** How often something was to be said. */
let asked = 0;
/** The notice that is in sight, or was the last. */
let last: ReturnType<ToastsModule['toast']> | undefined;

/**
 * Shows one notice in the place of the last: whoever settles card after card would have a heap of them moving about. Fetched with the first:
 * the first screen needs none.
 */
async function show(text: string, milliseconds: number, action: ExternalToast['action']): Promise<void> {
  const mine = ++asked;
  const page = document;
  try {
    const { toast } = await import('./toasts.tsx');
    await drawn();
    // Something newer is to be said in its place; or its page is gone, and nobody is left to tell.
    if (mine !== asked || page !== globalThis.document) return;
    if (last !== undefined) toast.dismiss(last);
    last = toast(text, { duration: milliseconds, action });
  } catch {
    // Of all that could be said, that Heath cannot be reached must not depend on reaching it.
    if (page === globalThis.document) showPlainly(text);
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

/** Something that was done and can be taken back; and so can its being taken back. */
export interface Done {
  /** What was done: `Settled Wed 28 Oct`. */
  readonly text: string;
  /** Takes it back. Returns what can be taken back in turn; null where that was not possible, which it says itself. */
  readonly undo: () => Promise<Done | null>;
}

const MOST_KEPT = 100;
let done: Done[] = [];
let undone: Done[] = [];

/** Says what was done. It can be undone by the button beside it, or by the key as long as nothing was done after it. */
export function sayDone(what: Done): void {
  done = [...done, what].slice(-MOST_KEPT);
  undone = [];
  void show(what.text, IN_SIGHT_MILLISECONDS, { label: 'Undo  Ctrl Z', onClick: () => void undo(what) });
}

async function undo(what: Done): Promise<void> {
  if (!done.includes(what)) return;
  done = done.filter((one) => one !== what);
  const back = await what.undo();
  if (back === null) return;
  undone = [...undone, back];
  const again = { label: 'Redo  Ctrl Shift Z', onClick: () => void redo(back) };
  void show(`Undone: ${what.text}`, IN_SIGHT_MILLISECONDS, again);
}

async function redo(what: Done): Promise<void> {
  if (!undone.includes(what)) return;
  undone = undone.filter((one) => one !== what);
  const again = await what.undo();
  if (again === null) return;
  done = [...done, again];
  const label = { label: 'Undo  Ctrl Z', onClick: () => void undo(again) };
  void show(`Done again: ${again.text}`, IN_SIGHT_MILLISECONDS, label);
}

/** Undoes what was done last in this window and not undone since. */
export async function undoLast(): Promise<void> {
  const last = done.at(-1);
  if (last === undefined) say('There is nothing to undo.');
  else await undo(last);
}

/** Does again what was undone last, where nothing else was done since. */
export async function redoLast(): Promise<void> {
  const last = undone.at(-1);
  if (last === undefined) say('There is nothing to do again.');
  else await redo(last);
}
