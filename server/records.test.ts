/** One record that cannot be read never hides another; logs prove what is stored; a backup brings back the same, byte for byte. */
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { QueryTypes } from 'sequelize';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { loadLargeFleet } from '../demo/largeFleet.ts';
import { buildApp } from './app.ts';
import { backupsIn, isDue, nightlyBackups } from './backup/nightly.ts';
import { verifyAll } from './backup/verify.ts';
import { migrate } from './database/migrations.ts';
import { keepRuntime } from './database/runtime.ts';
import { uuidv7 } from './ids.ts';
import { run } from './main.ts';
import { windowOn } from './testing/operations.ts';
import { freePort } from './testing/ports.ts';
import { temporaryFolder } from './testing/preparedData.ts';
import { testClock } from './testing/testClock.ts';
import { type Client, signIn, startTestServer, unitIdOf } from './testing/testServer.ts';

const root = path.resolve(import.meta.dirname, '..');
const folders: string[] = [];
const folder = () => {
  const made = temporaryFolder();
  folders.push(made);
  return made;
};

let server: Awaited<ReturnType<typeof startTestServer>>;
let lead: Client;
beforeAll(async () => {
  server = await startTestServer();
  lead = await signIn(server.app, 'odile');
});
afterAll(async () => {
  await server?.stop();
  for (const each of folders) rmSync(each, { recursive: true, force: true });
});

const ember = (...args: string[]) => spawnSync(path.join(root, 'bin', 'ember'), args, { encoding: 'utf8' });

async function verdicts(repair = false) {
  const found: Record<string, string[]> = {};
  for await (const verdict of verifyAll(server.database, repair))
    if (verdict.problems.length > 0) found[verdict.what] = verdict.problems;
  return found;
}

describe('a record that cannot be read', () => {
  it('is listed as damaged with the reason, everything else works, and it is rebuilt from its log', async () => {
    const { units } = server.database.tables;
    const unitId = await unitIdOf(lead, 'SR-12');
    const [text] = await windowsWork(unitId);
    await units.update({ build: text!.replace('"lamps":{', '"lampz":{') }, { where: { id: unitId } });
    // Another process on the same database, as after a restart.
    const app = await buildApp({ database: server.database, logLevel: 'fatal', signInTries: 500, clock: testClock() });
    await app.ready();
    const fresh = await signIn(app, 'odile');
    await expect.poll(async () => (await row(fresh, 'SR-12')).damaged ?? '', { timeout: 20_000 }).toContain('lamps');
    expect((await fresh.get(`/api/units/${unitId}`)).json()).toMatchObject({
      error: { code: 'UNIT_DAMAGED', message: expect.stringContaining('SR-12') },
    });
    // Under the lock that it holds itself, an operation on it is answered the same way.
    const change = { id: uuidv7(), kind: 'addComment', commentId: uuidv7(), text: 'x' };
    const sent = { baseRevision: 0, clientId: uuidv7(), operations: [change] };
    expect((await fresh.send('POST', `/api/units/${unitId}/operations`, sent)).json()).toMatchObject({
      error: { code: 'UNIT_DAMAGED' },
    });
    expect((await row(fresh, 'SR-05')).damaged).toBeNull();
    for (const url of ['/api/shop', '/api/shelf', '/api/hours', `/api/units/${await unitIdOf(fresh, 'SR-07')}`])
      expect((await fresh.get(url)).statusCode, url).toBe(200);
    expect((await fresh.get('/api/records')).json()).toMatchObject({ damaged: [{ tag: 'SR-12' }] });

    expect(await verdicts()).toEqual({ 'SR-12': ['the stored document cannot be read'] });
    await verdicts(true);
    expect(await verdicts()).toEqual({});
    expect((await fresh.get(`/api/units/${unitId}`)).statusCode).toBe(200);
    const again = (await units.findByPk(unitId, { attributes: ['build'], raw: true })) as unknown as { build: string };
    expect(JSON.parse(again.build)).toEqual(JSON.parse(text!));
    await app.close();
  });

  const row = async (client: Client, tag: string) =>
    (await client.get(`/api/units?text=${tag}`)).json<{ rows: { tag: string; damaged: string | null }[] }>().rows[0]!;

  /** Some work on a unit, undone in part, so that its log says something. The text as it is stored then. */
  async function windowsWork(unitId: string): Promise<string[]> {
    const window = windowOn(lead, unitId);
    const id = await window.must({ kind: 'setElectrics', changes: { batteryAh: 71 } });
    await window.must({ kind: 'addComment', commentId: uuidv7(), text: 'Mind the brush.' });
    await window.must({ kind: 'undo', operationId: id });
    const stored = await server.database.tables.units.findByPk(unitId, { attributes: ['build'], raw: true });
    return [(stored as unknown as { build: string }).build];
  }

  it('differs from its log by so much as one figure, and that is said', async () => {
    const { units } = server.database.tables;
    const unitId = await unitIdOf(lead, 'SR-20');
    const { build } = (await units.findByPk(unitId, { raw: true })) as unknown as { build: string };
    await units.update({ build: build.replace('"batteryAh":60', '"batteryAh":61') }, { where: { id: unitId } });
    expect(await verdicts()).toEqual({ 'SR-20': ['the stored document differs from its log in electrics/batteryAh'] });
    await verdicts(true);
    expect(await verdicts()).toEqual({});
  });

  it('a log with a hole in it is said to have one, and nothing is rebuilt from it', async () => {
    const { operations } = server.database.tables;
    const unitId = await unitIdOf(lead, 'SR-23');
    const window = windowOn(lead, unitId);
    const ids = [];
    for (const batteryAh of [91, 92, 93]) ids.push(await window.must({ kind: 'setElectrics', changes: { batteryAh } }));
    const kept = await operations.findByPk(ids[1]!, { raw: true });
    await operations.destroy({ where: { id: ids[1]! } });
    expect((await verdicts(true))['SR-23']![0]).toContain('something is missing between');
    await operations.create(kept as never);
    expect(await verdicts()).toEqual({});
  });

  it('the shop’s too: units go on, and the sentence says what is wrong', async () => {
    const { shop } = server.database.tables;
    const kept = (await shop.findByPk(1, { raw: true })) as unknown as { document: string; revision: number };
    await shop.update(
      { document: kept.document.replace('"version":1', '"version":9'), revision: kept.revision + 1 },
      { where: { id: 1 } },
    );
    expect((await lead.get('/api/shop')).json()).toMatchObject({ error: { code: 'SHOP_DAMAGED' } });
    expect((await lead.get('/api/units')).statusCode).toBe(200);
    await shop.update({ document: kept.document, revision: kept.revision }, { where: { id: 1 } });
    expect((await lead.get('/api/shop')).statusCode).toBe(200);
  });
});

