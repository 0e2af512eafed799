/** Rows by the person that they are of, each person's in the order in which they came. */
export function byPerson<Row extends { readonly personId: number }>(
  rows: readonly Row[],
): Map<number, Row[]> {
  const found = new Map<number, Row[]>();
  for (const row of rows) {
    const own = found.get(row.personId);
    if (own === undefined) found.set(row.personId, [row]);
    else own.push(row);
  }
  return found;
}
