import { mkdtempSync, readFileSync, rmSync, statSync, utimesSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { threadCode } from './threadCode.ts';

const made = mkdtempSync(path.join(os.tmpdir(), 'ember-threads-'));
afterAll(() => rmSync(made, { recursive: true, force: true }));
const source = new URL('./photos/redraw.ts', import.meta.url);

describe('the code of a thread', () => {
  it('is one plain file that needs nothing to run', async () => {
    const { filename, execArgv } = threadCode(source, made);
    expect(execArgv).toEqual([]);
    expect(path.dirname(filename)).toBe(made);
    expect(readFileSync(filename, 'utf8')).not.toContain('interface ');
    const { default: redraw } = (await import(filename)) as { default(bytes: Uint8Array): Promise<unknown> };
    expect(await redraw(new Uint8Array([1, 2, 3]))).toBeNull();
  });

  it('is made once, and again when a source is newer', () => {
    const { filename } = threadCode(source, made);
    const first = statSync(filename).mtimeMs;
    threadCode(source, made);
    expect(statSync(filename).mtimeMs).toBe(first);
    utimesSync(filename, 0, 0);
    threadCode(source, made);
    expect(statSync(filename).mtimeMs).toBeGreaterThan(0);
  });

  it('that cannot be made is run from its sources', () => {
    const missing = new URL('./photos/nobody.ts', import.meta.url);
    expect(threadCode(missing, made)).toEqual({ filename: missing.href, execArgv: ['--import', 'tsx'] });
  });
});