describe('backup and restore', () => {
  it('a snapshot taken while people work gives the same documents and pictures, byte for byte, in an empty folder', async () => {
    keepRuntime(server.dataFolder, { port: 0, databasePort: server.databasePort });
    const unitId = await unitIdOf(lead, 'SR-07');
    const photoId = uuidv7();
    const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#c8501b' } })
      .png()
      .toBuffer();
    const url = `/api/units/${unitId}/photos/${photoId}`;
    await lead.put(url, picture, 'image/png');
    const window = windowOn(lead, unitId);
    const file = path.join(folder(), 'shop.tar.gz');
    let working = true;
    const work = (async () => {
      while (working) await window.must({ kind: 'addComment', commentId: uuidv7(), text: 'While it is saved.' });
    })();
    const saved = spawnBackup(file);
    expect(await saved).toBe(0);
    working = false;
    await work;

    // Readable without the program: lines of JSON, pictures, and sums that a standard tool checks.
    const unpacked = folder();
    execFileSync('tar', ['-xzf', file, '-C', unpacked]);
    expect(execFileSync('sha256sum', ['--status', '-c', 'checksums.sha256'], { cwd: unpacked }).toString()).toBe('');
    const lines = readFileSync(path.join(unpacked, 'units.jsonl'), 'utf8').trim().split('\n');
    const stored = lines.map((line) => JSON.parse(line) as { id: string; build: string; revision: number });
    expect(readdirSync(path.join(unpacked, 'photos', unitId))).toEqual([`${photoId}.jpg`]);
    const logged = readFileSync(path.join(unpacked, 'operations.jsonl'), 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { unit_id: string; revision: number });
    for (const { id, revision } of stored) {
      const own = logged.filter((each) => each.unit_id === id).map((each) => each.revision);
      if (own.length > 0) expect(Math.max(...own), id).toBe(revision);
    }

    const data = folder();
    const restored = ember('restore', file, '--data', data);
    expect(restored.stderr).toBe('');
    expect(restored.status).toBe(0);
    const copy = await run({
      port: await freePort(),
      databasePort: await freePort(),
      dataFolder: data,
      fill: async () => {},
      logLevel: 'fatal',
      signInTries: 500,
      clock: testClock(),
    });
    try {
      for (const { id, build } of stored) {
        const row = (await copy.database.tables.units.findByPk(id, { raw: true })) as unknown as { build: string };
        expect(row.build).toBe(build);
      }
      const reader = await signIn(copy.app, 'odile');
      expect((await reader.get(url)).rawPayload.equals((await lead.get(url)).rawPayload)).toBe(true);
      for await (const verdict of verifyAll(copy.database, false)) expect(verdict.problems, verdict.what).toEqual([]);
      expect((await reader.get('/api/shop')).statusCode).toBe(200);
    } finally {
      await copy.stop();
    }
    const twice = ember('restore', file, '--data', data);
    expect(twice.status).toBe(2);
    expect(twice.stderr).toContain('There is data in this folder already');
  });

  /** Beside the server, so that the work goes on meanwhile. */
  async function spawnBackup(file: string): Promise<number | null> {
    const { spawn } = await import('node:child_process');
    const child = spawn(path.join(root, 'bin', 'ember'), ['backup', file, '--data', server.dataFolder], {
      stdio: 'ignore',
    });
    return new Promise((resolve) => child.once('close', resolve));
  }

  it('one byte changed in it is noticed, and nothing is put back', () => {
    const made = folder();
    const file = path.join(made, 'shop.tar.gz');
    expect(ember('backup', file, '--data', server.dataFolder).status).toBe(0);
    const unpacked = folder();
    execFileSync('tar', ['-xzf', file, '-C', unpacked]);
    const lines = path.join(unpacked, 'shelf.jsonl');
    writeFileSync(lines, readFileSync(lines, 'utf8').replace('"onHand', '"0nHand'));
    execFileSync('tar', ['-czf', file, '-C', unpacked, '.']);
    const data = path.join(folder(), 'data');
    const restored = ember('restore', file, '--data', data);
    expect([restored.status, existsSync(path.join(data, 'mariadb'))]).toEqual([2, false]);
    expect(restored.stderr).toContain('shelf.jsonl');
    expect(ember('restore', lines, '--data', data).stderr).toContain('no backup');
  });

  it('one every night, at once after a night without, and never on the first day', () => {
    const at = (text: string) => new Date(text);
    const started = at('2026-03-11T10:00');
    expect(isDue(null, started, at('2026-03-11T22:00'))).toBe(false);
    expect(isDue(null, started, at('2026-03-12T01:59'))).toBe(false);
    expect(isDue(null, started, at('2026-03-12T02:00'))).toBe(true);
    expect(isDue(at('2026-03-12T02:00'), started, at('2026-03-12T04:00'))).toBe(false);
    expect(isDue(at('2026-03-12T02:00'), started, at('2026-03-13T02:05'))).toBe(true);
    expect(isDue(at('2026-03-12T02:00'), started, at('2026-03-13T09:00'))).toBe(true);
    const made = folder();
    mkdirSync(path.join(made, 'backups'));
    for (const day of ['2026-03-09', '2026-03-11', '2026-03-10'])
      writeFileSync(path.join(made, 'backups', `west-ember-${day}.tar.gz`), 'x');
    writeFileSync(path.join(made, 'backups', 'notes.txt'), 'x');
    expect(backupsIn(path.join(made, 'backups')).map(({ file }) => file.slice(11, 21))).toEqual([
      '2026-03-11',
      '2026-03-10',
      '2026-03-09',
    ]);
  });
});

