import { useState } from 'react';
import * as v from 'valibot';

/** How somebody likes a table: kept in this browser, by the table's id. */
const Layout = v.object({
  sort: v.nullable(v.object({ column: v.string(), descending: v.boolean() })),
  hidden: v.array(v.string()),
  order: v.array(v.string()),
});
export type Layout = v.InferOutput<typeof Layout>;

const AS_GIVEN: Layout = { sort: null, hidden: [], order: [] };

/** What was kept, as far as it can be read. */
export function readLayout(text: string | null): Layout {
  try {
    const { success, output } = v.safeParse(Layout, JSON.parse(text ?? 'null'));
    return success ? output : AS_GIVEN;
  } catch {
    return AS_GIVEN;
  }
}

/** Columns in somebody's order, those it does not name after the one that they follow as given. */
export function inLayoutOrder<C extends { readonly id: string }>(
  columns: readonly C[],
  order: readonly string[],
): C[] {
  const known = order.flatMap((id) => columns.find((column) => column.id === id) ?? []);
  const result = [...known];
  columns.forEach((column, i) => {
    if (known.includes(column)) return;
    const before = columns[i - 1];
    result.splice(before === undefined ? 0 : result.indexOf(before) + 1, 0, column);
  });
  return result;
}

export function useLayout(tableId: string): [Layout, (change: Partial<Layout>) => void] {
  const key = `heath.table.${tableId}`;
  const [layout, setLayout] = useState(() => {
    try {
      return readLayout(localStorage.getItem(key));
    } catch {
      return AS_GIVEN;
    }
  });
  const change = (changed: Partial<Layout>) => {
    const next = { ...layout, ...changed };
    setLayout(next);
    try {
      localStorage.setItem(key, JSON.stringify(next));
    } catch {
      // A browser that keeps nothing forgets it with the page.
    }
  };
  return [layout, change];
}
