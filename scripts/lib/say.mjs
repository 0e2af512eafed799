export const say = (text) => process.stdout.write(`${text}\n`);

/** Ends the script with one clear sentence. */
export function fail(sentence) {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}
