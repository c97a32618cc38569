import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { SetupProblem } from '../server/database/setupProblem.ts';

const SOURCES = ['web', 'core', 'public', 'index.html', 'vite.config.ts', 'package-lock.json', 'bin/buildWeb.ts'];

function filesUnder(place: string): string[] {
  if (!existsSync(place)) return [];
  if (!statSync(place).isDirectory()) return [place];
  return readdirSync(place).flatMap((name) => filesUnder(path.join(place, name)));
}

/** Fingerprint of everything the interface is built from; times do not count, so a fresh clone is not "newer". */
function fingerprint(root: string): string {
  const hash = createHash('sha256');
  for (const file of SOURCES.flatMap((source) => filesUnder(path.join(root, source))).sort()) {
    hash.update(path.relative(root, file)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/** Below this, a compressed file is hardly smaller. */
const MIN_BYTES = 1024;
const TEXT = /\.(js|css|html|svg|webmanifest|json)$/;

/** Each text file beside itself as Brotli and gzip, as small as they get: it is done once and sent a thousand times. */
function compress(folder: string): void {
  for (const file of filesUnder(folder).filter((name) => TEXT.test(name))) {
    const text = readFileSync(file);
    if (text.length < MIN_BYTES) continue;
    const params = { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY };
    writeFileSync(`${file}.br`, brotliCompressSync(text, { params }));
    writeFileSync(`${file}.gz`, gzipSync(text, { level: constants.Z_BEST_COMPRESSION }));
  }
}

/** Builds the interface when its sources have changed since the last build. */
export function buildWebWhenStale(root: string): void {
  const stamp = path.join(root, 'dist', 'web.stamp');
  const wanted = fingerprint(root);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Building the interface ...');
  const built = spawnSync(
    process.execPath,
    [path.join(root, 'node_modules', 'vite', 'bin', 'vite.js'), 'build', '--logLevel', 'warn'],
    {
      cwd: root,
      encoding: 'utf8',
      // Whoever starts it from within a test would otherwise get the interface as it is while it is developed.
      env: { ...process.env, NODE_ENV: 'production' },
    },
  );
  if (built.status !== 0) throw new SetupProblem(`The interface could not be built:\n${built.stdout}${built.stderr}`);
  compress(path.join(root, 'dist', 'web'));
  writeFileSync(stamp, wanted);
}
