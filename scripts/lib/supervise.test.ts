import { EventEmitter } from 'node:events';
import { describe, expect, it } from 'vitest';
import { supervise } from './supervise.mjs';

class FakeChild extends EventEmitter {
  exitCode: number | null = null;
  signalCode: NodeJS.Signals | null = null;

  die(code: number | null, signal: NodeJS.Signals | null): void {
    this.exitCode = code;
    this.signalCode = signal;
    this.emit('exit', code, signal);
  }
}

const soon = (milliseconds = 60) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** A watch on children that a test lets die, with pauses of hundredths of a second. */
function watched(fails = 0) {
  const children = [new FakeChild()];
  const said: string[] = [];
  const watch = supervise({
    name: 'The server',
    child: children[0] as never,
    pauses: [0.01, 0.02, 0.03],
    say: (text) => said.push(text),
    launch: async () => {
      if (fails-- > 0) throw new Error('the disk is full.');
      const child = new FakeChild();
      children.push(child);
      return child as never;
    },
  });
  return { children, said, watch, last: () => children[children.length - 1]! };
}

describe('keeping something alive', () => {
  it('starts it again whatever ended it, with a pause that grows and a word each time', async () => {
    const { said, last, watch, children } = watched();
    last().die(null, 'SIGKILL');
    await soon();
    last().die(1, null);
    await soon();
    last().die(null, 'SIGABRT');
    await soon();
    expect(children).toHaveLength(4);
    expect(said).toEqual([
      'The server ended (signal SIGKILL). Starting it again in 0.01 s.',
      'The server is up again.',
      'The server ended (status 1). Starting it again in 0.02 s.',
      'The server is up again.',
      'The server ended (signal SIGABRT). Starting it again in 0.03 s.',
      'The server is up again.',
    ]);
    await watch.end();
  });

  it('goes on trying where it does not come up', async () => {
    const { said, last, children, watch } = watched(2);
    last().die(null, 'SIGKILL');
    await soon(150);
    expect(children).toHaveLength(2);
    expect(said[1]).toBe('The server did not start: the disk is full. Starting it again in 0.02 s.');
    await watch.end();
  });

  it('starts nothing again once it is told to end, also in the middle of a pause', async () => {
    const { last, children, watch } = watched();
    last().die(null, 'SIGKILL');
    await watch.end();
    await watch.done;
    await soon();
    expect(children).toHaveLength(1);
  });

  it('notices a child that died before anybody looked', async () => {
    const { last, children, watch } = watched();
    last().die(null, 'SIGKILL');
    await soon();
    expect(children).toHaveLength(2);
    await watch.end();
  });
});
