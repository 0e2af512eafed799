import { SaxesParser } from 'saxes';
import { UnreadableFile } from './types.ts';

/** A cell holds 32,767 characters at the most; nothing between two tags is longer than this. */
const MOST_BYTES_WITHOUT_TAG = 512 * 1024;
const STEP_BYTES = 64 * 1024;

/** Element names come without their prefix: `x:row` is `row`. */
export interface XmlHandler {
  open(name: string, attributes: Readonly<Record<string, string>>): void;
  close(name: string): void;
  text(text: string): void;
}

const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/**
 * Reads XML piece by piece and yields after each piece, so that what the handler has gathered can be taken. Entities that a file defines
 * itself are not expanded. `see` gets the text of every piece.
 */
export async function* readXml(
  bytes: AsyncIterable<Buffer>,
  handler: XmlHandler,
  see: (text: string) => void = () => {},
): AsyncGenerator<void> {
  const parser = new SaxesParser();
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let sinceTag = 0;
  parser.on('opentag', ({ name, attributes }) => {
    sinceTag = 0;
    handler.open(local(name), attributes as Record<string, string>);
  });
  parser.on('closetag', ({ name }) => {
    sinceTag = 0;
    handler.close(local(name));
  });
  parser.on('text', (text) => handler.text(text));
  parser.on('cdata', (text) => handler.text(text));
  parser.on('comment', () => {
    sinceTag = 0;
  });
  parser.on('error', (error) => {
    throw error;
  });
  const write = (text: string) => {
    sinceTag += text.length;
    see(text);
    parser.write(text);
    if (sinceTag > MOST_BYTES_WITHOUT_TAG) {
      throw new UnreadableFile(
        'The workbook holds a text that is longer than any cell can be. Save it as XLSX once more, or as CSV.',
      );
    }
  };
  let empty = true;
  for await (const chunk of bytes) {
    empty = false;
    for (let at = 0; at < chunk.length; at += STEP_BYTES) {
      write(decoder.decode(chunk.subarray(at, at + STEP_BYTES), { stream: true }));
      yield;
    }
  }
  // A part that is not there has nothing to say.
  if (empty) return;
  write(decoder.decode());
  parser.close();
  yield;
}

/** Reads XML to its end, for parts that are small. */
export async function readWholeXml(bytes: AsyncIterable<Buffer>, handler: XmlHandler): Promise<void> {
  for await (const _ of readXml(bytes, handler));
}
