// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hearLive } from './live.ts';

const [CONNECTING, OPEN, CLOSED] = [0, 1, 2];

/** A connection as a browser has it, to be told and broken by a test. */
class Connection {
  readyState = OPEN;
  onmessage: EventSource['onmessage'] = null;
  onerror: EventSource['onerror'] = null;
  readonly close = vi.fn();
  tell(what: unknown) {
    this.onmessage?.call({} as EventSource, new MessageEvent('message', { data: JSON.stringify(what) }));
  }
  fail(readyState: number) {
    this.readyState = readyState;
    this.onerror?.call({} as EventSource, new Event('error'));
  }
}

let all: Connection[];
let isHidden: boolean;
const heard = vi.fn();
const lost = vi.fn();
const begin = () =>
  hearLive('/api/tasks/live', heard, lost, () => {
    const one = new Connection();
    all.push(one);
    return one;
  });
const look = (hidden: boolean) => {
  isHidden = hidden;
  document.dispatchEvent(new Event('visibilitychange'));
};

beforeEach(() => {
  vi.useFakeTimers();
  all = [];
  isHidden = false;
  vi.spyOn(document, 'hidden', 'get').mockImplementation(() => isHidden);
  heard.mockClear();
  lost.mockClear();
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

describe('what the server tells by itself', () => {
  it('is heard until nobody wants to hear it', () => {
    const end = begin();
    all[0]?.tell({ tasks: [] });
    expect(heard).toHaveBeenCalledWith({ tasks: [] });
    end();
    expect(all[0]?.close).toHaveBeenCalled();
    look(false);
    expect(all).toHaveLength(1);
  });

  it('is not listened to by a window that nobody looks at', () => {
    const end = begin();
    look(true);
    expect(all[0]?.close).toHaveBeenCalled();
    look(false);
    expect(all).toHaveLength(2);
    end();
    expect(all[1]?.close).toHaveBeenCalled();
  });

  it('is asked for again by the browser where the connection broke, and by us where it was refused', async () => {
    const end = begin();
    all[0]?.fail(CONNECTING);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(all).toHaveLength(1);
    all[0]?.fail(CLOSED);
    expect(lost).toHaveBeenCalledTimes(2);
    await vi.advanceTimersByTimeAsync(4000);
    expect(all).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(1500);
    expect(all).toHaveLength(2);
    all[1]?.fail(CLOSED);
    end();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(all).toHaveLength(2);
  });
});
