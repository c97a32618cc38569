import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bodyOf } from '../../core/body/index.ts';
import type { Build } from '../../core/document/index.ts';
import { templateJobs } from '../../core/place/index.ts';

import { signIn, startTestServer, unitIdOf } from '../testing/testServer.ts';

/** Lengths of the level lines on a page as a viewer draws them, mm. */
function levelLinesMm(pdf: string): number[] {
  const svg = execFileSync('pdftocairo', ['-svg', '-f', '1', '-l', '1', pdf, '-'], { encoding: 'utf8' });
  const line = /<path [^>]*d="M ([-\d.]+) ([-\d.]+) L ([-\d.]+) ([-\d.]+) *"[^>]*transform="matrix\(([-\d.]+),/g;
  return [...svg.matchAll(line)]
    .map((found) => found.slice(1).map(Number) as [number, number, number, number, number])
    .filter(([, y1, , y2]) => y1 === y2)
    .map(([x1, , x2, , scale]) => ((x2 - x1) * scale * 25.4) / 72);
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

  it.each(['A4', 'Letter'])(
    'print at true scale on %s: the rulers measure 100 mm and 4 in, to 0.05 mm',
    async (paper) => {
      const client = await signIn(server.app, 'tamsin');
      const id = await unitIdOf(client, 'SR-07');
      const { build } = (await client.get(`/api/units/${id}`)).json() as { build: Build };
      const job = templateJobs(build, bodyOf(build)).find((each) => each.model.key === 'MK-0101')!;
      const response = await client.get(`/api/units/${id}/templates/${job.key}.pdf?paper=${paper}`);
      expect(response.statusCode).toBe(200);
      const pdf = path.join(folder, `template-${paper}.pdf`);
      writeFileSync(pdf, response.rawPayload);
      const lines = levelLinesMm(pdf);
      for (const ruler of [100, 101.6])
        expect(
          lines.some((length) => Math.abs(length - ruler) < 0.05),
          `${ruler} of ${lines}`,
        ).toBe(true);
      const words = execFileSync('pdftotext', [pdf, '-'], { encoding: 'utf8' });
      expect(words).toContain('SR-07');
      expect(words).toContain('stop at the 19 mm step');
    },
  );

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
