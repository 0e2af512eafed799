import type { Layout } from '@heath/core';
import { type Request, raw } from 'express';
import { Problem } from '../base/problem.ts';

/** A text that came as bytes, and how they said it. */
export interface EncodedText {
  readonly text: string;
  readonly encoding: Layout['encoding'];
}

/** What stands before the first character, and what it says of the encoding. A text without is UTF-8, if it can be. */
const MARKS = [
  { bytes: [0xef, 0xbb, 0xbf], encoding: 'utf-8 with mark', decoder: 'utf-8' },
  { bytes: [0xff, 0xfe], encoding: 'utf-16', decoder: 'utf-16le' },
] as const;
const WORKBOOK = [0x50, 0x4b, 0x03, 0x04];

const beginsWith = (bytes: Uint8Array, begin: readonly number[]): boolean =>
  begin.every((byte, i) => bytes[i] === byte);

/** The bytes as a text; null where they are none in this encoding. */
function decoded(bytes: Uint8Array, encoding: string): string | null {
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
}

const noUtf8 = () =>
  new Problem(422, 'invalid', 'The text is not in UTF-8. Save the file as CSV in UTF-8, and give it again.');

/**
 * Bytes as text, without their mark.
 *
 * @throws Problem where they are a workbook, or no text in what their mark says
 */
export function textOf(bytes: Uint8Array): EncodedText {
  if (beginsWith(bytes, WORKBOOK))
    throw new Problem(422, 'invalid', 'This is a workbook. Save its sheet as CSV in UTF-8, and give that.');
  const mark = MARKS.find((one) => beginsWith(bytes, one.bytes));
  if (mark !== undefined) {
    const text = decoded(bytes, mark.decoder);
    if (text === null) throw noUtf8();
    return { text, encoding: mark.encoding };
  }
  const text = decoded(bytes, 'utf-8');
  // Every byte is a character there, so that it is what is left, and never sure.
  return text === null
    ? { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'windows-1252' }
    : { text, encoding: 'utf-8' };
}

/** The text that a request carries, whatever type it says it is. Throws where it carries none, or more than it may. */
export async function encodedTextIn(request: Request, limit: string): Promise<EncodedText> {
  const read = raw({ type: () => true, limit });
  await new Promise<void>((resolve, reject) =>
    read(request, request.res as never, (error?: unknown) =>
      error === undefined ? resolve() : reject(error),
    ),
  );
  const body: unknown = request.body;
  if (!(body instanceof Uint8Array) || body.length === 0)
    throw new Problem(422, 'invalid', 'The file is empty. Send it as text.');
  const found = textOf(body);
  // What is asked for is this text: by it a write that is asked again is known.
  request.body = found.text;
  return found;
}

/** The same for a list whose names are stored: refused where the encoding of the names is not certain. */
export async function textIn(request: Request, limit: string): Promise<string> {
  const { text, encoding } = await encodedTextIn(request, limit);
  if (encoding === 'windows-1252') throw noUtf8();
  return text;
}
