import { createHash } from 'node:crypto';
import type { Server } from 'node:http';
import { people as demoPeople, HIRED, PAY_CODES } from '@heath/demo';
import express, { type Express, type Request, type Response } from 'express';
import { check } from './check.ts';
import { comeBy } from './fault-points.ts';
import { type Entry, Ledger } from './ledger.ts';

/** How the next answers go wrong, so that whoever delivers can show what they do about it. */
interface Behavior {
  /** `slow` waits first; `cut off` ends the connection before anything is taken; `lost` takes the file and then ends the connection. */
  readonly how: 'well' | 'slow' | 'cut off' | 'lost' | 'garbled' | 'busy' | 'redirected' | 'endless' | Lie;
  /** How many answers; then all goes well again. */
  readonly times: number;
  readonly milliseconds: number;
  /** Whether it answers who asks what it has. */
  readonly asking: 'well' | 'busy';
}

const WELL: Behavior = { how: 'well', times: 0, milliseconds: 0, asking: 'well' };

type Told = Pick<Entry, 'status' | 'says' | 'refused'>;

/** What it says that contradicts itself, whatever it took. */
const LIES = {
  'accepted but': ({ says }: Told): Told => ({
    status: 'accepted',
    says,
    refused: [{ line: 1, reason: 'It is refused all the same.' }],
  }),
  'in part but none': ({ says }: Told): Told => ({ status: 'in part', says, refused: [] }),
  'other lines': ({ says }: Told): Told => ({
    status: 'in part',
    says,
    refused: [{ line: 9_999_999, reason: 'Nobody sent it.' }],
  }),
  twice: ({ says }: Told): Told => ({
    status: 'in part',
    says,
    refused: [
      { line: 1, reason: 'Once.' },
      { line: 1, reason: 'And once more.' },
    ],
  }),
} as const;
export type Lie = keyof typeof LIES;
export const LIE_NAMES = Object.keys(LIES) as Lie[];
const isLie = (how: Behavior['how']): how is Lie => Object.hasOwn(LIES, how);

const MOST_LISTED = 1000;
const MOST_BYTES = '64mb';

export interface IntakeOptions {
  readonly ledgerFile: string;
  /** Of the company of this size. */
  readonly people?: number;
}

/** The pay system's intake, as an application that listens nowhere yet. */
function createIntake({ ledgerFile, people = 64 }: IntakeOptions): { app: Express; ledger: Ledger } {
  const ledger = new Ledger(ledgerFile);
  const ofCompany = demoPeople(people).filter(({ index }) => index !== HIRED);
  const listed = () => [...ofCompany.map(({ number, name }) => ({ number, name })), ...ledger.known];
  const codes = new Set(PAY_CODES.map(({ code }) => code));
  const amounts = new Set(PAY_CODES.filter(({ kind }) => kind === 'amount').map(({ code }) => code));
  let behavior = WELL;

  const app = express();
  app.disable('x-powered-by');
  const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));
  const next = (): Behavior => {
    if (behavior.times <= 0) return WELL;
    behavior = { ...behavior, times: behavior.times - 1 };
    return behavior;
  };
  /** True where it does not say what it has, just now. */
  const keepsSilent = (response: Response): boolean => {
    if (behavior.asking === 'well') return false;
    response.status(503).json({ says: 'Come again later.' });
    return true;
  };

  app.post('/handoffs', express.raw({ type: () => true, limit: MOST_BYTES }), async (request, response) => {
    const key = request.get('Idempotency-Key') ?? '';
    if (!/^[A-Za-z0-9-]{8,64}$/.test(key)) {
      response.status(400).json({ says: 'Send an Idempotency-Key.' });
      return;
    }
    const { how, milliseconds } = next();
    if (how === 'slow') await wait(milliseconds);
    if (how === 'cut off') return cut(request, response);
    if (how === 'busy') {
      response.status(503).json({ says: 'Come again later.' });
      return;
    }
    if (how === 'redirected') {
      response.redirect(307, `${request.protocol}://localhost:9/handoffs`);
      return;
    }
    comeBy('intake.received');
    const bytes = request.body as Buffer;
    // One after another: nothing waits between the look and the entry.
    let entry = ledger.of(key);
    if (entry === undefined) {
      const known = { people: new Set(listed().map(({ number }) => number)), codes, amounts };
      entry = {
        key,
        sha256: createHash('sha256').update(bytes).digest('hex'),
        name: (request.get('X-File-Name') ?? '').slice(0, 120),
        receivedAt: new Date().toISOString(),
        ...check(bytes.toString('utf8'), known, ledger),
      };
      ledger.keep(entry);
    }
    comeBy('intake.kept');
    if (how === 'lost') return cut(request, response);
    if (how === 'garbled') {
      response.type('json').send('{"status": "accep');
      return;
    }
    if (how === 'endless') return void neverEnd(response);
    response.json(isLie(how) ? LIES[how](entry) : told(entry));
  });
  app.get('/handoffs', (request, response) => {
    if (keepsSilent(response)) return;
    const last = Math.min(Number(request.query.last) || 100, MOST_LISTED);
    response.json({ handoffs: ledger.entries.slice(-last).reverse().map(listing) });
  });
  app.get('/handoffs/:key', (request, response) => {
    if (keepsSilent(response)) return;
    const entry = ledger.of(request.params.key);
    if (entry === undefined) response.status(404).json({ says: 'Nothing came with this key.' });
    else response.json(told(entry));
  });
  app.delete('/handoffs/:key', (request, response) => {
    if (keepsSilent(response)) return;
    const { key } = request.params;
    const entry = ledger.of(key);
    if (entry !== undefined) {
      response.json(told(entry));
      return;
    }
    ledger.keep(refusedFromNowOn(key));
    response.status(204).end();
  });
  app.use(lists(ledger, listed));
  app.put('/behavior', express.json(), (request, response) => {
    behavior = { ...WELL, ...(request.body as Partial<Behavior>) };
    response.json(behavior);
  });
  app.get('/health', (_request, response) => {
    response.json({ status: 'ready' });
  });
  return { app, ledger };
}

