import type { Page } from '@playwright/test';
import { address, comeIn, expect, openUnit, saved, test } from './helpers.ts';

const OPERATIONS = /\/api\/units\/[^/]+\/operations$/;

async function signOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: /units and sign-out/ }).click();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
}

/** Types a figure of the unit's electrics, where the survey asks for them. */
async function typeBattery(page: Page, ampHours: string): Promise<void> {
  const field = page.getByLabel('Battery capacity, Ah');
  await field.fill(ampHours);
  await field.press('Enter');
  await expect(field).toHaveValue(ampHours);
}

test('undo and redo reach over a reload; what somebody else has changed since makes way for what is below it', async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  await comeIn(page, 'Odile');
  await openUnit(page, 'SR-12', 'survey');
  const field = page.getByLabel('Battery capacity, Ah');
  await expect(field).toBeVisible();
  const before = await field.inputValue();
  await typeBattery(page, '131');
  await typeBattery(page, '132');
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(field).toHaveValue('131');
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(field).toHaveValue('132');
  await saved(page);

  const other = await (await browser.newContext()).newPage();
  await comeIn(other, 'Tamsin');
  await openUnit(other, 'SR-12', 'survey');
  await typeBattery(other, '144');
  await saved(other);
  await expect(field).toHaveValue('144');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.ant-message')).toContainText('can no longer be taken back');
  await expect(field).toHaveValue('144');
  await other.getByRole('button', { name: 'Undo' }).click();
  await expect(field).toHaveValue('132');
  // What stood below the one that was lost can be taken back again.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.ant-message').last()).toContainText('can no longer be taken back');
  await expect(field).toHaveValue('132');
  expect(before).not.toBe('132');
});

test('work that waits on a shared phone is its author’s: another’s sign-in neither sends it nor drops it', async ({
  browser,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const phone = await context.newPage();
  await comeIn(phone, 'Ife');
  await openUnit(phone, 'SR-05', 'survey');
  const unitId = phone.url().split('/').at(-2)!;
  const history = async () => {
    const rows = (await (await context.request.get(`${address()}/api/units/${unitId}/history`)).json()) as {
      by: string;
    }[];
    return rows.map((row) => row.by);
  };
  // Another story may have worked on this unit before; the newest stand first.
  const before = (await history()).length;
  const authors = async () => {
    const all = await history();
    return all.slice(0, all.length - before);
  };
  await context.route(OPERATIONS, (route) => route.abort());
  await typeBattery(phone, '99');
  await expect(phone.locator('.unit-state')).toContainText('1 waiting here');
  await signOut(phone);
  await context.unroute(OPERATIONS);

  await comeIn(phone, 'Bram');
  const badge = phone.getByRole('button', { name: /Work on this device/ });
  await expect(badge).toContainText('1 of others');
  await badge.click();
  await expect(phone.locator('.own-work')).toContainText('1 of Ife Lindqvist');
  await openUnit(phone, 'SR-05', 'survey');
  await expect(phone.getByLabel('Battery capacity, Ah')).not.toHaveValue('99');
  await phone.getByText('24 V', { exact: true }).click();
  await saved(phone);
  await expect.poll(authors).toEqual(['Bram Vesterholt']);
  await phone.goto(address());
  await signOut(phone);

  await comeIn(phone, 'Ife');
  await expect.poll(authors).toEqual(['Ife Lindqvist', 'Bram Vesterholt']);
  await expect(phone.getByRole('button', { name: /Work on this device/ })).toHaveCount(0);
});

test('what was not taken is shown wherever one is, with its reason, until it is settled', async ({ browser }) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  await comeIn(page, 'Ife');
  await openUnit(page, 'SR-09', 'survey');
  await context.route(OPERATIONS, (route) => route.abort());
  await typeBattery(page, '171');
  const lead = await (await browser.newContext()).newPage();
  await comeIn(lead, 'Odile');
  await openUnit(lead, 'SR-09', 'survey');
  await typeBattery(lead, '172');
  await saved(lead);
  await page.goto(`${address()}/shelf`);
  await context.unroute(OPERATIONS);
  const badge = page.getByRole('button', { name: /Work on this device: 1 not taken/ });
  await expect(badge).toBeVisible({ timeout: 20_000 });
  await page.reload();
  await badge.click();
  const list = page.locator('.own-work');
  await expect(list).toContainText('SR-09');
  await expect(list).toContainText('Odile Marchbank has changed');
  await expect(list).toContainText('It now reads 172');
  await list.getByRole('link', { name: 'Open the unit to do it again' }).click();
  await expect(page.locator('.unit-header')).toContainText('SR-09');
  await badge.click();
  await page.locator('.own-work:visible').getByRole('button', { name: 'Use mine' }).click();
  await expect(page.getByRole('button', { name: /Work on this device/ })).toHaveCount(0);
  await expect.poll(async () => lead.getByLabel('Battery capacity, Ah').inputValue()).toBe('171');
});
