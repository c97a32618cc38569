/** `npm run shots`: one current picture of each main view, from the demo, into docs/screenshots. */
import { mkdirSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import globalSetup from './globalSetup.ts';
import { shiftClock } from './pageClock.ts';
import { startWestEmber } from './westEmber.ts';

interface Shot {
  name: string;
  path: string;
  phone?: boolean;
  prepare?(page: Page): Promise<unknown>;
}

const SHOTS: Shot[] = [
  { name: 'yard', path: '/yard' },
  {
    name: 'survey',
    path: '/unit/SR-05/survey',
    prepare: (page) => page.getByRole('button', { name: /^Slot 10,/ }).click(),
  },
  {
    name: 'place',
    path: '/unit/SR-07/place',
    prepare: (page) => page.locator('[data-lamp=R4][data-view=rear]').click(),
  },
  {
    name: 'place-holes',
    path: '/unit/SR-07/place',
    prepare: async (page) => {
      await page.keyboard.press('o');
      await page
        .getByRole('button', { name: /^Choose F1 L6/ })
        .first()
        .click();
      await page.locator('.base-drawing').waitFor();
    },
  },
  {
    name: 'findings',
    path: '/unit/SR-05/place?findings=1',
    prepare: async (page) => {
      await page.getByText('How this is computed').first().click();
      await page.getByText(/outlined settle/).waitFor();
    },
  },
  { name: 'feed', path: '/unit/SR-11/feed', prepare: (page) => page.locator('[data-feed="Side strobes"]').click() },
  {
    name: 'feed-loose',
    path: '/unit/SR-12/feed',
    prepare: async (page) => {
      await page.getByRole('button', { name: /^L2 R2, / }).click();
      await page.getByText('On the line').waitFor();
    },
  },
  { name: 'flash', path: '/unit/SR-07/flash', prepare: (page) => page.locator('.timeline-row').nth(5).click() },
  {
    name: 'feed-leads',
    path: '/unit/SR-21/feed',
    prepare: async (page) => {
      await page.locator('.field-tabs button', { hasText: 'Own leads' }).click();
      await page.getByRole('button', { name: 'Pin 2, brake' }).click();
      await page.locator('.lead-choice').nth(1).click();
    },
  },
  { name: 'parts', path: '/unit/SR-07/parts' },
  { name: 'build', path: '/unit/SR-07/build' },
  {
    name: 'shop',
    path: '/shop',
    prepare: async (page) => {
      await page.locator('.block.may-move[aria-label^="SR-07,"]').first().click();
    },
  },
  { name: 'prove', path: '/unit/SR-11/prove' },
  { name: 'hand-over', path: '/unit/SR-07/handover' },
  {
    name: 'shelf-looms',
    path: '/shelf',
    prepare: async (page) => {
      await page.getByText('Looms', { exact: true }).click();
      await page.getByRole('button', { name: 'Two work lamps, 7 m', exact: true }).click();
      await page.getByRole('dialog').locator('.loom-drawing').waitFor();
    },
  },
  { name: 'people', path: '/people', prepare: (page) => page.getByRole('region', { name: 'Crew' }).waitFor() },
  {
    name: 'phone-survey',
    path: '/unit/SR-05/survey',
    phone: true,
    prepare: (page) => page.getByRole('button', { name: /^Slot 10,/ }).click(),
  },
  { name: 'phone-build', path: '/unit/SR-07/build', phone: true },
];

globalSetup();
const { address, clockOffsetMs, stop } = await startWestEmber();
const folder = new URL('../docs/screenshots/', import.meta.url).pathname;
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
});
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  // The loader that runs this file marks functions with their names by a helper that the page does not have.
  await context.addInitScript('globalThis.__name = (marked) => marked');
  await context.addInitScript(shiftClock, clockOffsetMs);
  const door = await context.newPage();
  await door.goto(address);
  await door.getByText('Odile Marchbank').waitFor();
  await door.screenshot({ path: `${folder}sign-in.png` });
  await context.request.post(`${address}/api/session`, { data: { username: 'odile', password: 'causeway' } });
  const { rows: units } = (await (await context.request.get(`${address}/api/units`)).json()) as {
    rows: { id: string; tag: string }[];
  };
  for (const shot of SHOTS) {
    const page = await context.newPage();
    await page.setViewportSize(shot.phone ? { width: 390, height: 844 } : { width: 1280, height: 800 });
    await page.goto(address + shot.path.replace(/SR-\d+/, (tag) => units.find((unit) => unit.tag === tag)!.id));
    await page
      .locator('.unit-track small, .rows button, .shelf-scroll td, .block, .stock-table td, .person-row')
      .first()
      .waitFor({ state: 'attached' });
    await page.locator('.work > .empty').first().waitFor({ state: 'detached' });
    await page.evaluate(() => document.fonts.ready);
    await shot.prepare?.(page);
    // Hover marks of the click that prepared the picture do not belong on it.
    await page.mouse.move(2, 2);
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: `${folder}${shot.name}.png` });
    await page.close();
  }
} finally {
  await browser.close();
  await stop();
}
