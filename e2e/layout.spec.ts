/** Survey and Place as a lead does them: a row, mirrored strobes, mended findings, templates, an outline, a copied layout. */
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import type { BrowserContext, Page } from '@playwright/test';
import { expect, test } from './helpers.ts';

const address = () => process.env.EMBER_ADDRESS!;

interface Lamp {
  id: string;
  tag: string;
  modelKey: string;
  face: string;
  pairId: string | null;
  position: { xMm: number; yMm: number; zMm: number };
}
interface Build {
  lamps: Record<string, Lamp>;
  body: { parameters: Record<string, number>; outlines: { side: number[][] } | null };
}

/** The lead's session over the API, beside the pages of the same context. */
async function leadIn(context: BrowserContext) {
  const answer = await context.request.post(`${address()}/api/session`, {
    data: { username: 'odile', password: 'causeway' },
  });
  const { csrf } = (await answer.json()) as { csrf: string };
  const headers = { 'x-csrf-token': csrf };
  return {
    async unit(tag: string, bodyId: string, parameters: Record<string, number> = {}): Promise<string> {
      const id = randomUUID();
      const data = { id, tag, name: `Layout ${tag}`, bodyId, parameters, systemVoltageV: 12 };
      const created = await context.request.post(`${address()}/api/units`, { headers, data });
      expect(created.status()).toBe(201);
      return id;
    },
    async place(unitId: string, modelKey: string, lamps: Pick<Lamp, 'tag' | 'face' | 'position'>[]): Promise<void> {
      const shelf = (await (await context.request.get(`${address()}/api/shelf`)).json()) as {
        model: { key: string };
      }[];
      const model = shelf.find((entry) => entry.model.key === modelKey)!.model as {
        key: string;
        colours: string[];
        mounts: { kind: string }[];
      };
      const operation = {
        id: randomUUID(),
        kind: 'placeLamps',
        models: [model],
        lamps: lamps.map((lamp) => ({
          ...lamp,
          id: randomUUID(),
          modelKey,
          colour: model.colours[0],
          mount: model.mounts[0]!.kind,
          pairId: null,
          groupId: null,
          locked: false,
        })),
      };
      const sent = await context.request.post(`${address()}/api/units/${unitId}/operations`, {
        headers,
        data: { baseRevision: 1, clientId: randomUUID(), operations: [operation] },
      });
      expect(await sent.json()).toMatchObject({ outcomes: [{ status: 'applied' }] });
    },
    async build(unitId: string): Promise<Build> {
      return ((await (await context.request.get(`${address()}/api/units/${unitId}`)).json()) as { build: Build }).build;
    },
  };
}

async function saved(page: Page): Promise<void> {
  await expect(page.locator('.unit-state')).toContainText(/Saved/);
}

const openPlace = async (page: Page, unitId: string) => {
  await page.goto(`${address()}/unit/${unitId}/place`);
  await expect(page.getByRole('toolbar', { name: 'Arrange lamps' })).toBeVisible();
};

