/** Files as they are dropped on a page; the document's own have no bytes to send. */
import { File as FileWithBytes } from 'node:buffer';
import { fireEvent } from '@testing-library/react';
import { beforeEach, vi } from 'vitest';

beforeEach(() => {
  vi.stubGlobal('File', FileWithBytes);
});

/** A file with a text, as it was saved once: the same name and text are the same file. */
export const fileOf = (name: string, text: string): File =>
  new File([text], name, { type: 'text/plain', lastModified: 1 });

/** Drops a file on what takes one. */
export function dropOn(target: HTMLElement, file: File): void {
  fireEvent.drop(target, {
    dataTransfer: { types: ['Files'], files: [file], items: [{ kind: 'file', getAsFile: () => file }] },
  });
}
