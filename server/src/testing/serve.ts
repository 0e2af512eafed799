import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createApp } from '../app.ts';
import type { Config } from '../config.ts';
import { SessionStore } from '../features/sign-in/session-store.ts';
import type { Context } from '../http/context.ts';

/** The application on a free port of loopback, as people reach it. */
export async function serve(
  context: Context,
  trustProxy: Config['trustProxy'] = false,
): Promise<{ base: string; close: () => void }> {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const config = { webFolder: '/nowhere', origins: [base], trustProxy };
  server.on('request', createApp(context, new SessionStore(context.database), 'test secret', config));
  return { base, close: () => server.close() };
}
