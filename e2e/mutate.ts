/** Good files and requests, and how each is spoiled. */
import { crc32, deflateRawSync } from 'node:zlib';
import { LAYOUTS } from '@heath/demo';
import { Zip, type ZipInputFile } from 'fflate';
import { workbookParts, zipped } from '../server/src/testing/workbook.ts';
import type { Draw } from './draw.ts';

const GOOD_ROWS: readonly (readonly string[])[] = [
  ['Person no', 'Punched at', 'Type', 'Job', 'Site'],
  ...Array.from({ length: 24 }, (_, i) => [
    `MF-01${String(1 + (i % 40)).padStart(2, '0')}`,
    `2026-10-2${i % 9}T0${i % 10}:${String((i * 7) % 60).padStart(2, '0')}:00+01:00`,
    i % 2 === 0 ? 'in' : 'out',
    'Kittiwake',
    'Northquay',
  ]),
];

/** What breaks readers: separators, quotes, line ends, marks, numbers beyond all, things that look like code. */
const PIECES = [
  '"',
  '""',
  ',',
  ';',
  '\t',
  '\n',
  '\r',
  '\r\n',
  '\0',
  '\uFEFF',
  ' ',
  '=1+1',
  "'",
  '😀',
  '\u2028',
  'ﬁ',
  'e\u0301',
  '-1',
  '999999999999',
  '1e308',
  '0x10',
  'NaN',
  'null',
  '2026-02-30',
  '+26:00',
  '-18:00',
  '\n'.repeat(20_000),
  '26:61',
  '<script>',
  "'; DROP TABLE punch; --",
  '$\u007b1}',
  '%00',
  '../../etc',
  'x'.repeat(300),
  'y'.repeat(70_000),
] as const;
const BYTES = [0, 0xff, 0xfe, 0xc3, 0x80, 0xed, 0x0a, 0x0d, 0x22, 0x2c] as const;

/** Spoils a text in one to six places. */
function spoilText(text: string, draw: Draw, pieces: readonly string[] = PIECES): string {
  let spoiled = text;
  for (let i = draw.upTo(5); i >= 0; i--) {
    const at = draw.upTo(spoiled.length);
    const length = draw.upTo(12);
    switch (draw.upTo(5)) {
      case 0:
        spoiled = spoiled.slice(0, at) + draw.oneOf(pieces) + spoiled.slice(at);
        break;
      case 1:
        spoiled = spoiled.slice(0, at) + spoiled.slice(at + length);
        break;
      case 2:
        spoiled = spoiled.slice(0, at) + draw.oneOf(pieces) + spoiled.slice(at + length);
        break;
      case 3:
        spoiled =
          spoiled.slice(0, at) +
          spoiled.slice(at, at + length).repeat(1 + draw.upTo(20)) +
          spoiled.slice(at + length);
        break;
      case 4:
        if (draw.random() < 0.3) spoiled = spoiled.slice(0, at);
        break;
      default: {
        const from = draw.upTo(spoiled.length);
        spoiled = spoiled.slice(0, at) + spoiled.slice(from, from + 60) + spoiled.slice(at);
      }
    }
  }
  return spoiled;
}

/** Spoils bytes in one to six places. */
function spoilBytes(bytes: Buffer, draw: Draw): Buffer {
  const spoiled = Buffer.from(bytes);
  for (let i = draw.upTo(5); i >= 0 && spoiled.length > 0; i--)
    spoiled[draw.upTo(spoiled.length - 1)] = draw.oneOf(BYTES);
  return draw.random() < 0.15 ? spoiled.subarray(0, draw.upTo(spoiled.length)) : spoiled;
}

/** A CSV, spoiled or not, in a writing of its own. */
export function csvFile(draw: Draw): Buffer {
  const separator = draw.oneOf([',', ';', '\t']);
  const quote = draw.random() < 0.2;
  const lines = GOOD_ROWS.map((cells) => cells.map((cell) => (quote ? `"${cell}"` : cell)).join(separator));
  let text = lines
    .map((line) => line + draw.oneOf(draw.random() < 0.2 ? ['\n', '\r\n', '\r', '\n\n'] : ['\r\n']))
    .join('');
  if (draw.random() < 0.85) text = spoilText(text, draw);
  if (draw.random() < 0.05) text = text.repeat(200);
  let bytes = Buffer.from(text);
  if (draw.random() < 0.1) bytes = Buffer.from(`\uFEFF${text}`, 'utf16le');
  return draw.random() < 0.1 ? spoilBytes(bytes, draw) : bytes;
}

