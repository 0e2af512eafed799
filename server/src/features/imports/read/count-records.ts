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
    if (!this.#quoted && !text.includes('"')) this.#seeLines(text);
    else this.#seeCharacters(text);
  }

  #seeCharacters(text: string): void {
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

  /** The same, of a text without quotes: from line end to line end, in a tenth of the time. */
  #seeLines(text: string): void {
    const { length } = text;
    const nextOf = (end: string, from: number) => {
      const at = text.indexOf(end, from);
      return at < 0 ? length : at;
    };
    let feed = nextOf('\n', 0);
    let back = nextOf('\r', 0);
    for (let from = 0; from < length; ) {
      const end = Math.min(feed, back);
      this.#characters += end - from;
      if (end === length) return;
      this.#endRecord();
      from = end + 1;
      if (feed < from) feed = nextOf('\n', from);
      if (back < from) back = nextOf('\r', from);
    }
  }

  #endRecord(): void {
    // A lone pair of quotes is an empty cell, and a record of one empty cell is an empty line.
    if (this.#characters > 0 || this.#quotes > 2) this.count++;
    this.#characters = 0;
    this.#quotes = 0;
  }
}
