/** Places at which a test lets this service die: `HEATH_INTAKE_FAULT=intake.kept=kill` ends it there. Nothing happens otherwise. */
const [point, what] = (process.env.HEATH_INTAKE_FAULT ?? '').split('=');

/** Every place there is. */
export const FAULT_POINTS = ['intake.received', 'intake.kept'] as const;

/** Comes by a place at which a test may let this process die. */
export async function comeBy(name: (typeof FAULT_POINTS)[number]): Promise<void> {
  if (name === point && what === 'kill') process.kill(process.pid, 'SIGKILL');
}
