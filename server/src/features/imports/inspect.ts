import { recognize } from '@heath/core';
import type { Database } from '../../database/connect.ts';
import type { Inspected } from '../../http/inspected.ts';
import { formatOf, readHead } from './read/read-file.ts';
import { UnreadableFile } from './read/types.ts';
import { storedBytes } from './store.ts';

const ROWS_RECOGNIZED = 500;
const ROWS_SHOWN = 12;
const CHARACTERS_SHOWN = 200;

/** Looks at the first rows of a received file, in whichever thread it is called. */
export async function inspectFile(database: Database, importId: number): Promise<Inspected> {
  try {
    return await inspect(database, importId);
  } catch (error) {
    if (error instanceof UnreadableFile) return { unreadable: error.message };
    throw error;
  }
}

async function inspect(database: Database, importId: number): Promise<Inspected> {
  const file = await storedBytes(database, importId);
  let start = Buffer.alloc(0);
  for await (const chunk of file.range(0, Math.min(4, file.size))) start = Buffer.concat([start, chunk]);
  const format = formatOf(start);
  const [header, ...rows] = await readHead(file, format, ROWS_RECOGNIZED + 1);
  if (header === undefined || rows.length === 0)
    throw new UnreadableFile('The file has no rows under its header.');
  const cells = rows.map((row) => row.cells);
  return {
    format,
    header: header.cells.map((cell) => cell.slice(0, CHARACTERS_SHOWN)),
    preview: {
      rows: cells.slice(0, ROWS_SHOWN).map((row) => row.map((cell) => cell.slice(0, CHARACTERS_SHOWN))),
      ...recognize(header.cells, cells),
    },
  };
}
