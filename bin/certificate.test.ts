import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import https from 'node:https';
import os from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { readCertificate, selfSigned } from './certificate.ts';

const folder = mkdtempSync(path.join(os.tmpdir(), 'ember-certificate-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const inFolder = (name: string) => path.join(folder, name);

describe('a certificate of our own', () => {
  it('is good for the names of this machine, kept, and trusted by whoever has its file', async () => {
    vi.spyOn(console, 'log').mockImplementation(() => {});
    const names = ['localhost', '127.0.0.1', '192.168.7.20'];
    const { cert, key } = await selfSigned(folder, names);
    const made = new X509Certificate(cert);
    expect([made.checkHost('localhost'), made.checkIP('192.168.7.20')]).toEqual(['localhost', '192.168.7.20']);
    expect(made.checkHost('elsewhere')).toBeUndefined();
    expect(statSync(inFolder('certificate-key.pem')).mode & 0o077).toBe(0);
    expect((await selfSigned(folder, names)).cert).toBe(cert);
    // Another address in the network: it would not be trusted there.
    expect((await selfSigned(folder, [...names, '10.0.0.9'])).cert).not.toBe(cert);
    vi.restoreAllMocks();

    const server = https.createServer({ cert, key }, (_request, response) => response.end('lit'));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as { port: number };
    const text = await new Promise<string>((resolve, reject) =>
      https
        .get({ port, host: '127.0.0.1', servername: 'localhost', ca: cert }, (answer) => {
          answer.on('data', (chunk) => resolve(String(chunk)));
        })
        .on('error', reject),
    );
    expect(text).toBe('lit');
    server.close();
  });
});

describe('a certificate that is given', () => {
  it('is refused in one sentence when it cannot be read or is none', () => {
    const cert = readFileSync(inFolder('certificate.pem'), 'utf8');
    writeFileSync(inFolder('words.pem'), 'no certificate');
    writeFileSync(inFolder('cert.pem'), cert);
    expect(() => readCertificate(inFolder('missing.pem'), inFolder('words.pem'))).toThrow(/cannot be read/);
    expect(() => readCertificate(inFolder('words.pem'), inFolder('words.pem'))).toThrow(/no certificate in PEM/);
    expect(() => readCertificate(inFolder('cert.pem'), inFolder('words.pem'))).toThrow(/no private key in PEM/);
    expect(readCertificate(inFolder('cert.pem'), inFolder('certificate-key.pem')).cert).toBe(cert);
  });
});
