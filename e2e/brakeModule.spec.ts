/**
 * A brake-lamp module on a motorcycle that has to go back without a trace. By hand: a 21 W filament at 12.8 V draws
 * 1.64 A; four fifths of its own 15 A leave 12 - 1.64 = 10.36 A; slow double is the second pattern of a module, two
 * touches of its lead (common practice, no source).
 */
import { choose, comeIn, expect, saved, takeIn, test, typeInto } from './helpers.ts';

test('the brake lead is metered, cut between plug halves, flashes, and is a whole job with a way back', async ({
  page,
}) => {
  const panel = page.locator('.panel').first();
  await comeIn(page, 'Odile');
  await takeIn(page, 'Escort motorcycle', 'SR-41');

  await test.step('the survey: lamps as usual, the plug pin by pin, the brake read while it is held', async () => {
    const part = (name: string) => page.locator('.survey-tabs button', { hasText: name }).click();
    await part('Lamps');
    await page.getByRole('button', { name: 'As usual for this kind' }).click();
    await part('Questions');
    await page.getByText('yes, without a trace').click();
    await part('Plugs');
    await page.locator('.survey-part .button-row .ant-select').click();
    await page.getByTitle('Rear lamp plug, 3 pins').click();
    await page.locator('.survey-part .button-row button').last().click();
    await page.getByLabel('Pin 2, wire colour').fill('brown');
    await page.getByLabel('Pin 2, fuse of the unit ahead of it, A').fill('15');
    await page.getByLabel('Pin 2, what the unit itself draws from it, A').fill('1.64');
    await page.getByLabel('Pin 2, what the unit itself draws from it, A').press('Enter');
    await page.getByRole('button', { name: '3 not read: all 0 V' }).click();
    await page.getByLabel('with it, volts').nth(1).fill('12.1');
    await page.getByLabel('with it, volts').nth(1).press('Enter');
    await saved(page);
  });

  await test.step('the lead: what it carries, and the ways with it, each tried', async () => {
    // The ground is nothing to take anything from.
    await expect(panel.getByRole('link', { name: /Use this lead/ })).toHaveCount(2);
    await panel
      .getByRole('link', { name: /Use this lead/ })
      .nth(1)
      .click();
    const lead = page.getByRole('region', { name: 'Pin 2' });
    await expect(lead).toContainText('hot with the brake');
    await expect(lead).toContainText('1.64 A');
    await expect(lead).toContainText('10.36 A');
    const halves = lead.getByRole('radio', { name: 'Cut it, with plug halves' });
    await expect(halves).toContainText('2 × Connector pair', { timeout: 20_000 });
    await expect(halves).not.toContainText('Caution');
    await lead.getByRole('radio', { name: 'Cut it and join for good' }).click();
    await expect(lead.getByRole('radio', { name: 'Cut it and join for good' })).toContainText('without a trace');
    await expect(lead.getByRole('radio', { name: 'Tap it' })).toContainText('No lamp without a feed');
    await halves.click();
    await lead.getByLabel('Pattern of the module').click();
    await page.locator('.ant-select-item-option', { hasText: 'touched 6 times' }).click();
    await expect(halves).toContainText('filament', { timeout: 20_000 });
    await lead.getByLabel('Pattern of the module').click();
    await page.locator('.ant-select-item-option', { hasText: 'touched twice' }).click();
    await expect(halves).not.toContainText('filament', { timeout: 20_000 });
    await lead.getByRole('button', { name: 'Cut pin 2 and put the module in' }).click();
    await expect(page.getByRole('img', { name: /then brake-lamp module, then B1/ })).toBeVisible();
    // What the server keeps is what was done.
    await saved(page);
    await expect(lead).toContainText('hot with the brake');
  });

  await test.step('it is bought, built, proved and put back', async () => {
    await page.getByRole('link', { name: /Parts/ }).click();
    await expect(page.getByText('Brake-lamp module, with its leads')).toBeVisible();
    await expect(page.getByText(/^Wire \d/)).toHaveCount(0);
    await page.getByRole('link', { name: /Build/ }).click();
    await expect(page.getByText('Find and cut the brown lead of pin 2, Brake')).toBeVisible();
    await page.getByText("Choose the module's pattern, Brake").click();
    await expect(page.getByText(/Touch its programming lead twice/)).toBeVisible();
    await page.getByRole('link', { name: /Prove/ }).click();
    await expect(page.getByText(/B1 Slow double/)).toBeVisible();
    await page.getByRole('link', { name: /Hand over/ }).click();
    await page.getByRole('button', { name: 'Back to stock' }).click();
    await expect(page.getByText(/push the two plug halves of the brown lead together/)).toBeVisible();
  });
});