test('five markers in a row, four strobes mirrored, and the layout copied to a longer sibling', async ({ browser }) => {
  const context = await browser.newContext();
  const lead = await leadIn(context);
  const short = await lead.unit('TT-21', 'recovery-truck');
  const long = await lead.unit('TT-22', 'recovery-truck', { lengthMm: 8400, wheelbaseMm: 5060 });
  const page = await context.newPage();
  await openPlace(page, short);

  await page.keyboard.press('r');
  const form = page.getByRole('region', { name: 'Row' });
  await form.getByRole('combobox', { name: 'Lamp' }).fill('MK-0103');
  // The shelf may still be on its way: Enter would choose nothing.
  await page.locator('.ant-select-item-option', { hasText: 'MK-0103' }).click();
  await form.getByRole('spinbutton', { name: 'How many' }).fill('5');
  await form.getByLabel('Outer ones in by').fill('150');
  await form.getByLabel('From ground').fill('2560');
  await form.getByLabel('From ground').blur();
  await form.getByRole('button', { name: 'Place the row' }).click();
  await expect(form).toBeHidden();
  await saved(page);
  const row = Object.values((await lead.build(short)).lamps).sort((a, b) => a.position.yMm - b.position.yMm);
  expect(row.map((lamp) => lamp.position.yMm)).toEqual([-900, -450, 0, 450, 900]);
  // The roof edge curves back from the windscreen: the depth comes from the skin, alike on both sides.
  expect(row[0]!.position).toMatchObject({ xMm: row[4]!.position.xMm, zMm: 2560 });
  expect(row[0]!.position.xMm).toBeGreaterThan(200);

  await lead.place(
    short,
    'ST-0303',
    [2900, 3300, 3700, 4100].map((xMm, index) => ({
      tag: `L${index + 10}`,
      face: 'left',
      position: { xMm, yMm: 1225, zMm: 760 },
    })),
  );
  for (const tag of ['L10', 'L11', 'L12', 'L13'])
    await page.locator(`[data-lamp=${tag}][data-view=left]`).click({ modifiers: ['Shift'] });
  for (const lamp of row) {
    // The row is still chosen: take it out of the selection again.
    await page.locator(`[data-lamp=${lamp.tag}][data-view=front]`).click({ modifiers: ['Shift'] });
  }
  await page.keyboard.press('m');
  await expect(page.locator('[data-lamp=R13][data-view=right]')).toBeAttached();
  await saved(page);
  const lamps = Object.values((await lead.build(short)).lamps);
  expect(lamps).toHaveLength(13);
  for (const left of lamps.filter((lamp) => /^L1\d$/.test(lamp.tag))) {
    const twin = lamps.find((lamp) => lamp.pairId === left.pairId && lamp.id !== left.id)!;
    expect(twin).toMatchObject({ face: 'right', position: { ...left.position, yMm: -left.position.yMm } });
  }

  await openPlace(page, long);
  await page.keyboard.press('u');
  const copy = page.getByRole('dialog', { name: 'Copy a layout' });
  await copy.getByRole('combobox', { name: 'From unit' }).fill('TT-21');
  await page.locator('.ant-select-item-option', { hasText: 'TT-21' }).click();
  await copy.getByRole('button', { name: 'Copy the lamps' }).click();
  await expect(copy).toBeHidden();
  await saved(page);
  const copied = Object.values((await lead.build(long)).lamps);
  expect(copied.map((lamp) => lamp.tag).sort()).toEqual(lamps.map((lamp) => lamp.tag).sort());
});

test('two findings mended by their ways out, and templates printed', async ({ browser }) => {
  const context = await browser.newContext();
  const lead = await leadIn(context);
  const unit = await lead.unit('TT-31', 'recovery-truck');
  await lead.place(unit, 'MK-0101', [{ tag: 'L1', face: 'left', position: { xMm: 300, yMm: 1225, zMm: 480 } }]);
  await lead.place(unit, 'ST-0302', [
    { tag: 'L2', face: 'left', position: { xMm: 3000, yMm: 1225, zMm: 760 } },
    { tag: 'L3', face: 'left', position: { xMm: 3030, yMm: 1225, zMm: 760 } },
  ]);
  const page = await context.newPage();
  await openPlace(page, unit);
  const finding = (words: RegExp) => page.locator('.finding-card').filter({ hasText: words });
  for (const words of [/L1 is where things hit/, /in each other's way/]) {
    await finding(words).locator('.ways button').first().click();
    await expect(finding(words)).toHaveCount(0);
  }
  await saved(page);

  await page.locator('[data-lamp=L1][data-view=left]').click();
  await page.locator('.mount summary').click();
  const link = page.getByRole('link', { name: 'Template, A4' });
  const pdf = await context.request.get(address() + (await link.getAttribute('href')));
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  const file = test.info().outputPath('template.pdf');
  writeFileSync(file, await pdf.body());
  const words = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
  expect(words).toContain('TT-31');
  expect(words).toContain('100 mm');
  const sheet = await context.request.get(`${address()}/api/units/${unit}/tape.pdf?unit=in`);
  writeFileSync(file, await sheet.body());
  expect(execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' })).toContain('from ground');
});

test('an outline drawn elsewhere becomes a body, and a lamp finds its skin', async ({ browser }) => {
  const context = await browser.newContext();
  const lead = await leadIn(context);
  const unit = await lead.unit('TT-41', 'own-outline');
  const page = await context.newPage();
  await page.goto(`${address()}/unit/${unit}/survey`);
  await page.getByLabel('Known length').fill('4000');
  await page.getByLabel('Known length').blur();
  const svg = '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 100V40L50 30L60 0H150L160 40H200V100Z"/></svg>';
  await page.getByLabel('Drawing to bring in').setInputFiles({
    name: 'side.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(svg),
  });
  await expect(page.getByLabel('Overall height')).toHaveValue('2000');
  await saved(page);
  expect((await lead.build(unit)).body.outlines?.side).toHaveLength(8);

  await openPlace(page, unit);
  await page.getByLabel('Search the shelf').fill('MK-0102');
  await page.locator('[data-model="MK-0102"]').click();
  // The five bodies are drawn in walking order: the last is the rear.
  const box = (await page.locator('.sheet .body-view').last().boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await saved(page);
  const [lamp] = Object.values((await lead.build(unit)).lamps);
  expect(lamp).toMatchObject({ face: 'rear', position: { xMm: 4000 } });
});
