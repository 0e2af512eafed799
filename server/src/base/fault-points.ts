import { readFileSync, rmSync, writeFileSync } from 'node:fs';

/** Every place at which a test may let something die, in the order in which a handoff comes by them. */
type FaultPoint =
  | 'seal.number'
  | 'seal.lines'
  | 'seal.file'
  | 'seal.seals'
  | 'seal.commit'
  | 'deliver.begin'
  | 'deliver.sent'
  | 'deliver.answered'
  | 'deliver.kept';

const FILE = process.env.HEATH_FAULT_FILE;
const LONGEST_PAUSE_MILLISECONDS = 5000;
const LOOK_MILLISECONDS = 20;

const read = (file: string): string => {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    return '';
  }
};

/**
 * Comes by a place at which a test may let something die. Nothing happens unless `HEATH_FAULT_FILE` names a file that says so, once:
 * `seal.lines=kill` ends this process here, as a power cut would; `seal.lines=pause` says beside that file that it has come here, and waits
 * a while, so that the test can end something else.
 */
export async function comeBy(point: FaultPoint): Promise<void> {
  if (FILE === undefined) return;
  const [at, what] = read(FILE).split('=');
  if (at !== point) return;
  rmSync(FILE, { force: true });
  if (what === 'kill') process.kill(process.pid, 'SIGKILL');
  const reached = `${FILE}.reached`;
  writeFileSync(reached, point);
  for (
    let waited = 0;
    waited < LONGEST_PAUSE_MILLISECONDS && read(reached) !== '';
    waited += LOOK_MILLISECONDS
  )
    await new Promise((resolve) => setTimeout(resolve, LOOK_MILLISECONDS));
}