describe('nightly backups', () => {
  it('keep the last seven, say so, and say why when one fails', async () => {
    const made = folder();
    for (let day = 1; day <= 8; day++) writeFileSync(path.join(made, `west-ember-2026-03-0${day}.tar.gz`), 'x');
    const said: string[] = [];
    const at = new Date('2026-03-11T02:10');
    const write = "require('fs').writeFileSync(process.argv[1], 'x')";
    const options = { folder: made, clock: () => at, log: (line: string) => void said.push(line) };
    const good = nightlyBackups({ ...options, command: (file) => [process.execPath, ['-e', write, file]] });
    expect(await good.make()).toBe(true);
    good.stop();
    expect(
      readdirSync(made)
        .sort()
        .map((name) => name.slice(11, 21)),
    ).toEqual([...['03', '04', '05', '06', '07', '08', '11'].map((day) => `2026-03-${day}`)]);
    expect(good.last()).toMatchObject({ at, file: 'west-ember-2026-03-11.tar.gz' });
    expect(said.at(-1)).toContain('Backup of 2026-03-11');
    const bad = nightlyBackups({ ...options, command: () => [process.execPath, ['-e', "throw new Error('no room')"]] });
    expect(await bad.make()).toBe(false);
    bad.stop();
    expect(said.at(-1)).toMatch(/nightly backup failed: .*no room/s);
    expect(readdirSync(made)).toHaveLength(7);
  });
});

