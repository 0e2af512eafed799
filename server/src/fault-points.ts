/**
 * Places at which a test lets something die. Nothing happens at them unless `HEATH_FAULT` names one: `seal.lines=kill` ends this process there,
 * as a power cut would; `seal.lines=tell` says so to whoever started it and waits a moment, so that it can end something else.
 */
const [point, what] = (process.env.HEATH_FAULT ?? '').split('=');
const WAIT_MILLISECONDS = 1500;
let left = Number(process.env.HEATH_FAULT_AFTER ?? 0);

/** Every place there is, in the order in which a handoff comes by them. */
export const FAULT_POINTS = [
  'seal.number',
  'seal.lines',
  'seal.file',
  'seal.seals',
  'seal.commit',
  'deliver.begin',
  'deliver.sent',
  'deliver.answered',
  'deliver.kept',
] as const;
export type FaultPoint = (typeof FAULT_POINTS)[number];

/** Comes by a place at which a test may let something die. */
export async function comeBy(name: FaultPoint): Promise<void> {
  if (name !== point || left-- > 0) return;
  if (what === 'kill') process.kill(process.pid, 'SIGKILL');
  process.send?.({ fault: name });
  await new Promise((resolve) => setTimeout(resolve, WAIT_MILLISECONDS));
}