/** How many rows a text has under its header, by a reckoning of its own; null where a quote stays open or is not where one can be. */
export function plainRowCount(bytes: Buffer): number | null {
  const text = bytes.toString('utf8');
  if (text.includes('"') || text.includes('\uFFFD')) return null;
  return (
    text
      .replace(/^\uFEFF/, '')
      .split(/\r\n|\n|\r/)
      .filter((line) => line !== '').length - 1
  );
}

const XML_PIECES = [
  '<row>',
  '</row>',
  '<c>',
  '</c>',
  '<v>',
  '</v>',
  '<row r="5">',
  '<c r="XFD1" t="s"><v>0</v></c>',
  '<c r="A1048577"><v>1</v></c>',
  '<c t="s"><v>-1</v></c>',
  '<c t="s"><v>99999999999</v></c>',
  '<c s="99999"><v>46000</v></c>',
  '<c t="n"><v>1e400</v></c>',
  '<row><c><f>A1+1</f></c></row>',
  '<f>',
  '<c s="1"><v>-5</v></c>',
  '<c s="1"><v>99999999</v></c>',
  '<c t="inlineStr"><is><t>x</t></is></c>',
  '<row r="999999999999">',
  '<!--',
  '-->',
  '<![CDATA[',
  ']]>',
  '&amp;',
  '&lol;',
  '&#0;',
  '&#x10FFFF;',
  '<?x?>',
  '<!DOCTYPE a [<!ENTITY lol "lollollol">]>',
  '"',
  "'",
  '<',
  '>',
  '\0',
  '\uFFFE',
  'xmlns:x="y"',
  ' r="B2"',
  'x'.repeat(70_000),
  '<c r="A1"><v>1</v></c>'.repeat(500),
  '<row><c t="str"><v>x</v></c></row>'.repeat(3000),
  '<si><t>x</t></si>'.repeat(5000),
] as const;

/** A workbook, spoiled in its parts, in its zip, or not at all. */
export function workbookFile(draw: Draw): Buffer {
  const parts = workbookParts(GOOD_ROWS);
  const how = draw.random();
  if (how < 0.65) {
    for (let i = draw.upTo(1); i >= 0; i--) {
      const name = draw.oneOf(
        draw.random() < 0.6 ? ['xl/worksheets/sheet1.xml', 'xl/sharedStrings.xml'] : Object.keys(parts),
      );
      parts[name] = spoilText(parts[name] ?? '', draw, XML_PIECES);
    }
    if (draw.random() < 0.1) delete parts[draw.oneOf(Object.keys(parts))];
  }
  const bytes = zipped(parts);
  return how >= 0.65 && how < 0.9 ? spoilBytes(bytes, draw) : bytes;
}

/** A workbook one part of which unpacks to so many megabytes: a piece again and again, before the end of it. */
export function giantWorkbook(part: string, before: string, piece: string, megabytes: number): Buffer {
  const parts = workbookParts(GOOD_ROWS);
  const [head, tail] = parts[part]!.split(before) as [string, string];
  const block = Buffer.from(piece.repeat(Math.ceil(65_536 / piece.length)));
  const blocks = Math.ceil((megabytes * 1024 * 1024) / block.length);
  const whole = Buffer.concat([
    Buffer.from(head),
    ...Array.from({ length: blocks }, () => block),
    Buffer.from(before + tail),
  ]);
  return zippedQuickly({ ...parts, [part]: whole });
}

/** A zip whose parts the runtime compresses: hundreds of megabytes take it a second, and a library written in JavaScript twelve. */
function zippedQuickly(parts: Readonly<Record<string, string | Buffer>>): Buffer {
  const chunks: Uint8Array[] = [];
  const zip = new Zip((error, chunk) => {
    if (error !== null) throw error;
    chunks.push(chunk);
  });
  for (const [filename, part] of Object.entries(parts)) {
    const bytes = Buffer.from(part);
    const file: ZipInputFile = { filename, size: bytes.length, crc: crc32(bytes), compression: 8 };
    zip.add(file);
    file.ondata?.(null, deflateRawSync(bytes, { level: 1 }), true);
  }
  zip.end();
  return Buffer.concat(chunks);
}

export interface Request {
  readonly method: string;
  readonly path: string;
  readonly body: string | undefined;
  readonly headers: Readonly<Record<string, string>>;
}

