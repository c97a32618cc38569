/** Turn signals moved up out of harm's way: three lamps a side off the factory's turn leads, one load resistor a side. */
import { choose, comeIn, expect, saved, takeIn, test } from './helpers.ts';

test('three turn lamps a side hang on the leads of the old ones, and what their flasher misses is put beside them', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  await takeIn(page, 'Drop-side truck with rack', 'SR-41', 'Turns moved up');

  await test.step('the plug of the old lamps is metered with each signal on', async () => {
    await page.getByRole('button', { name: /^Plugs/ }).click();
    const part = page.getByRole('region', { name: 'Plugs' });
    await choose(page, 'Kind of plug', /^Rear lamp plug, 5 pins/);
    await part.locator('> .button-row button').click();
    const card = part.locator('.plug-card');
    for (const [pin, nth] of [
      ['3', 2],
      ['4', 3],
    ] as const) {
      for (const [label, value, at] of [
        ['with it, volts', '12.4', nth],
        [`Pin ${pin}, fuse of the unit ahead of it, A`, '10', 0],
      ] as const) {
        const field = card.getByLabel(label, { exact: true }).nth(at);
        await field.fill(value);
        await field.press('Enter');
      }
    }
    await card.getByRole('button', { name: /all 0 V/ }).click();
  });

  await test.step('six in a row on the tailboard: twins share a number', async () => {
    await page.getByRole('button', { name: /Next: Place/ }).click();
    await page.locator('.sheet-tools button', { hasText: 'Row' }).click();
    const row = page.getByRole('region', { name: 'Row' });
    await row.getByRole('combobox', { name: 'Lamp' }).fill('Side turn');
    await page.locator('.ant-select-dropdown:visible .ant-select-item-option', { hasText: 'Side turn lamp' }).click();
    await choose(page, 'On', /^Tailboard, rear/);
    await row.getByLabel('How many').fill('6');
    await row.getByLabel('How many').press('Enter');
    await row.getByRole('button', { name: 'Place the row' }).click();
    await page.getByRole('button', { name: /Next: Feed/ }).click();
    await expect(page.getByText('6 without a feed')).toBeVisible();
    await expect(page.getByText('L1 L2 L3 R1 R2 R3').first()).toBeVisible();
  });

  await test.step('each side on its own lead, without switch, fuse or wire from the battery', async () => {
    await page.getByRole('button', { name: 'Feed them all …' }).click();
    const plan = page.locator('.plan-choice').first();
    await expect(plan).toBeVisible();
    await expect(page.getByText('Left turn L1 L2 L3 from pin 3')).toBeVisible();
    await expect(page.getByText('Right turn R1 R2 R3 from pin 4')).toBeVisible();
    await page.getByRole('button', { name: 'Take this plan' }).click();
    await expect(page.getByText('Every lamp is fed')).toBeVisible();
    await page.locator('[data-feed]').first().click();
    const feed = page.getByRole('region', { name: 'Feed Left turn' });
    // Three of 0.25 A, flashing half of the time.
    await expect(feed).toContainText('0.75 A');
    await expect(feed).toContainText("The unit's own 10 A protects it");
  });

  await test.step('one resistor a side: 21 W / 12.8 V less 0.75 A is 0.89 A, 12 Ω by E12, 14 W', async () => {
    const feed = page.getByRole('region', { name: 'Feed Left turn' });
    await expect(feed).toContainText('it gives off 14 W while lit');
    await feed.getByRole('button', { name: 'Add a load resistor, 12 Ω' }).click();
    // 0.75 A and 12.8 V / 12 Ω = 1.07 A.
    await expect(feed).toContainText('1.82 A');
    await expect(feed.getByRole('button', { name: /load resistor/ })).toHaveCount(0);
    await expect(page.getByText('✓ This feed holds.')).toBeVisible();
  });

  await test.step('they flash as turn signals, from the driver’s lever alone', async () => {
    await page.locator('.unit-track a', { hasText: 'Flash' }).click();
    await expect(page.locator('.control-states')).toContainText('Left turn');
    await expect(page.getByText('✓ Stop and turn are not masked')).toBeVisible();
    await expect(page.getByText('✓ The flashing holds.')).toBeVisible();
  });
  await saved(page);
});