/** The entry of a key whose sender asked that nothing is taken with it. */
const refusedFromNowOn = (key: string): Entry => ({
  key,
  sha256: '',
  receivedAt: new Date().toISOString(),
  status: 'refused',
  says: 'Its sender asked that nothing is taken with this key.',
  refused: [],
  paid: [],
});

interface Listed {
  readonly number: string;
  readonly name: string;
}

/** What it says of itself: its ledger, the people and codes that it knows; and whom it is told of. */
function lists(ledger: Ledger, listed: () => readonly Listed[]): express.Router {
  const router = express.Router();
  router.get('/ledger', (_request, response) => {
    response.json({ entries: ledger.entries });
  });
  router.get('/people.csv', (_request, response) => {
    response
      .type('csv')
      .send(['number,name', ...listed().map(({ number, name }) => `${number},${name}`)].join('\r\n'));
  });
  router.get('/codes.csv', (_request, response) => {
    response
      .type('csv')
      .send(
        ['code,name,kind', ...PAY_CODES.map(({ code, name, kind }) => `${code},"${name}",${kind}`)].join(
          '\r\n',
        ),
      );
  });
  router.post('/people', express.json(), (request, response) => {
    const { number, name } = (request.body ?? {}) as { number?: unknown; name?: unknown };
    if (typeof number !== 'string' || !/^[\w-]{1,32}$/.test(number)) {
      response.status(400).json({ says: 'Give a number.' });
      return;
    }
    if (!listed().some((one) => one.number === number))
      ledger.know({ number, name: typeof name === 'string' ? name.slice(0, 120) : '' });
    response.status(201).json({ people: listed().length });
  });
  return router;
}

const told = ({ status, says, refused }: Entry): Told => ({ status, says, refused });

/** What the list says of a handoff: its number is what stands before the dash of its references. */
function listing({ key, receivedAt, name = '', paid }: Entry) {
  const hundredths = paid.reduce((sum, { hours }) => sum + Math.round(Number(hours) * 100), 0);
  const number = Number(paid[0]?.reference.split('-')[0]);
  return {
    key,
    receivedAt,
    name,
    lines: paid.length,
    hours: (hundredths / 100).toFixed(2),
    number: Number.isNaN(number) ? null : number,
  };
}

const LONGEST_MILLISECONDS = 60_000;

/** An answer that goes on as long as anybody reads it. */
async function neverEnd(response: Response): Promise<void> {
  const until = performance.now() + LONGEST_MILLISECONDS;
  response.type('json').write('{"status":"in part","says":"","refused":[{"line":1,"reason":"x"}');
  const more = ',{"line":1,"reason":"x"}'.repeat(4000);
  let isGone = false;
  let goOn = () => {};
  response.on('drain', () => goOn());
  response.on('close', () => {
    isGone = true;
    goOn();
  });
  while (!isGone && performance.now() < until)
    if (!response.write(more))
      await new Promise<void>((resolve) => {
        goOn = resolve;
      });
  response.destroy();
}

function cut(request: Request, response: Response): void {
  response.destroy();
  request.socket.destroy();
}

/** Starts it on a port of this machine alone; 0: any that is free. */
export function startIntake(
  options: IntakeOptions & { readonly port?: number },
): Promise<{ readonly url: string; readonly ledger: Ledger; close(): Promise<void> }> {
  const { app, ledger } = createIntake(options);
  return new Promise((resolve, reject) => {
    const server: Server = app.listen(options.port ?? 0, '127.0.0.1');
    server.once('error', reject);
    server.once('listening', () => {
      const address = server.address();
      const port = typeof address === 'object' && address !== null ? address.port : 0;
      resolve({
        url: `http://127.0.0.1:${port}`,
        ledger,
        close: () =>
          new Promise((done) => {
            server.closeAllConnections();
            server.close(() => {
              ledger.close();
              done();
            });
          }),
      });
    });
  });
}
