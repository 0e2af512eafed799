import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RecordCounter } from './count-records.ts';

/** Records that are not empty, character by character: a line end outside quotes ends one. */
function slowly(text: string): number {
  let count = 0;
  let isQuoted = false;
  let record = '';
  const end = () => {
    if (record !== '' && record !== '""') count++;
    record = '';
  };
  for (const character of text) {
    if (character === '"') isQuoted = !isQuoted;
    if ((character === '\n' || character === '\r') && !isQuoted) end();
    else record += character;
  }
  end();
  return count;
}

describe('counting records', () => {
  it('gives the same whole or in pieces, with quotes or without, however lines end', () => {
    const piece = fc.array(fc.constantFrom('a', 'bc', ',', '\n', '\r', '\r\n', '""', '"x\ny"'), {
      maxLength: 12,
    });
    let withSome = 0;
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 6 }), (pieces) => {
        const counter = new RecordCounter();
        for (const one of pieces) counter.see(one.join(''));
        counter.end();
        const expected = slowly(pieces.flat().join(''));
        if (expected > 1) withSome++;
        expect(counter.count).toBe(expected);
      }),
      { numRuns: 2000 },
    );
    expect(withSome).toBeGreaterThan(500);
  });
});
