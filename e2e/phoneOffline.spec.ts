import type { Page } from '@playwright/test';
import { address, comeIn, expect, openUnit, saved, test } from './helpers.ts';

const PHONE = {
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  isMobile: true,
  serviceWorkers: 'allow' as const,
};

const waiting = (page: Page, count: number) =>
  expect(page.locator('.unit-state')).toContainText(`${count} waiting here`);

/** Types what was taped for the first figure of the step, so much off what is planned. */
async function tapeOff(page: Page, offMm: number): Promise<void> {
  const row = page.locator('.measure').first();
  const planned = Number(((await row.locator('.mono').textContent()) ?? '').replace(/[^\d]/g, ''));
  await row.getByRole('textbox').fill(String(planned + offMm));
  await row.getByRole('textbox').blur();
  await expect(row).toContainText(`${Math.abs(offMm)} mm over plan`);
}

test('six steps on a phone without a network, two of them off plan, sent once; the lead takes one as built', async ({
  browser,
}) => {
  const context = await browser.newContext(PHONE);
  const phone = await context.newPage();
  await comeIn(phone, 'Ife');
  await openUnit(phone, 'SR-09', 'build');
  await expect(phone.getByRole('button', { name: 'Done', exact: true })).toBeVisible();
  // The strip of stages is wider than the phone: the open one stands in sight.
  await expect(phone.getByRole('navigation', { name: 'Stages' }).locator('[aria-current]')).toBeInViewport({
    ratio: 1,
  });
  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const unitId = phone.url().split('/').at(-2)!;
  const revision = async () =>
    ((await (await context.request.get(`${address()}/api/units/${unitId}`)).json()) as { revision: number }).revision;
  const before = await revision();

  await context.setOffline(true);
  // Whoever is under a truck and reloads by mistake keeps the unit, and all that was done.
  await phone.reload();
  await expect(phone.locator('.unit-header')).toContainText('SR-09');
  await expect(phone.getByRole('button', { name: 'Done', exact: true })).toBeVisible();
  let sent = 0;
  let off = 0;
  for (let step = 1; step <= 6; step++) {
    const measures = await phone.locator('.measure').count();
    if (measures > 0 && off < 2) {
      off++;
      await tapeOff(phone, off === 1 ? 75 : 90);
      sent++;
    }
    const title = await phone.locator('.step-text h2').textContent();
    await phone.getByRole('button', { name: 'Done', exact: true }).click();
    await expect(phone.locator('.step-text h2')).not.toHaveText(title ?? '');
    sent++;
    await waiting(phone, sent);
  }
  expect(off).toBe(2);
  await phone.getByRole('button', { name: 'Problem' }).click();
  await phone.getByLabel('What is wrong').fill('The tail beam is boxed in, no way through');
  await phone.getByRole('button', { name: 'Report it' }).click();
  sent++;
  await waiting(phone, sent);
  await phone.reload();
  await waiting(phone, sent);
  expect(await revision()).toBe(before);

  await context.setOffline(false);
  await expect(phone.locator('.unit-state')).toContainText('Saved', { timeout: 20_000 });
  expect(await revision()).toBe(before + sent);
  await phone.reload();
  await saved(phone);
  expect(await revision()).toBe(before + sent);

  const lead = await (await browser.newContext()).newPage();
  await comeIn(lead, 'Odile');
  await openUnit(lead, 'SR-09', 'build');
  const steps = lead.getByRole('navigation', { name: 'Steps' });
  await expect(steps.getByText('Off plan')).toHaveCount(2);
  await expect(steps.getByText('Problem')).toHaveCount(1);
  await steps.getByText('Off plan').first().click();
  const title = (await lead.locator('.step-text h2').textContent())!;
  const row = lead.locator('.measure').first();
  await row.getByRole('button', { name: 'Take it as built' }).click();
  await expect(row).toContainText('taken as built by Odile');
  await expect(steps.getByText('Off plan')).toHaveCount(1);
  await saved(lead);
  // The phone hears of it, and the plan is what was built.
  await phone.getByRole('button', { name: `, ${title}` }).click();
  await expect(phone.locator('.measure').first()).toContainText('taken as built by Odile');
});

test('the lead turns two steps about, says why, and goes back to the usual order', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage();
  await comeIn(page, 'Odile');
  await openUnit(page, 'SR-12', 'build');
  const steps = page.getByRole('navigation', { name: 'Steps' });
  const loose = steps.getByRole('button', { name: /Tape the layout on/ });
  const number = async () => Number(await loose.locator('.box').textContent());
  const usual = await number();
  await loose.focus();
  await page.keyboard.press('Alt+ArrowDown');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('A hole cannot be moved');
  await expect(dialog.getByRole('button', { name: 'Keep this order' })).toBeDisabled();
  await dialog.getByLabel('Why it is done so on this unit').fill('The old holes are used again');
  await dialog.getByRole('button', { name: 'Keep this order' }).click();
  await expect(steps).toContainText('Out of order: The old holes are used again');
  expect(await number()).toBe(usual + 1);
  await saved(page);
  await steps.getByRole('button', { name: 'Back to the usual' }).click();
  await expect(steps).not.toContainText('Out of order');
  expect(await number()).toBe(usual);
});

test("one's own days can be read without a network; what was counted then is said not to have been taken", async ({
  browser,
}) => {
  const context = await browser.newContext(PHONE);
  const phone = await context.newPage();
  await comeIn(phone, 'Tamsin');
  await phone.goto(`${address()}/shop`);
  await expect(phone.locator('.day-block').first()).toBeVisible();
  const first = await phone.locator('.day-block').first().textContent();
  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await context.setOffline(true);
  await phone.reload();
  await expect(phone.locator('.day-block').first()).toHaveText(first!);
  await phone.locator('.week-bar .ant-segmented-item', { hasText: 'Stock' }).click();
  const count = phone.getByRole('button', { name: /^Count / }).first();
  const was = await count.textContent();
  const name = (await count.getAttribute('aria-label'))!.replace('Count ', '');
  await count.click();
  await phone.getByRole('spinbutton', { name: `Count of ${name}` }).fill('77');
  await phone.keyboard.press('Enter');
  await expect(phone.locator('.ant-message')).toContainText('cannot be reached');
  await expect(phone.getByRole('button', { name: `Count ${name}` })).toHaveText(was!);
});
