/**
 * Counts the records of a CSV text that are not empty, piece by piece. It knows nothing of separators and cells: a record ends at a line
 * end that stands outside quotes. It is there to disagree with the parser where that loses a row.
 */
export class RecordCounter {
  count = 0;
  #quoted = false;
  /** Characters of the record so far, quotes apart. */
  #characters = 0;
  #quotes = 0;

  see(text: string): void {
    for (let i = 0; i < text.length; i++) {
      const character = text.charCodeAt(i);
      if (character === 34) {
        this.#quoted = !this.#quoted;
        this.#quotes++;
      } else if ((character === 10 || character === 13) && !this.#quoted) this.#endRecord();
      else this.#characters++;
    }
  }

  end(): void {
    this.#endRecord();
  }

  #endRecord(): void {
    // A lone pair of quotes is an empty cell, and a record of one empty cell is an empty line.
    if (this.#characters > 0 || this.#quotes > 2) this.count++;
    this.#characters = 0;
    this.#quotes = 0;
  }
}
