/** Seconds before something that ended is started again: longer each time, until it has stayed up for a while. */
const PAUSES = [1, 2, 5, 10, 30];
const STEADY_MILLISECONDS = 5000;

/** How a child ended, in words. */
const howItEnded = (code, signal) => (signal === null ? `status ${code}` : `signal ${signal}`);

/**
 * Keeps something alive. `launch` starts it and resolves to its child process once it is up; it rejects with a sentence where that fails.
 * Whenever the child ends it is launched again, with a word to `say` each time. Returns what ends the watch; the child is left to whoever
 * launched it.
 */
export function supervise({
  name,
  launch,
  say,
  child,
  pauses = PAUSES,
  steadyMilliseconds = STEADY_MILLISECONDS,
}) {
  let watching = true;
  let attempt = 0;
  let timer = null;
  let wake = () => {};
  const pause = (seconds) =>
    new Promise((resolve) => {
      wake = resolve;
      timer = setTimeout(resolve, seconds * 1000);
    });
  const nextPause = () => pauses[Math.min(attempt++, pauses.length - 1)];
  const ended = (of) =>
    of.exitCode !== null || of.signalCode !== null
      ? Promise.resolve(howItEnded(of.exitCode, of.signalCode))
      : new Promise((resolve) => of.once('exit', (code, signal) => resolve(howItEnded(code, signal))));

  const watch = async () => {
    let current = child;
    while (watching) {
      const since = performance.now();
      const how = await ended(current);
      if (performance.now() - since > steadyMilliseconds) attempt = 0;
      current = null;
      for (let why = `ended (${how})`; watching && current === null; ) {
        const seconds = nextPause();
        say(`${name} ${why}. Starting it again in ${seconds} s.`);
        await pause(seconds);
        if (!watching) return;
        try {
          current = await launch();
          say(`${name} is up again.`);
        } catch (error) {
          why = `did not start: ${error.message.replace(/\.$/, '')}`;
        }
      }
    }
  };
  const done = watch();
  return {
    /** Ends the watch: nothing is started again after this. */
    async end() {
      watching = false;
      clearTimeout(timer);
      wake();
    },
    done,
  };
}
