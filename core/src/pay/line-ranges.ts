const MOST_LINES = 1_000_000;

/** The whole numbers that a text like `1-40, 42` names; null where it is no such text, or names more than a million. */
export function parseRanges(text: string): Set<number> | null {
  const numbers = new Set<number>();
  for (const part of text.split(',')) {
    const found = /^\s*(\d{1,7})(?:\s*[-–]\s*(\d{1,7}))?\s*$/.exec(part);
    if (found === null) return null;
    const first = Number(found[1]);
    const last = Number(found[2] ?? found[1]);
    if (last < first || last - first + numbers.size > MOST_LINES) return null;
    for (let number = first; number <= last; number++) numbers.add(number);
  }
  return numbers;
}

/** Whole numbers in rising order as a text like `1-40, 42`. */
export function writeRanges(numbers: readonly number[]): string {
  const parts: string[] = [];
  for (let i = 0; i < numbers.length; i++) {
    const first = numbers[i];
    while (numbers[i + 1] === (numbers[i] ?? 0) + 1) i++;
    parts.push(first === numbers[i] ? `${first}` : `${first}-${numbers[i]}`);
  }
  return parts.join(', ');
}