const JSON_TYPE = { 'Content-Type': 'application/json' };
const CORRECTING = {
  says: { kind: 'set-meal', from: 1_792_500_000, to: 1_792_501_800 },
  note: 'by hand',
};
const RULE = {
  name: 'Any',
  firstDay: null,
  lastDay: null,
  when: { multipliers: [2], jobs: ['stores'] },
  code: '110',
};
const AMOUNT = { personId: 4, day: '2026-10-20', what: 'Miles', amount: '12.50', job: null, note: '' };
const SCHEME = {
  every: { kind: 'two weeks', anchor: '2026-10-19' },
  payDay: { daysAfter: 3, weekday: null, moved: 'before' },
};
const GOOD_REQUESTS: readonly (readonly [method: string, path: string, body?: unknown])[] = [
  ['GET', '/session'],
  ['GET', '/health'],
  ['GET', '/periods'],
  ['GET', '/periods/1/cards'],
  ['GET', '/periods/1/cards/5'],
  ['GET', '/periods/1/strip?group=1'],
  ['GET', '/periods/1/handoff'],
  ['GET', '/imports'],
  ['GET', '/imports/1'],
  ['GET', '/imports/1/refusals?after=0'],
  ['GET', '/imports/1/refusals.csv'],
  ['GET', '/handoffs/1'],
  ['GET', '/handoffs/1/file'],
  ['GET', '/mapping'],
  ['GET', '/layouts'],
  ['GET', '/pay-codes'],
  ['GET', '/tasks'],
  ['POST', '/tasks/1/retry'],
  ['DELETE', '/tasks/1'],
  ['POST', '/imports/1/start', { columns: ['person', 'moment', 'kind', 'job', 'site'], dateOrder: 'iso' }],
  ['POST', '/periods/1/cards/4/preview', { exception: 'missing-out:1', at: 1_793_000_000, note: '' }],
  ['POST', '/periods/1/cards/4/settle', { exception: 'missing-out:1', at: 1_793_000_000, note: 'x' }],
  ['POST', '/periods/1/cards/4/corrections/1/undo'],
  ['POST', '/periods/1/cards/4/corrections/preview', CORRECTING],
  ['POST', '/periods/1/cards/4/corrections', CORRECTING],
  ['POST', '/periods/1/cards/4/corrections', { says: { kind: 'drop', punch: 1 }, note: '' }],
  ['POST', '/periods/1/handoff', { groups: [1], overrides: [{ check: 'approved', reason: 'We know' }] }],
  ['POST', '/periods/1/handoff/check', { groups: [1] }],
  ['POST', '/handoffs/1/deliver', { what: 'all' }],
  ['POST', '/handoffs/1/reopen', { reason: 'A wrong night' }],
  ['POST', '/handoffs/1/void', { reason: 'A wrong night' }],
  ['PUT', '/mapping', { basedOn: 1, rules: [RULE] }],
  ['POST', '/periods/1/mapping/preview', { rules: [RULE] }],
  ['POST', '/layouts', { says: LAYOUTS[0] }],
  ['PUT', '/layouts/1', { says: LAYOUTS[1], version: 1 }],
  ['PUT', '/layouts/1/use'],
  ['DELETE', '/layouts/2'],
  ['POST', '/periods/1/layouts/preview', { says: LAYOUTS[1], batchId: 1 }],
  ['POST', '/pay-codes', { code: 'N1', name: 'New' }],
  ['PUT', '/pay-codes/list', 'code,name\n110,Ordinary'],
  ['PUT', '/pay-codes/people', 'number,codes\nMF-0101,110 215'],
  ['POST', '/session', { username: 'nobody', password: 'no' }],
  ['GET', '/pay-system'],
  ['GET', '/differences'],
  ['GET', '/audit-events?before=99'],
  ['GET', '/users'],
  ['GET', '/pay-codes/rates'],
  ['GET', '/periods/1/amounts'],
  ['GET', '/periods/1/reports/hours-and-cost'],
  ['GET', '/periods/1/reports/overtime/file?as=csv'],
  ['GET', '/periods/1/day?day=2026-10-20'],
  ['GET', '/periods/1/day/ribbons?day=2026-10-20&people=1,2'],
  ['POST', '/handoffs/1/ask'],
  ['POST', '/handoffs/1/state', { has: 'these', lines: '1-40, 42', reason: 'They rang' }],
  ['POST', '/handoffs/1/take-out', { reason: 'They do not know it' }],
  ['POST', '/pay-system/explain', { keys: ['a1b2c3d4'], reason: 'A test' }],
  ['POST', '/differences/decide', { what: 'carry', differences: [{ periodId: 1, personId: 4, version: 1 }] }],
  ['POST', '/periods/1/amounts', { amounts: [AMOUNT], again: true }],
  ['PUT', '/periods/1/amounts/list?again=true', 'number,day,what,amount\nMF-0101,2026-10-20,Miles,3'],
  ['PUT', '/pay-codes/rates', 'number,rate,first day\nMF-0101,18.50,2026-10-01'],
  ['PUT', '/pay-periods/lock', { until: '2026-10-01', reason: 'Closed' }],
  [
    'POST',
    '/pay-periods/preview',
    { groups: [1], until: '2027-03-31', change: { from: '2026-11-02', scheme: SCHEME } },
  ],
  [
    'POST',
    '/periods/1/bulks/preview',
    { what: 'All', note: '', items: [{ personId: 4, says: CORRECTING.says }] },
  ],
  ['POST', '/periods/1/approvals', { people: [4, 5] }],
  ['POST', '/found', { periodId: 1, look: { what: 'longer', seconds: 36_000 } }],
];
const VALUES: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1.5,
  1e300,
  2 ** 53,
  '',
  ' ',
  'x'.repeat(1000),
  '\0',
  '😀',
  "'; DROP TABLE punch; --",
  [],
  [null],
  {},
  { a: { b: {} } },
  '__proto__',
  'constructor',
  ['person', 'person'],
  'leave:x',
  'premium:',
  'overtime-9999999999',
  '2026-02-30',
  '2026-13-01',
  '2026-10-20T08:00:00+26:00',
  '1-999999999',
];
const SEGMENTS = [
  '0',
  '-1',
  '1.5',
  '999999999',
  '99999999999999',
  'abc',
  '%00',
  '%E0%A4%A',
  '..',
  '%2e%2e',
  '%2F',
  ' ',
  '😀',
  "'",
  '"',
  '*',
  '__proto__',
  '',
];
const HEADERS: readonly (readonly [string, string])[] = [
  ['Content-Type', 'text/plain'],
  ['Content-Type', 'application/json; charset=koi8-r'],
  ['Content-Type', 'application/json; charset='],
  ['Content-Type', 'multipart/form-data'],
  ['Content-Encoding', 'gzip'],
  ['Content-Encoding', 'squeezed'],
  ['Idempotency-Key', ''],
  ['Idempotency-Key', 'x'.repeat(500)],
  ['Idempotency-Key', 'one-key-for-all'],
  ['Cookie', 'heath=s%3Anonsense.nonsense'],
  ['Cookie', 'heath=%E0%A4%A'],
  ['Origin', 'null'],
  ['Origin', 'https://elsewhere.example'],
  ['Accept-Encoding', 'x'.repeat(200)],
  ['If-None-Match', '"x"'],
  ['Range', 'bytes=99-1'],
  ['X-Forwarded-For', 'nonsense'],
  ['X-HTTP-Method-Override', 'DELETE'],
];

