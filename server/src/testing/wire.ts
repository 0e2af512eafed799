import { type AddressInfo, connect, createServer, type Socket } from 'node:net';

/** A wire to the database that can be cut where a test wants it. */
export interface Wire {
  /** The same database, through the wire. */
  readonly url: string;
  /** Cuts every connection just behind the next message that holds this text: the database does it, and nobody hears of it. */
  cutBehind(text: string): void;
  /** Cuts every connection just before the next message that holds this text: the database never hears of it. */
  cutBefore(text: string): void;
  /** While down, nobody gets through after a cut. */
  down: boolean;
  /** How often it was cut. */
  cuts: number;
  close(): Promise<void>;
}

export async function wireTo(databaseUrl: string): Promise<Wire> {
  const to = new URL(databaseUrl);
  const sockets = new Set<Socket>();
  let armed: { readonly text: string; readonly behind: boolean } | null = null;
  const cut = () => {
    wire.cuts++;
    for (const socket of sockets) socket.destroy();
  };
  const server = createServer((client) => {
    if (wire.down) return void client.destroy();
    const database = connect(Number(to.port), to.hostname);
    for (const socket of [client, database]) {
      sockets.add(socket);
      socket.on('error', () => {});
      socket.on('close', () => {
        sockets.delete(socket);
        client.destroy();
        database.destroy();
      });
    }
    let deaf = false;
    client.on('data', (data) => {
      if (armed === null || !data.includes(armed.text)) return void database.write(data);
      const { behind } = armed;
      armed = null;
      if (!behind) return cut();
      // The reply shows that it is done; it is not passed on.
      deaf = true;
      database.once('data', cut);
      database.write(data);
    });
    database.on('data', (data) => {
      if (!deaf) client.write(data);
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const url = new URL(databaseUrl);
  url.port = String((server.address() as AddressInfo).port);
  const wire: Wire = {
    url: url.href,
    down: false,
    cuts: 0,
    cutBehind(text) {
      armed = { text, behind: true };
    },
    cutBefore(text) {
      armed = { text, behind: false };
    },
    close: () =>
      new Promise((resolve) => {
        for (const socket of sockets) socket.destroy();
        server.close(() => resolve());
      }),
  };
  return wire;
}
