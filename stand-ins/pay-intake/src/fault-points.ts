import { readFileSync, rmSync } from 'node:fs';

/** Every place at which a test may let this service die. */
type FaultPoint = 'intake.received' | 'intake.kept';

const FILE = process.env.HEATH_FAULT_FILE;

/** Comes by a place at which a test may let this process die: where the file that `HEATH_FAULT_FILE` names says so, once. */
export function comeBy(point: FaultPoint): void {
  if (FILE === undefined) return;
  let text = '';
  try {
    text = readFileSync(FILE, 'utf8');
  } catch {
    return;
  }
  if (text !== `${point}=kill`) return;
  rmSync(FILE, { force: true });
  process.kill(process.pid, 'SIGKILL');
}
