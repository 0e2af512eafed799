/**
 * Ends with one sentence where Node.js is too old. Every script imports this first and everything else after it, on demand: an older Node.js
 * would stop at the first name that it does not know, with a stack trace. So nothing newer than Node.js 14 may stand here.
 */
const NEEDED = [20, 20];
const [major, minor] = process.versions.node.split('.').map(Number);
if (major < NEEDED[0] || (major === NEEDED[0] && minor < NEEDED[1])) {
  process.stderr.write(
    `Heath needs Node.js ${NEEDED.join('.')} or newer; this is ${process.versions.node}.\n`,
  );
  process.exit(1);
}