/** By hand: an LED brake lamp of 4 W at 12.8 V draws 0.31 A; 12 - 0.31 = 11.69 A are left of four fifths of 15. */
test('a scooter with a diode for a brake lamp: every pattern suits it, and the plug halves go together again', async ({
  page,
}) => {
  const panel = page.locator('.panel').first();
  await comeIn(page, 'Odile');
  await takeIn(page, 'Scooter', 'SR-43');

  await test.step('three leads in the plug behind the lens: the one that the brake makes hot', async () => {
    await page.locator('.survey-tabs button', { hasText: 'Lamps' }).click();
    await page.getByRole('button', { name: 'As usual for this kind' }).click();
    await page.locator('.survey-tabs button', { hasText: 'Plugs' }).click();
    await choose(page, 'Kind of plug', /^Rear lamp plug, 3 pins/);
    await page.locator('.survey-part .button-row button').last().click();
    const card = page.locator('.plug-card');
    await typeInto(card.getByLabel('Pin 2, fuse of the unit ahead of it, A'), '15');
    await typeInto(card.getByLabel('Pin 2, what the unit itself draws from it, A'), '0.31');
    await card.getByRole('button', { name: /all 0 V/ }).click();
    await typeInto(card.getByLabel('with it, volts').nth(1), '12.2');
    await panel
      .getByRole('link', { name: /Use this lead/ })
      .nth(1)
      .click();
  });

  await test.step('the lamp is a diode: no pattern is too fast; six touches of the lead', async () => {
    const lead = page.getByRole('region', { name: 'Pin 2' });
    await expect(lead).toContainText('11.69 A');
    await lead.getByText('LED', { exact: true }).click();
    await choose(page, 'Pattern of the module', /touched 6 times/);
    const halves = lead.getByRole('radio', { name: 'Cut it, with plug halves' });
    await expect(halves).toContainText('2 × Connector pair', { timeout: 20_000 });
    await expect(halves).not.toContainText('filament');
    await expect(halves).not.toContainText('Caution');
    await lead.getByRole('button', { name: 'Cut pin 2 and put the module in' }).click();
    await expect(page.getByRole('img', { name: /then brake-lamp module, then B1/ })).toBeVisible();
    await saved(page);
  });

  await test.step('no wire, fuse or holder is bought; touches are counted; it goes back by its plugs', async () => {
    await page.getByRole('link', { name: /Parts/ }).click();
    await expect(page.getByText('Brake-lamp module, with its leads')).toBeVisible();
    await expect(page.getByText(/^(Wire \d|Sealed inline fuse holder|Blade fuse)/)).toHaveCount(0);
    await page.getByRole('link', { name: /Build/ }).click();
    await page.getByText("Choose the module's pattern, Brake").click();
    await expect(page.getByText(/Touch its programming lead 6 times/)).toBeVisible();
    await page.getByRole('link', { name: /Hand over/ }).click();
    await page.getByRole('button', { name: 'Back to stock' }).click();
    await expect(page.getByText(/push the two plug halves of .* together/)).toBeVisible();
  });
});