/** A request, spoiled in its path, its query, its body or its headers. */
export function badRequest(draw: Draw): Request {
  const [goodMethod, goodPath, goodBody] = draw.oneOf(GOOD_REQUESTS);
  let method = goodMethod;
  let path = goodPath;
  let body = goodBody === undefined ? undefined : JSON.stringify(goodBody);
  const headers: Record<string, string> = body === undefined ? {} : { ...JSON_TYPE };
  for (let i = draw.upTo(2); i >= 0; i--) {
    switch (draw.upTo(6)) {
      case 0: {
        const segments = path.split('/');
        segments[1 + draw.upTo(segments.length - 2)] = encodeURI(draw.oneOf(SEGMENTS)).replaceAll('%25', '%');
        path = segments.join('/');
        break;
      }
      case 1:
        path += `${path.includes('?') ? '&' : '?'}${draw.oneOf(['after', 'group', 'by', 'name', '__proto__', 'a[b]'])}=${encodeURIComponent(draw.oneOf(SEGMENTS))}`;
        break;
      case 2: {
        const value = draw.oneOf(VALUES);
        if (typeof goodBody === 'object' && goodBody !== null)
          body = JSON.stringify({ ...goodBody, [draw.oneOf(Object.keys(goodBody))]: value });
        else body = JSON.stringify(value);
        headers['Content-Type'] = 'application/json';
        break;
      }
      case 3:
        body = spoilText(body ?? '{}', draw, [
          '"',
          '{',
          '}',
          '[',
          ']',
          ':',
          ',',
          '\\',
          '\\u0000',
          '\uFEFF',
          'x'.repeat(250_000),
          '9'.repeat(400),
        ]);
        headers['Content-Type'] = 'application/json';
        break;
      case 4: {
        const [name, value] = draw.oneOf(HEADERS);
        headers[name] = value;
        break;
      }
      case 5:
        method = draw.oneOf(['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'HEAD', 'OPTIONS']);
        break;
      default:
        path = path.replace('/periods/1', `/periods/${draw.upTo(9)}`);
    }
  }
  // Whoever signs out is refused everything after it, and nothing more is learned.
  if (method === 'DELETE' && path.startsWith('/session')) method = 'PATCH';
  return { method, path, body: method === 'GET' || method === 'HEAD' ? undefined : body, headers };
}
