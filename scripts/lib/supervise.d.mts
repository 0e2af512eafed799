import type { ChildProcess } from 'node:child_process';

type Child = Pick<ChildProcess, 'exitCode' | 'signalCode' | 'once'>;

export function supervise(what: {
  name: string;
  launch: () => Promise<Child>;
  say: (text: string) => void;
  child: Child;
  pauses?: readonly number[];
  steadyMilliseconds?: number;
}): { end(): Promise<void>; readonly done: Promise<void> };
