/**
 * Reversing lamps off the unit's own reverse lead: metered pin by pin, tapped straight, worked by the driver. What is
 * left is fed by a whole plan. By hand: two lamps of 1.1 A draw 2.2 A; four fifths of the lead's own 10 A are 8 A, so that
 * nothing else is needed; 3 % of 12.8 V are 0.38 V.
 */
import { comeIn, expect, openUnit, saved, test } from './helpers.ts';

test('a metered pin that is hot with reverse feeds two lamps without fuse or switch; a plan feeds the rest', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  await openUnit(page, 'SR-12', 'survey');

  await test.step('the plug is metered, the pin that matters with its signal on', async () => {
    await page.locator('.survey-tabs button', { hasText: 'Plugs' }).click();
    await page.locator('.survey-part .button-row button').last().click();
    await page.getByLabel('Pin 1, what it carries').fill('reverse');
    await page.getByLabel('Pin 1, signal with which it is hot').click();
    await page.getByTitle('with reverse').click();
    await page.getByLabel('with it, volts').fill('12.4');
    await page.getByLabel('Pin 1, fuse of the unit ahead of it, A').fill('10');
    await page.getByLabel('Pin 1, fuse of the unit ahead of it, A').press('Enter');
    await page.getByRole('button', { name: '2 not read: all 0 V' }).click();
    await expect(page.getByLabel('off, volts').first()).toHaveValue('0');
    await saved(page);
  });

  await test.step('it is a source, and asks for nothing that it makes needless', async () => {
    await page.goto(page.url().replace('/survey', '/feed'));
    await page.getByRole('button', { name: 'New feed' }).click();
    const form = page.getByRole('region', { name: 'New feed' });
    for (const tag of ['L2', 'R2']) await form.getByRole('button', { name: tag, exact: true }).click();
    await form.getByLabel('Name').fill('Reversing');
    await form.getByLabel('Power from').fill('pin 1');
    await page.locator('.ant-select-item-option', { hasText: 'spare switch plug' }).click();
    await expect(form).toContainText('The driver works it: the lead is hot with reverse.');
    await expect(form).toContainText("the unit's own 10 A protects it");
    await expect(form.getByLabel('Switched by')).toHaveCount(0);
    await expect(form.getByLabel('Protection')).toHaveCount(0);
    await form.getByRole('button', { name: /^(Make the feed|Put on )/ }).click();
    const feed = page.getByRole('region', { name: 'Feed Reversing' });
    await expect(feed).toContainText("10 A of the unit's own");
    await expect(feed).toContainText('2.20 A');
    await expect(feed).toContainText('2.2 A beside 0 A of its own');
    await expect(feed).toContainText('Budget 0.38 V is 3 %');
  });

  await test.step('what is left is told with what it would need', async () => {
    await page.getByRole('button', { name: 'Feed them all …' }).click();
    const plans = page.getByRole('region', { name: 'Plans for all of them' });
    await expect(plans).toContainText(/hot with the (left|right) turn/, { timeout: 20_000 });
  });
});
