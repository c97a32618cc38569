import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { QueryTypes } from 'sequelize';
import { afterEach, describe, expect, it } from 'vitest';
import { freePort } from '../testing/ports.ts';
import { temporaryFolder } from '../testing/preparedData.ts';
import { connect } from './connect.ts';
import { startDatabase } from './mariadb.ts';
import { SetupProblem } from './setupProblem.ts';

const folders: string[] = [];
const folder = () => {
  const made = temporaryFolder();
  folders.push(made);
  return made;
};
afterEach(() => {
  for (const each of folders.splice(0)) rmSync(each, { recursive: true, force: true });
});

describe('starting the database', () => {
  it('a port in use is one sentence, and nothing is made', async () => {
    const taken = net.createServer();
    await new Promise<void>((resolve) => taken.listen(0, '127.0.0.1', resolve));
    const { port } = taken.address() as net.AddressInfo;
    const dataFolder = folder();
    await expect(startDatabase({ dataFolder, port })).rejects.toThrow(
      new SetupProblem(
        `Port ${port}, wanted for the database, is in use: stop what uses it, or start with another --port.`,
      ),
    );
    expect(existsSync(path.join(dataFolder, 'mariadb'))).toBe(false);
    taken.close();
  });

  it('a half-initialised data folder is left as it is', async () => {
    const dataFolder = folder();
    mkdirSync(path.join(dataFolder, 'mariadb'));
    writeFileSync(path.join(dataFolder, 'mariadb', 'ibdata1'), 'half');
    await expect(startDatabase({ dataFolder, port: await freePort() })).rejects.toThrow(/half-initialised/);
    expect(readFileSync(path.join(dataFolder, 'mariadb', 'ibdata1'), 'utf8')).toBe('half');
  });

  it('a first start that was cut short while making the folder does not get in the way; a stale lock is cleared', async () => {
    const dataFolder = folder();
    const abandoned = path.join(dataFolder, 'mariadb.making-1');
    mkdirSync(path.join(abandoned, 'sys'), { recursive: true });
    writeFileSync(path.join(dataFolder, 'mariadb.pid'), '999999999');
    // What was started then still writes there, as the maker of a data folder does when only its starter was killed.
    const stillWriting = spawn(
      'sh',
      ['-c', 'while mkdir -p "$0/sys/$$" && : > "$0/sys/$$/table"; do :; done', abandoned],
      {
        stdio: 'ignore',
      },
    );
    const running = await startDatabase({ dataFolder, port: await freePort() });
    stillWriting.kill('SIGKILL');
    await expect(startDatabase({ dataFolder, port: await freePort() })).rejects.toThrow(
      /already runs on this data folder/,
    );
    // A server clears away what lies where it keeps temporary tables: with one place for two, the other's too.
    const database = await connect(running.address);
    const [place] = await database.sequelize.query<{ tmpdir: string }>('SELECT @@tmpdir AS tmpdir', {
      type: QueryTypes.SELECT,
    });
    expect(path.dirname(place!.tmpdir)).toBe(dataFolder);
    await database.close();
    await running.stop();
    expect(running.process.exitCode).toBe(0);
  });
});