describe('the shape of the database', () => {
  it('each step can be run again after it was cut short anywhere', async () => {
    const { sequelize } = server.database;
    const steps = await sequelize.query<{ name: string }>('SELECT name FROM migrations', { type: QueryTypes.SELECT });
    for (const { name } of steps) {
      await sequelize.query('DELETE FROM migrations WHERE name >= :name', { replacements: { name } });
      await migrate(sequelize);
      expect((await lead.get('/api/units')).statusCode, name).toBe(200);
    }
    expect(await verdicts()).toEqual({});
  });

  it('data of a newer program is refused in words and left alone', async () => {
    const { sequelize } = server.database;
    await sequelize.query("INSERT INTO migrations (name) VALUES ('999-from-tomorrow')");
    await expect(migrate(sequelize)).rejects.toThrow(/written by a newer West Ember \(it knows "999-from-tomorrow"\)/);
    await sequelize.query("DELETE FROM migrations WHERE name = '999-from-tomorrow'");
  });

  it('lists and logs are looked up by their indexes', async () => {
    const { sequelize } = server.database;
    // With a dozen rows the database rightly reads them all.
    await loadLargeFleet(server.database, { units: 60, operations: 6000, now: testClock()() });
    await sequelize.query('ANALYZE TABLE units, operations, unit_patterns, photos', { type: QueryTypes.SELECT });
    const unitId = await unitIdOf(lead, 'LG-0007');
    const plan = async (sql: string) =>
      (
        await sequelize.query<{ key: string | null; type: string; Extra: string }>(`EXPLAIN ${sql}`, {
          type: QueryTypes.SELECT,
        })
      )[0]!;
    const one = `'${unitId}'`;
    expect(await plan('SELECT id, tag FROM units ORDER BY tag LIMIT 60')).toMatchObject({ key: 'tag' });
    expect(
      await plan(
        `SELECT id, tag FROM units FORCE INDEX (units_in_order) WHERE fleet_id = ${one} ORDER BY tag LIMIT 60`,
      ),
    ).toMatchObject({ key: 'units_in_order' });
    expect(
      await plan('SELECT stage, COUNT(*), SUM(stops > 0), SUM(stops + cautions), SUM(lamps) FROM units GROUP BY stage'),
    ).toMatchObject({ key: 'units_counted', Extra: expect.stringContaining('Using index') });
    expect(
      await plan(`SELECT * FROM operations WHERE unit_id = ${one} AND revision > 3 ORDER BY revision`),
    ).toMatchObject({ key: 'unit_id' });
    expect(
      await plan(
        `SELECT * FROM operations WHERE unit_id = ${one} AND person_id = ${one} ORDER BY revision DESC LIMIT 60`,
      ),
    ).toMatchObject({ key: 'operations_of_person' });
    const known = (await server.database.tables.operations.findOne({ raw: true })) as unknown as { id: string };
    expect(await plan(`SELECT * FROM operations WHERE id IN ('${known.id}')`)).toMatchObject({ key: 'PRIMARY' });
    expect(await plan('SELECT COUNT(DISTINCT pattern_id) FROM unit_patterns')).toMatchObject({
      key: 'unit_patterns_used',
    });
    expect(await plan(`SELECT COUNT(*) FROM photos WHERE unit_id = ${one}`)).toMatchObject({ key: 'unit_id' });
  });
});
