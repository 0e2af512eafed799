import { createHash } from 'node:crypto';
import type { Server } from 'node:http';
import { people as demoPeople, HIRED, PAY_CODES } from '@heath/demo';
import express, { type Express, type Request, type Response } from 'express';
import { check } from './check.ts';
import { comeBy } from './fault-points.ts';
import { Ledger } from './ledger.ts';

/** How the next answers go wrong, so that whoever delivers can show what they do about it. */
interface Behavior {
  /** `slow` waits first; `cut off` ends the connection before anything is taken; `lost` takes the file and then ends the connection. */
  readonly how: 'well' | 'slow' | 'cut off' | 'lost' | 'garbled' | 'busy';
  /** How many answers; then all goes well again. */
  readonly times: number;
  readonly milliseconds: number;
}

const WELL: Behavior = { how: 'well', times: 0, milliseconds: 0 };
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
    comeBy('intake.received');
    const bytes = request.body as Buffer;
    // One after another: nothing waits between the look and the entry.
    let entry = ledger.of(key);
    if (entry === undefined) {
      const known = { people: new Set(listed().map(({ number }) => number)), codes, amounts };
      entry = {
        key,
        sha256: createHash('sha256').update(bytes).digest('hex'),
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
    const { status, says, refused } = entry;
    response.json({ status, says, refused });
  });
  app.get('/handoffs/:key', (request, response) => {
    const entry = ledger.of(request.params.key);
    if (entry === undefined) response.status(404).json({ says: 'Nothing came with this key.' });
    else response.json({ status: entry.status, says: entry.says, refused: entry.refused });
  });
  app.get('/ledger', (_request, response) => {
    response.json({ entries: ledger.entries });
  });
  app.get('/people.csv', (_request, response) => {
    response
      .type('csv')
      .send(['number,name', ...listed().map(({ number, name }) => `${number},${name}`)].join('\r\n'));
  });
  app.get('/codes.csv', (_request, response) => {
    response
      .type('csv')
      .send(
        ['code,name,kind', ...PAY_CODES.map(({ code, name, kind }) => `${code},"${name}",${kind}`)].join(
          '\r\n',
        ),
      );
  });
  app.post('/people', express.json(), (request, response) => {
    const { number, name } = (request.body ?? {}) as { number?: unknown; name?: unknown };
    if (typeof number !== 'string' || !/^[\w-]{1,32}$/.test(number)) {
      response.status(400).json({ says: 'Give a number.' });
      return;
    }
    if (!listed().some((one) => one.number === number))
      ledger.know({ number, name: typeof name === 'string' ? name.slice(0, 120) : '' });
    response.status(201).json({ people: listed().length });
  });
  app.put('/behavior', express.json(), (request, response) => {
    behavior = { ...WELL, ...(request.body as Partial<Behavior>) };
    response.json(behavior);
  });
  app.get('/health', (_request, response) => {
    response.json({ status: 'ready' });
  });
  return { app, ledger };
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
