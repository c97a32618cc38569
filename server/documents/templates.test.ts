import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Build } from '../../core/document/index.ts';
import { templateJobs } from '../../core/place/index.ts';
import { bodyOf } from '../../core/rules/index.ts';
import { signIn, startTestServer, unitIdOf } from '../testing/testServer.ts';

/** 254 dpi: ten pixels a millimetre. */
const DPI = 254;
const PX_PER_MM = 10;

/** Lengths of the horizontal dark runs on a page longer than `atLeastPx`. */
function longRuns(pgm: Buffer, atLeastPx: number): number[] {
  const header = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 60).toString('latin1'))!;
  const [width, height] = [Number(header[1]), Number(header[2])];
  const runs: number[] = [];
  for (let y = 0; y < height; y++) {
    let run = 0;
    for (let x = 0; x <= width; x++) {
      const dark = x < width && pgm[header[0].length + y * width + x]! < 110;
      if (dark) run++;
      else {
        if (run >= atLeastPx) runs.push(run);
        run = 0;
      }
    }
  }
  return runs;
}

describe('drilling templates as PDF', () => {
  let server: Awaited<ReturnType<typeof startTestServer>>;
  const folder = mkdtempSync(path.join(os.tmpdir(), 'ember-templates-'));
  beforeAll(async () => {
    server = await startTestServer();
  });
  afterAll(async () => {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  it('print at true scale: the rendered rulers measure 100 mm and 4 in', async () => {
    const client = await signIn(server.app, 'tamsin');
    const id = await unitIdOf(client, 'SR-07');
    const { build } = (await client.get(`/api/units/${id}`)).json() as { build: Build };
    const job = templateJobs(build, bodyOf(build)).find((each) => each.model.key === 'MK-0101')!;
    const response = await client.get(`/api/units/${id}/templates/${job.key}.pdf`);
    expect(response.statusCode).toBe(200);
    const pdf = path.join(folder, 'template.pdf');
    writeFileSync(pdf, response.rawPayload);
    execFileSync('pdftoppm', ['-r', String(DPI), '-gray', '-singlefile', pdf, path.join(folder, 'page')]);
    const runs = longRuns(readFileSync(path.join(folder, 'page.pgm')), 90 * PX_PER_MM);
    const near = (mm: number) => runs.some((run) => Math.abs(run / PX_PER_MM - mm) < 0.5);
    expect(near(100), `${runs}`).toBe(true);
    expect(near(101.6), `${runs}`).toBe(true);
    const words = execFileSync('pdftotext', [pdf, '-'], { encoding: 'utf8' });
    expect(words).toContain('SR-07');
    expect(words).toContain('stop at the 19 mm step');
  });

  it('give DXF and SVG as files, and nothing for a job that is not there', async () => {
    const client = await signIn(server.app, 'tamsin');
    const id = await unitIdOf(client, 'SR-07');
    const { build } = (await client.get(`/api/units/${id}`)).json() as { build: Build };
    const [job] = templateJobs(build, bodyOf(build));
    const dxf = await client.get(`/api/units/${id}/templates/${job!.key}.dxf`);
    expect(dxf.headers['content-disposition']).toMatch(/attachment; filename="SR-07-.*\.dxf"/);
    expect(dxf.body).toContain('AC1009');
    const missing = await client.get(`/api/units/${id}/templates/nothing-here.svg`);
    expect(missing.statusCode).toBe(404);
  });
});
