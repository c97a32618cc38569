/**
 * A tipping trailer: lamps that are amber on one channel and white on another, the trailer's own tail lamps flash as well.
 * By hand: four of 1.1 A are 4.4 A, / 0.8 = 5.5 A, a 7.5 A blade; with four of 1.2 A 9.2 A, / 0.8 = 11.5 A, 15 A. Sizes of
 * blades are common trade sizes.
 */
import { choose, comeIn, dropOnView, expect, saved, takeIn, test, typeInto } from './helpers.ts';

test('one lamp amber on a channel and white on another; the own tail lamps burn steadily and flash over it', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  await takeIn(page, 'Tilt trailer', 'SR-55', 'Tipping trailer');

  await test.step('the plug pin by pin, each signal on', async () => {
    await page.getByRole('button', { name: /^Lamps/ }).click();
    await page.getByRole('button', { name: 'As usual for this kind' }).click();
    await page.getByRole('button', { name: /^Plugs/ }).click();
    await choose(page, 'Kind of plug', /7-way blade/);
    await page.locator('.survey-part > .button-row button').click();
    const card = page.locator('.plug-card');
    // Tail, left, right, reversing; the battery's pin is always hot.
    for (const nth of [0, 1, 2, 3]) await typeInto(card.getByLabel('with it, volts', { exact: true }).nth(nth), '12.4');
    for (const when of ['off', 'on']) await typeInto(card.getByLabel(`${when}, volts`, { exact: true }).nth(3), '12.5');
    await typeInto(card.getByLabel('Pin 4, fuse of the unit ahead of it, A'), '30');
    await typeInto(card.getByLabel('Pin 3, fuse of the unit ahead of it, A'), '15');
    await typeInto(card.getByLabel('Pin 3, what the unit itself draws from it, A'), '0.8');
    await card.getByRole('button', { name: /all 0 V/ }).click();
  });

  await test.step('two pairs of lamps with two jobs each on the sides', async () => {
    await page.getByRole('button', { name: /Next: Place/ }).click();
    await dropOnView(page, 'ST-0311', 0.45, 0.115);
    await expect(page.locator('.unit-header')).toContainText('2 lamps');
    await dropOnView(page, 'ST-0311', 0.676, 0.115);
    await expect(page.locator('.unit-header')).toContainText('4 lamps');
    await page.getByRole('button', { name: /Next: Feed/ }).click();
    await expect(page.getByText('8 without a feed')).toBeVisible();
  });

  await test.step('amber on the first channel of a receiver, from the pin that is always hot', async () => {
    await page.getByRole('button', { name: 'New feed' }).click();
    await page.getByRole('button', { name: 'Warning, all 4', exact: true }).click();
    await expect(
      page.getByLabel('Power from').locator('xpath=ancestor::*[contains(@class,"ant-select")][1]'),
    ).toContainText('pin 4: battery');
    await choose(page, 'Switched by', /A new wireless receiver/);
    await page.getByLabel('Its label').fill('Amber');
    await page.getByRole('button', { name: /^(Make the feed|Put on )/ }).click();
    await expect(page.locator('.feed-panel')).toContainText('4.4 A lit / 0.8 = 5.5 A, next blade 7.5 A');
  });

  await test.step('all white on the second: fuse and wire grow with it, and no wire beyond what its ends take', async () => {
    await page.getByRole('button', { name: 'New feed' }).click();
    await choose(page, 'Switched by', /spare 2/);
    await page.getByLabel('Its label').fill('White');
    await page.getByRole('button', { name: /^(Make the feed|Put on )/ }).click();
    await expect(page.getByText('Every lamp is fed')).toBeVisible();
    await page.locator('[data-feed="Warning"]').click();
    await expect(page.locator('.feed-panel')).toContainText('9.2 A lit / 0.8 = 11.5 A, next blade 15 A');
    await expect(page.locator('.feed-panel')).toContainText('L1 L1b L2 L2b R1 R1b R2 R2b');
    await page.getByRole('button', { name: 'Cut list', exact: true }).click();
    const sizes = page.getByRole('cell', { name: / mm² (orange|black)$/ });
    await expect(sizes.nth(10)).toBeVisible();
    for (const size of await sizes.allTextContents()) expect(Number.parseFloat(size)).toBeLessThanOrEqual(6);
  });

  await test.step('the tail lead is cut: steady with the running lights, flashing on the third channel', async () => {
    await page.getByRole('button', { name: 'Own leads', exact: true }).click();
    await page.getByRole('button', { name: 'Pin 3, tail, markers' }).click();
    const lead = page.getByRole('region', { name: 'Pin 3' });
    await lead.getByRole('radio', { name: 'Flash its lamps as well' }).click();
    await expect(lead.getByText('2 × Flasher module')).toBeVisible({ timeout: 30_000 });
    await expect(lead.getByRole('radio', { name: 'Flash its lamps as well' })).not.toContainText('Stop');
    await lead.getByRole('button', { name: 'Cut pin 3 and put flashers in' }).click();
    await page.getByRole('button', { name: 'Diagram', exact: true }).click();
    await expect(page.locator('[data-feed="Running lights"]')).toBeVisible();
    await saved(page);
  });

  await test.step('running lights alone never strobe, warning wins on the same lamps', async () => {
    await page.getByRole('button', { name: /Next: Flash/ }).click();
    await expect(page.getByText('✓ Running lights alone never strobe')).toBeVisible();
    await expect(page.locator('.finding-card', { hasText: 'Stop' })).toHaveCount(0);
  });

  await test.step('the buttons have names, and a lost remote has a spare', async () => {
    await page.locator('.flash-now .ant-segmented-item', { hasText: 'Legend' }).click();
    const legend = page.getByRole('region', { name: 'Legend' });
    await expect(legend.getByLabel('Label of Amber')).toHaveValue('Amber');
    await expect(legend.getByLabel('Label of White')).toHaveValue('White');
    await typeInto(legend.getByLabel('Label of Warning spare 3'), 'Tails');
    await page.locator('.flash-now .ant-segmented-item', { hasText: 'Now' }).click();
    const card = page.locator('.finding-card', { hasText: 'one remote only' });
    await card.getByRole('button', { name: 'Add a spare remote' }).click();
    await expect(card).toHaveCount(0);
  });

  await test.step('the lead is found and cut before flashers are joined; it goes back', async () => {
    await page.locator('.unit-track a', { hasText: 'Build' }).click();
    await expect(page.getByText('Find and cut the brown lead of pin 3, Running lights')).toBeVisible();
    await page.locator('.unit-track a', { hasText: 'Hand over' }).click();
    await page.getByRole('button', { name: 'Back to stock' }).click();
    await expect(
      page.getByText(/what stands between and splices out, each lead straight to its own wire again/),
    ).toBeVisible();
  });
});
