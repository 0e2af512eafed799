import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** The names under which a folder remembers which of its databases is in use, which was before, and which is to be. */
const files = (folder) => ({
  inUse: join(folder, 'database.name'),
  before: join(folder, 'database.before'),
  next: join(folder, 'database.next'),
  changing: join(folder, 'database.changing'),
});

const read = (file) => (existsSync(file) ? readFileSync(file, 'utf8').trim() : null);

/** Writes a file as a whole or not at all. */
function keep(file, text) {
  writeFileSync(`${file}.new`, text, { mode: 0o600 });
  renameSync(`${file}.new`, file);
}

/** The database of a folder that is in use. */
export const nameInUse = (folder) => read(files(folder).inUse) ?? 'heath';

/** The one that was in use before the last restore; null where there was none. */
export const nameBefore = (folder) => read(files(folder).before);

/** Asks for another database to be used. Nothing is changed until `useNext`. */
export const askForNext = (folder, name) => keep(files(folder).next, name);

/** Forgets what was asked for and did not come about. */
export function forgetNext(folder) {
  rmSync(files(folder).next, { force: true });
  endChange(folder);
}

/** Says that a running Heath is between two databases. */
export const beginChange = (folder) => keep(files(folder).changing, '');
export const endChange = (folder) => rmSync(files(folder).changing, { force: true });
export const isChanging = (folder) => existsSync(files(folder).changing);

/** Uses the database that was asked for: in one step, so that a crash leaves the one or the other. */
export function useNext(folder) {
  const { inUse, before, next } = files(folder);
  if (!existsSync(next)) return;
  keep(before, nameInUse(folder));
  renameSync(next, inUse);
}
