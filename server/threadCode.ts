/**
 * Code of worker threads as one plain file each: a thread that has to translate the whole core first is ready seconds
 * later. Made again whenever a source is newer; where it cannot be made, the sources themselves are run.
 */
import { existsSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildSync } from 'esbuild';

const ROOT = path.resolve(import.meta.dirname, '..');
const MADE = path.join(ROOT, 'dist', 'threads');
/** What threads are made of; a package that changes changes the last. */
const SOURCES = ['core', 'server', 'package-lock.json'];

function newestMs(place: string): number {
  const stat = statSync(place);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(
    stat.mtimeMs,
    ...readdirSync(place, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.name.endsWith('.ts'))
      .map((entry) => statSync(path.join(entry.parentPath, entry.name)).mtimeMs),
  );
}

/** How a thread is started: the file, and what Node.js needs to run it. */
export interface ThreadCode {
  filename: string;
  execArgv: string[];
}

/** The code of a thread, made into one file where that is older than its sources. */
export function threadCode(source: URL, made = MADE): ThreadCode {
  const file = path.join(made, `${path.basename(source.pathname, '.ts')}.mjs`);
  const whole = { filename: file, execArgv: [] };
  try {
    const isFresh =
      existsSync(file) && statSync(file).mtimeMs > Math.max(...SOURCES.map((each) => newestMs(path.join(ROOT, each))));
    if (isFresh) return whole;
    // Several processes may make it at once: each under a name of its own.
    const fresh = `${file}.${process.pid}.${Date.now()}`;
    buildSync({
      entryPoints: [fileURLToPath(source)],
      outfile: fresh,
      bundle: true,
      platform: 'node',
      format: 'esm',
      packages: 'external',
      logLevel: 'silent',
    });
    renameSync(fresh, file);
    return whole;
  } catch {
    rmSync(file, { force: true });
    return { filename: source.href, execArgv: ['--import', 'tsx'] };
  }
}
