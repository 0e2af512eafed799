import { EVENT_STREAM } from '@heath/contract';
import { describe, expect, it } from 'vitest';
import { hearProgress, withProgress } from './progress.ts';

/** A reply that comes in these pieces. */
function reply(type: string, pieces: readonly string[]): Response {
  const encoder = new TextEncoder();
  const body = new ReadableStream({
    start(controller) {
      for (const piece of pieces) controller.enqueue(encoder.encode(piece));
      controller.close();
    },
  });
  return new Response(body, { headers: { 'Content-Type': type } });
}
async function read(type: string, ...pieces: string[]) {
  const asked = {};
  const heard: number[] = [];
  hearProgress(asked, (share) => heard.push(share));
  const { responseHandler, validateStatus } = withProgress(asked);
  const response = reply(type, pieces);
  const gave = await responseHandler(response);
  return { heard, gave, isRight: validateStatus(response, gave) };
}
const events = (...pieces: string[]) => read(EVENT_STREAM, ...pieces);
const event = (name: string, data: string) => `event: ${name}\ndata: ${data}\n\n`;

describe('a reply of events', () => {
  it('tells how far it has come, wherever it is cut, and gives its last', async () => {
    const text =
      event('progress', '{"done":1,"of":4}') +
      event('progress', '{"done":3,"of":4}') +
      event('reply', '{"people":["Ó"]}');
    const whole = { heard: [0.25, 0.75], gave: { people: ['Ó'] }, isRight: true };
    expect(await events(text)).toEqual(whole);
    for (let i = 1; i < text.length; i++)
      expect(await events(text.slice(0, i), text.slice(i))).toEqual(whole);
  });

  it('is JSON where nothing took a while', async () => {
    expect(await read('application/json', '{"left":[]}')).toEqual({
      heard: [],
      gave: { left: [] },
      isRight: true,
    });
  });

  it('is refused where it ends with a problem', async () => {
    const { isRight, gave } = await events(
      event('progress', '{"done":1,"of":1}'),
      event('problem', '{"type":"stale","title":"Gone.","status":409}'),
    );
    expect([isRight, gave]).toEqual([false, { type: 'stale', title: 'Gone.', status: 409 }]);
  });

  it('is no reply where it breaks off: what became of it is asked for again', async () => {
    await expect(events(event('progress', '{"done":1,"of":4}'))).rejects.toThrow('broke off');
    await expect(
      events(event('progress', '{"done":1,"of":4}'), 'event: reply\ndata: {"peop'),
    ).rejects.toThrow('broke off');
  });
});
