/** West Ember through its own start command, on ports and data of the tests' own. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { testNow } from '../server/testing/testClock.ts';

const START_TIMEOUT_MS = 90_000;

export interface Started {
  address: string;
  /** From this machine's clock to the one that it stands at. */
  clockOffsetMs: number;
  stop(): Promise<void>;
}

/** A port that is free together with the one after it, which the database takes. */
async function twoFreePorts(): Promise<number> {
  const listen = (port: number) =>
    new Promise<net.Server | null>((resolve) => {
      const server = net.createServer();
      server.once('error', () => resolve(null));
      server.listen(port, '127.0.0.1', () => resolve(server));
    });
  for (;;) {
    const first = (await listen(0))!;
    const { port } = first.address() as net.AddressInfo;
    const second = await listen(port + 1);
    await Promise.all([first, second].map((server) => server && new Promise((resolve) => server.close(resolve))));
    if (second) return port;
  }
}

export async function startWestEmber(): Promise<Started> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'ember-e2e-'));
  const port = await twoFreePorts();
  const now = testNow();
  // Only how far the machine's clock is from the one handed in: pages are shifted by it, and nothing reads the machine's.
  const clockOffsetMs = Date.parse(now) - Date.now();
  const child = spawn(path.resolve('bin/start'), ['--port', String(port), '--data', data, '--now', now], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error('West Ember was not ready in time')), START_TIMEOUT_MS);
    child.stdout.on('data', (chunk: Buffer) => {
      if (!chunk.toString().includes('Ctrl-C stops it')) return;
      clearTimeout(timer);
      resolve();
    });
    child.once('exit', (code) => reject(new Error(`bin/start ended with ${code}`)));
  });
  return {
    address: `http://127.0.0.1:${port}`,
    clockOffsetMs,
    async stop() {
      child.removeAllListeners('exit');
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGINT');
      await ended;
      rmSync(data, { recursive: true, force: true });
    },
  };
}
