/** What every story in the browser begins with and does again and again. */
import { type Browser, test as base, expect, type Locator, type Page } from '@playwright/test';

import { shiftClock } from './pageClock.ts';
import { type Started, startWestEmber } from './westEmber.ts';

export { expect };

function withShiftedClock(browser: Browser, offsetMs: number): Browser {
  const newContext = browser.newContext.bind(browser);
  browser.newContext = async (options) => {
    const context = await newContext(options);
    await context.addInitScript(shiftClock, offsetMs);
    return context;
  };
  return browser;
}

/**
 * Every worker tells its stories to a server of its own, so that two never meet on one unit or on the shop's board, and
 * at the moment that was handed in, not at that of the machine. Stories of one worker follow each other in no order that
 * is known: one that takes a unit as the demo left it asks for a `shopOfItsOwn` by a name, and has a worker to itself.
 */
export const test = base.extend<object, { shopOfItsOwn: string | null; westEmber: Started }>({
  shopOfItsOwn: [null, { scope: 'worker', option: true }],
  westEmber: [
    async ({ browser }, use) => {
      const started = await startWestEmber();
      process.env.EMBER_ADDRESS = started.address;
      withShiftedClock(browser, started.clockOffsetMs);
      await use(started);
      await started.stop();
    },
    { scope: 'worker', auto: true, timeout: 120_000 },
  ],
});

export const address = () => process.env.EMBER_ADDRESS!;

export async function comeIn(page: Page, name: string): Promise<void> {
  await page.goto(address());
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await expect(page.getByRole('button', { name: 'New unit' })).toBeVisible();
}

export async function choose(page: Page, label: string, option: RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label }).click();
  await page
    .locator('.ant-select-dropdown:visible .ant-select-item-option')
    .filter({ hasText: option })
    .first()
    .click();
}

export async function saved(page: Page): Promise<void> {
  await expect(page.locator('.unit-state')).toContainText(/Saved/);
}

/** Goes from the yard to a stage of a unit by its tag. */
export async function openUnit(page: Page, tag: string, stage: string): Promise<void> {
  await page
    .getByRole('button', { name: new RegExp(tag) })
    .first()
    .click();
  await expect(page.locator('.unit-header')).toContainText(tag);
  await page.goto(page.url().replace(/\/[a-z]+$/, `/${stage}`));
  await expect(page.locator('.unit-header')).toContainText(tag);
}

/** Takes a new unit of a kind of body into the yard; its survey stands open then. */
export async function takeIn(page: Page, body: string, tag: string, name?: string): Promise<void> {
  await page.getByRole('button', { name: 'New unit' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('radio', { name: body, exact: true }).click();
  await dialog.getByLabel('Tag', { exact: true }).fill(tag);
  // It is called after its kind until somebody says otherwise.
  if (name) await dialog.getByLabel('Name', { exact: true }).fill(name);
  await dialog.getByRole('button', { name: 'Take it into the yard' }).click();
  await expect(page.locator('.unit-header')).toContainText(tag);
}

/** Drops a lamp of the shelf on the sheet, at a part of its width and height. */
export async function dropOnView(page: Page, modelKey: string, xPart: number, yPart: number): Promise<void> {
  await expect(page.getByRole('complementary', { name: 'Place' })).toBeVisible();
  const sheet = page.locator('.sheet');
  await expect(sheet.locator('svg .view-name').first()).toBeVisible();
  const box = (await sheet.boundingBox())!;
  await page.getByLabel('Search the shelf').fill(modelKey);
  await page
    .locator(`[data-model="${modelKey}"]`)
    .dragTo(sheet, { targetPosition: { x: box.width * xPart, y: box.height * yPart } });
}

/** Types a value and leaves the field. */
export async function typeInto(field: Locator, value: string): Promise<void> {
  await field.fill(value);
  await field.press('Enter');
}
