/** Which rows of a list are picked, by their ids; on which row the keys are, and from which a range is drawn. */
export interface Picking {
  readonly picked: ReadonlySet<string>;
  readonly active: number;
  readonly anchor: number;
}

export const NOTHING_PICKED: Picking = { picked: new Set(), active: 0, anchor: 0 };

/** What somebody does to a list with keys or the mouse. */
export type Pick =
  /** Goes to a row; with `range` everything from the anchor to it is picked, and nothing else. */
  | { readonly to: number; readonly range: boolean }
  /** Picks a row, or lets go of it. */
  | { readonly toggle: number }
  | { readonly all: true }
  | { readonly none: true };

/** How picking goes on, over the ids of the rows as they stand. */
export function pick(state: Picking, ids: readonly string[], what: Pick): Picking {
  if (ids.length === 0) return NOTHING_PICKED;
  const inside = (index: number) => Math.min(Math.max(index, 0), ids.length - 1);
  if ('all' in what) return { ...state, picked: new Set(ids) };
  if ('none' in what) return { ...state, picked: new Set() };
  if ('toggle' in what) {
    const index = inside(what.toggle);
    const id = ids[index] ?? '';
    const picked = new Set(state.picked);
    if (!picked.delete(id)) picked.add(id);
    return { picked, active: index, anchor: index };
  }
  const active = inside(what.to);
  if (!what.range) return { ...state, active, anchor: active };
  const anchor = inside(state.anchor);
  const range = ids.slice(Math.min(active, anchor), Math.max(active, anchor) + 1);
  return { picked: new Set(range), active, anchor };
}

/** Of what is picked, only what is still in the list. */
export function keepOnly(state: Picking, ids: readonly string[]): Picking {
  const left = ids.filter((id) => state.picked.has(id));
  const active = Math.min(state.active, Math.max(ids.length - 1, 0));
  return left.length === state.picked.size && active === state.active
    ? state
    : { picked: new Set(left), active, anchor: Math.min(state.anchor, active) };
}
