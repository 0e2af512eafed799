import { randomBytes } from 'node:crypto';

/** A key that no delivery ever had: of chance alone, since a number would begin anew once an older backup is put back. */
export const newKey = (): string => randomBytes(16).toString('hex');
