import type { Layout } from './layout.ts';

type Encoding = Layout['encoding'];

let windows: Map<string, number> | null = null;
/** Which byte each character is in windows-1252, as the platform's own decoder has it. */
function windowsBytes(): ReadonlyMap<string, number> {
  if (windows === null) {
    const decoder = new TextDecoder('windows-1252');
    windows = new Map(
      Array.from({ length: 256 }, (_, byte) => [decoder.decode(Uint8Array.of(byte)), byte] as const),
    );
  }
  return windows;
}

/** The first character of a text that an encoding does not have; null where it has them all. */
export function unencodable(text: string, encoding: Encoding): string | null {
  if (encoding !== 'windows-1252') return null;
  const bytes = windowsBytes();
  for (const character of text) if (!bytes.has(character)) return character;
  return null;
}

/** What stands before the first character of a file. */
export function encodingMark(encoding: Encoding): Uint8Array {
  if (encoding === 'utf-8 with mark') return Uint8Array.of(0xef, 0xbb, 0xbf);
  return encoding === 'utf-16' ? Uint8Array.of(0xff, 0xfe) : new Uint8Array();
}

const utf8 = new TextEncoder();

const QUESTION_MARK = 0x3f;

/** A text as bytes; UTF-16 with the low byte first. What the encoding does not have is a question mark: `unencodable` tells before. */
export function encode(text: string, encoding: Encoding): Uint8Array {
  if (encoding === 'windows-1252') {
    const bytes = windowsBytes();
    return Uint8Array.from(text, (character) => bytes.get(character) ?? QUESTION_MARK);
  }
  if (encoding !== 'utf-16') return utf8.encode(text);
  const bytes = new Uint8Array(text.length * 2);
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    bytes[2 * i] = unit & 0xff;
    bytes[2 * i + 1] = unit >> 8;
  }
  return bytes;
}
