import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';

const wait = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** When a process began, in the kernel's own ticks; null where there is none of this number. */
function beganAt(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The name stands in parentheses and may hold anything; the rest are numbers and letters.
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    // A zombie is dead; only nobody has heard of it yet.
    return fields[0] === 'Z' ? null : fields[19];
  } catch {
    return null;
  }
}

/** Remembers a process in a file, with when it began: a number alone may be another process by the next time. */
export function remember(file, pid) {
  writeFileSync(file, `${pid} ${beganAt(pid) ?? ''}`, { mode: 0o600 });
}

/** The process that a file remembers, if it is still that one; else null. */
export function remembered(file) {
  let text;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    return null;
  }
  const [pid, began] = text.split(' ');
  return /^\d+$/.test(pid) && began !== undefined && beganAt(pid) === began ? Number(pid) : null;
}

export const forget = (file) => rmSync(file, { force: true });

/**
 * Processes that were started with this argument, whoever started them. A file with a number would miss the one that was started just
 * before its starter was killed.
 */
export function startedWith(argument) {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0').includes(argument);
      } catch {
        // It ended in between.
        return false;
      }
    });
}

/** Ends the processes that an earlier start left: asks, and after so many seconds no longer asks. */
export async function endStartedWith(argument, seconds) {
  const signal = (name) => {
    for (const pid of startedWith(argument)) {
      try {
        process.kill(pid, name);
      } catch (error) {
        if (error.code !== 'ESRCH')
          throw new Error(
            `Process ${pid} of an earlier start cannot be ended (${error.code}). End it and start again.`,
          );
      }
    }
  };
  signal('SIGTERM');
  for (let i = 0; i < seconds * 10 && startedWith(argument).length > 0; i++) await wait(100);
  signal('SIGKILL');
  for (let i = 0; i < 100 && startedWith(argument).length > 0; i++) await wait(100);
}

/** Ends a child: asks, and after so many seconds no longer asks. Resolves when it is gone. */
export async function endChild(child, seconds) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  const timer = setTimeout(() => child.kill('SIGKILL'), seconds * 1000);
  await ended;
  clearTimeout(timer);
}
