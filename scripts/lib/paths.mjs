import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder. */
export const root = resolve(fileURLToPath(new URL('../..', import.meta.url)));

/** The folder for data, `HEATH_DATA` or one inside the project. */
export const dataFolder = (name = '.heath') => resolve(root, process.env.HEATH_DATA ?? name);
