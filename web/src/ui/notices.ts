import { toast } from 'sonner';

/** For as long as a notice is in sight, what it says can be undone by its key. */
const IN_SIGHT_MILLISECONDS = 8000;
let undoing: { readonly undo: () => void; readonly until: number } | null = null;

/** Says what was done, or what was not. */
export function say(text: string): void {
  toast(text);
}

/** Says what was done, and undoes it where somebody asks for it: by its button, or by the key that undoes what was done last. */
export function sayWithUndo(text: string, undo: () => void, press = 'Ctrl Z'): void {
  const once = () => {
    undoing = null;
    undo();
  };
  undoing = { undo: once, until: Date.now() + IN_SIGHT_MILLISECONDS };
  toast(text, { duration: IN_SIGHT_MILLISECONDS, action: { label: `Undo  ${press}`, onClick: once } });
}

/** Undoes what was said last, while it can be seen. */
export function undoLastSaid(): void {
  const last = undoing;
  if (last === null || Date.now() > last.until) {
    say('There is nothing to undo just now.');
    return;
  }
  toast.dismiss();
  last.undo();
}
