import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { closeSync, mkdirSync, mkdtempSync, openSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type CardsReply, cardRows } from '@heath/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Client, type Problem } from './client.ts';
import { type Starter, startHeath } from './starter.ts';

const MEGABYTE = 1024 * 1024;
const isRoot = process.getuid?.() === 0;

// A disk of its own is a file system in memory, and only root may mount one.
describe.skipIf(!isRoot)('a disk that is full', () => {
  const folder = mkdtempSync(join(tmpdir(), 'heath-full-'));
  const disk = join(folder, 'disk');
  const filler = join(disk, 'filler');
  let heath: Starter;
  let client: Client;

  beforeAll(async () => {
    mkdirSync(disk);
    const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=1200m,mode=755', 'tmpfs', disk]);
    if (mounted.status !== 0) throw new Error(`No disk of its own: ${mounted.stderr}`);
    heath = await startHeath(join(disk, 'data'), [
      '--first-period',
      '2026-10-19',
      '--last-punches',
      '2026-10-25',
    ]);
    await heath.until('Heath is at', 120);
    client = new Client(heath.url);
    await client.signIn('odile', 'gorse-in-bloom');
  });
  afterAll(async () => {
    heath?.child.kill('SIGTERM');
    await heath?.ended();
    spawnSync('umount', [disk]);
    rmSync(folder, { recursive: true, force: true });
  });

  const freeMegabytes = () => {
    const { bavail, bsize } = statfsSync(disk);
    return (bavail * bsize) / MEGABYTE;
  };
  /** Fills the disk until this much is left. */
  function leave(megabytes: number): void {
    const file = openSync(filler, 'a');
    const block = Buffer.alloc(MEGABYTE);
    try {
      while (freeMegabytes() > megabytes)
        writeSync(file, block, 0, Math.min(MEGABYTE, Math.max(1, (freeMegabytes() - megabytes) * MEGABYTE)));
    } catch {
      // There it is, full.
    }
    closeSync(file);
  }
  const FILE =
    'Person no,Punched at,Type\nMF-0101,2026-10-27T08:00:00Z,in\nMF-0101,2026-10-27T16:00:00Z,out\n';
  interface Import {
    readonly id: number;
    readonly status: string;
    readonly added: number;
    readonly preview: { readonly columns: readonly string[] };
  }
  async function importIt() {
    const received = await client.ask<Import & Problem>('POST', '/imports?name=disk.csv', FILE);
    if (received.status !== 201) return received;
    const { id, preview } = received.body;
    await client.ask('POST', `/imports/${id}/start`, { columns: preview.columns, dateOrder: 'iso' });
    for (;;) {
      const state = await client.get<Import>(`/imports/${id}`);
      if (state.status === 'done') return { status: 200, body: state as Import & Problem };
      if (state.status === 'failed') throw new Error(JSON.stringify(state));
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }

  it('is named before it is full: what, where, how much is left and how much is needed', async () => {
    leave(120);
    await new Promise((resolve) => setTimeout(resolve, 2500));
    const refused = await importIt();
    expect(refused.status).toBe(507);
    expect(refused.body).toMatchObject({ type: 'disk-full' });
    expect(refused.body.title).toMatch(
      /^The disk below .*disk\/data has \d+ MB left; 200 MB are needed\. Nothing was changed: free some space/,
    );
    const { disk: told } = await client.get<{ disk: { full: boolean; freeMegabytes: number } }>('/tasks');
    expect(told).toMatchObject({ full: true });
    await heath.until('Heath takes nothing new in until there are 200 MB: free some space.', 10);
    // Reading goes on.
    expect(cardRows(await client.get<CardsReply>('/periods/1/cards'))).toHaveLength(64);
  });

  it('however full it gets, answers come in words, and after space is freed everything goes on', async () => {
    leave(0);
    const code = JSON.stringify({ code: 'FULL', name: 'Full' });
    for (let i = 0; i < 5; i++) {
      const response = await fetch(`${heath.url}/api/pay-codes`, {
        method: 'POST',
        headers: {
          Origin: heath.url,
          Cookie: client.cookie,
          'Content-Type': 'application/json',
          'Idempotency-Key': randomUUID(),
        },
        body: code.replace('FULL', `FULL${i}`),
        signal: AbortSignal.timeout(30_000),
      });
      // The database may still have room of its own; where it has none it says so.
      expect([201, 503, 507]).toContain(response.status);
    }
    rmSync(filler);
    await heath.until('has room again', 15);
    await new Promise((resolve) => setTimeout(resolve, 2500));
    const done = await importIt();
    expect(done.body.added).toBe(2);
  });

  it('the database that died of it comes back once there is room, and until then it is said why not', async () => {
    leave(0);
    process.kill(heath.pid('database'), 'SIGKILL');
    await heath.until('The database ended (signal SIGKILL)', 20);
    await new Promise((resolve) => setTimeout(resolve, 4000));
    rmSync(filler);
    await heath.until('The database is up again.', 60);
    const done = await importIt();
    expect(done.status).toBe(200);
    expect(done.body.added).toBe(0);
  });
});
