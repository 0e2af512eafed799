import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  rmSync,
  statfsSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { dirname, join } from 'node:path';

const MEGABYTE = 1024 * 1024;
/** A new database with its logs takes some 450 MB; one that is there needs room to work. */
export const NEEDED_MEGABYTES = { new: 700, used: 200, elsewhere: 5 };

/** Megabytes free on the disk below a folder that exists. */
export function freeMegabytes(folder) {
  const { bavail, bsize } = statfsSync(folder);
  return Math.floor((bavail * bsize) / MEGABYTE);
}

/** Kept free for the database: with a disk that is full to the last byte it cannot even come up again. */
const RESERVE_MEGABYTES = 64;
/** With less than this the reserve is given up, and with more it is made. */
const RESERVE_GOES_MEGABYTES = 40;
const RESERVE_COMES_MEGABYTES = 600;

/** Makes a file that holds some space for the database, or takes it away where the disk is full, so that the database has that space. */
export function keepReserve(folder) {
  const file = join(folder, 'reserve');
  const isThere = existsSync(file);
  const free = freeMegabytes(folder);
  if (isThere && free < RESERVE_GOES_MEGABYTES) rmSync(file, { force: true });
  if (isThere || free < RESERVE_COMES_MEGABYTES) return;
  const handle = openSync(file, 'w', 0o600);
  try {
    const block = Buffer.alloc(MEGABYTE, 1);
    for (let i = 0; i < RESERVE_MEGABYTES; i++) writeSync(handle, block);
  } finally {
    closeSync(handle);
  }
}

/** The nearest folder above a path that exists. */
function existingAbove(path) {
  let at = path;
  while (!existsSync(at)) at = dirname(at);
  return at;
}

/**
 * Makes the folder for the data, or throws an error with one sentence: it cannot be written, it is a file, or its disk is too full.
 * A database elsewhere needs next to nothing here. Folder by folder: making them all at once never returns where the file system refuses in its own way, as /proc does.
 */
export function makeDataFolder(folder, holdsDatabase) {
  const another = 'Set HEATH_DATA to a folder it may write to.';
  const above = existingAbove(folder);
  if (!statSync(above).isDirectory())
    throw new Error(`${above} is a file, so Heath cannot keep its data in ${folder}. ${another}`);
  const isSetUp = existsSync(join(folder, 'database', 'mysql'));
  const needed = NEEDED_MEGABYTES[!holdsDatabase ? 'elsewhere' : isSetUp ? 'used' : 'new'];
  const free = freeMegabytes(above);
  const missing = [];
  for (let at = folder; at !== above; at = dirname(at)) missing.unshift(at);
  try {
    for (const one of missing) mkdirSync(one, { mode: 0o711 });
    const probe = join(folder, '.written');
    writeFileSync(probe, '');
    rmSync(probe);
  } catch (error) {
    if (error.code !== 'ENOSPC')
      throw new Error(`Heath cannot write to ${folder} (${error.code}). ${another}`);
  }
  if (free < needed) {
    throw new Error(
      `The disk below ${folder} has ${free} MB left; Heath needs ${needed} MB there. Free some space, or set HEATH_DATA to a folder on another disk.`,
    );
  }
}
