import { describe, expect, it } from 'vitest';
import { byLines, hearProgress } from './by-lines.ts';

/** A reply that comes in these pieces. */
const reply = (...pieces: string[]): Response => {
  const encoder = new TextEncoder();
  const body = new ReadableStream({
    start(controller) {
      for (const piece of pieces) controller.enqueue(encoder.encode(piece));
      controller.close();
    },
  });
  return new Response(body);
};
const read = async (...pieces: string[]) => {
  const asked = {};
  const heard: number[] = [];
  hearProgress(asked, (share) => heard.push(share));
  const { responseHandler, validateStatus } = byLines(asked);
  const response = reply(...pieces);
  const gave = await responseHandler(response);
  return { heard, gave, isRight: validateStatus(response, gave) };
};

describe('a reply by lines', () => {
  it('tells how far it has come, wherever it is cut, and gives its last line', async () => {
    const text = '{"done":1,"of":4}\n{"done":3,"of":4}\n{"people":["Ó"]}';
    const whole = { heard: [0.25, 0.75], gave: { people: ['Ó'] }, isRight: true };
    expect(await read(text)).toEqual(whole);
    for (let i = 1; i < text.length; i++) expect(await read(text.slice(0, i), text.slice(i))).toEqual(whole);
  });

  it('is the whole reply where nothing took a while', async () => {
    expect(await read('{"left":[]}')).toEqual({ heard: [], gave: { left: [] }, isRight: true });
  });

  it('is refused where its last line is a problem', async () => {
    const { isRight, gave } = await read(
      '{"done":1,"of":1}\n',
      '{"type":"stale","title":"Gone.","status":409}',
    );
    expect([isRight, gave]).toEqual([false, { type: 'stale', title: 'Gone.', status: 409 }]);
  });

  it('is no reply where it breaks off: what became of it is asked for again', async () => {
    await expect(read('{"done":1,"of":4}\n')).rejects.toThrow();
    await expect(read('{"done":1,"of":4}\n{"peop')).rejects.toThrow();
  });
});
