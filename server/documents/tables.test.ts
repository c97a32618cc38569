import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Build } from '../../core/document/index.ts';
import { cutList } from '../../core/harness/index.ts';
import { signIn, startTestServer, unitIdOf } from '../testing/testServer.ts';

describe('lists of a unit as files', () => {
  let server: Awaited<ReturnType<typeof startTestServer>>;
  let client: Awaited<ReturnType<typeof signIn>>;
  let unit: string;
  let build: Build;
  const folder = mkdtempSync(path.join(os.tmpdir(), 'ember-tables-'));
  beforeAll(async () => {
    server = await startTestServer();
    client = await signIn(server.app, 'tamsin');
    unit = `/api/units/${await unitIdOf(client, 'SR-11')}`;
    ({ build } = (await client.get(unit)).json() as { build: Build });
  });
  afterAll(async () => {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  });
  const csv = async (name: string) => {
    const response = await client.get(`${unit}/${name}.csv`);
    expect(response.statusCode, name).toBe(200);
    return Papa.parse<Record<string, string>>(response.body, { header: true }).data;
  };

  it('the cut list as CSV is the cut list', async () => {
    const rows = await csv('cut-list');
    expect(rows.map((row) => [row.wire, Number(row.length_mm)])).toEqual(
      cutList(build).map((line) => [line.tag, line.lengthMm]),
    );
  });

  it('joints, pins, fuses, bundles and wire have their columns and rows', async () => {
    for (const [name, column] of [
      ['joints', 'leads'],
      ['pins', 'lamp_half'],
      ['fuses', 'rating_a'],
      ['bundles', 'diameter_mm'],
      ['wire', 'length_m'],
    ] as const) {
      const rows = await csv(name);
      expect(rows.length, name).toBeGreaterThan(0);
      expect(rows[0]![column], name).toBeDefined();
    }
  });

  it('the workbook of the wiring holds a sheet for each list, with the first and the last wire in it', async () => {
    const response = await client.get(`${unit}/wiring.xlsx`);
    expect(response.statusCode).toBe(200);
    const files = unzipSync(new Uint8Array(response.rawPayload));
    const read = (name: string) => strFromU8(files[name]!);
    const titles = [...read('xl/workbook.xml').matchAll(/<sheet [^>]*name="([^"]+)"/g)].map((match) => match[1]);
    expect(titles).toEqual(['Cut list', 'Joints', 'Bundles', 'Connector pins', 'Fuse map']);
    const words = Object.keys(files)
      .filter((name) => name.endsWith('.xml'))
      .map(read)
      .join();
    expect(words).toContain('>W1<');
    expect(words).toContain(`>${cutList(build).at(-1)!.tag}<`);
  });

  it('a table that there is none of is not found, whatever its name', async () => {
    for (const name of ['nothing.csv', 'constructor.csv', 'wiring.csv'])
      expect((await client.get(`${unit}/${name}`)).statusCode, name).toBe(404);
    expect((await client.get(`${unit}/cut-list.doc`)).statusCode).toBe(400);
  });

  it('the diagram names every feed and lamp, as SVG and on paper', async () => {
    const svg = (await client.get(`${unit}/feed-diagram.svg`)).body;
    const pdf = path.join(folder, 'diagram.pdf');
    writeFileSync(pdf, (await client.get(`${unit}/feed-diagram.pdf`)).rawPayload);
    const paper = execFileSync('pdftotext', ['-layout', pdf, '-'], { encoding: 'utf8' });
    const fed = Object.values(build.elements).flatMap((element) =>
      element.kind === 'lampLoad' ? [build.lamps[element.lampId]!.tag] : [],
    );
    for (const tag of fed) {
      expect(svg).toContain(`>${tag}</text>`);
      expect(paper).toMatch(new RegExp(`\\b${tag}\\b`));
    }
    const fuses = Object.values(build.elements).filter((element) => element.kind === 'fuse');
    for (const { name } of fuses) expect(paper).toContain(name);
  });
});
