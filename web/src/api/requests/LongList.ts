/**
 * A list of thousands, of which the store holds no more than that it is there. A plain array in the store is looked through from one end to the
 * other each time that one row of it changes: of ten thousand rows that was a quarter of the time from an answer to its screen
 * (`keyToChangedScreenMilliseconds95.settle` in the bench). Nothing in it ever changes; a changed row makes another list.
 */
export class LongList<Row> {
  readonly rows: readonly Row[];

  constructor(rows: readonly Row[]) {
    this.rows = rows;
  }

  /** The same list with another row where one is meant; the same list where none is. */
  replacing(isMeant: (row: Row) => boolean, row: Row): LongList<Row> {
    const index = this.rows.findIndex(isMeant);
    return index < 0 ? this : new LongList(this.rows.with(index, row));
  }
}
