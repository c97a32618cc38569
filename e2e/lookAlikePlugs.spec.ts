/** Two plugs that look alike are metered pin by pin; a beacon hangs on the lead that the unit's own switch makes hot. */
import { choose, comeIn, expect, saved, takeIn, test } from './helpers.ts';

/** ISO 6722, from memory: 0.75 mm2 has 24.7 mΩ a metre at 20 °C, copper 0.393 % more a degree. */
const OHM_PER_M_AT_50 = 0.0247 * (1 + 0.00393 * 30);

test('two plugs that look alike are told apart, and a beacon is worked by the switch that was there', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  await takeIn(page, 'Compact loader', 'SR-31', 'Loader one');

  await test.step('three pins each: two always hot and a ground; feed, switched out and ground', async () => {
    await page.getByRole('button', { name: /^Plugs/ }).click();
    const part = page.getByRole('region', { name: 'Plugs' });
    await choose(page, 'Kind of plug', /^Prewire, 3 pins/);
    const cards = part.locator('.plug-card');
    for (const count of [1, 2]) {
      await part.locator('> .button-row button').click();
      await expect(cards).toHaveCount(count);
    }
    const type = async (card: number, label: string, value: string, pin = 0) => {
      const field = cards.nth(card).getByLabel(label, { exact: true }).nth(pin);
      await field.fill(value);
      await field.press('Enter');
    };
    await type(0, 'Plug', 'Roof plug');
    await type(1, 'Plug', 'Dash plug');
    for (const [card, pin] of [
      [0, 0],
      [0, 1],
      [1, 0],
    ] as const) {
      await type(card, 'off, volts', '12.6', pin);
      await type(card, 'on, volts', '12.5', pin);
    }
    await cards.nth(1).getByRole('combobox', { name: 'Pin 2, signal with which it is hot' }).click();
    await page.locator('.ant-select-dropdown:visible').getByTitle('with its switch', { exact: true }).click();
    await type(1, 'with it, volts', '12.4');
    await type(1, 'Pin 2, what it carries', 'beacon');
    for (const card of [0, 1])
      await cards
        .nth(card)
        .getByRole('button', { name: /all 0 V/ })
        .click();
    await page.getByRole('button', { name: /^Findings: / }).click();
    await expect(
      page.getByText(
        'Roof plug and Dash plug have 3 pins each, and read otherwise: pin 2 always hot in the one, hot with its switch in the other.',
      ),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Close the findings' }).click();
    await expect(page.getByRole('region', { name: 'Findings of the unit' })).toHaveCount(0);
  });

  await test.step('a beacon on the cab’s roof', async () => {
    await page.getByRole('button', { name: /Next: Place/ }).click();
    await page.getByRole('button', { name: /Beacon 150, three-bolt/ }).click();
    const sheet = (await page.locator('.sheet svg').first().boundingBox())!;
    await page.mouse.click(sheet.x + sheet.width * 0.497, sheet.y + sheet.height * 0.483);
    await expect(page.getByRole('complementary', { name: 'Place' })).toContainText('Beacon 150');
  });

  await test.step('is fed from the switched lead: no other switch, fuse and loss as by hand', async () => {
    await page.getByRole('button', { name: /Next: Feed/ }).click();
    await page.getByRole('button', { name: 'New feed' }).click();
    await choose(page, 'Power from', /^Dash plug, pin 2: beacon/);
    await expect(page.getByText(/no other switch is fitted or bought/)).toBeVisible();
    await page.getByRole('button', { name: /^(Make the feed|Put on )/ }).click();
    const feed = page.getByRole('region', { name: 'Feed Warning' });
    // 2.1 A / 0.8 = 2.6 A: the next blade is 3 A.
    await expect(feed).toContainText('2.1 A lit / 0.8 = 2.6 A, next blade 3 A');
    await expect(feed).toContainText('0.75 mm²');
    const said = (await feed.getByText(/of wire in all/).textContent())!;
    const [lengthM, copperV] = [/([\d.]+) m of wire in all/, /lost, ([\d.]+) V are copper/].map((part) =>
      Number(part.exec(said)![1]),
    ) as [number, number];
    expect(Math.abs(copperV - 2.1 * OHM_PER_M_AT_50 * lengthM)).toBeLessThan(0.02);
    await expect(page.getByText('✓ This feed holds.')).toBeVisible();
    await expect(feed.getByRole('region', { name: /^Switch / })).toHaveCount(0);
  });

  await test.step('is bought with a holder for its fuse, without a switch, and set by its dial', async () => {
    await page.locator('.unit-track a', { hasText: 'Parts' }).click();
    await expect(page.getByRole('cell', { name: 'Sealed inline fuse holder' })).toBeVisible();
    await expect(page.getByRole('cell', { name: /switch/i })).toHaveCount(0);
    await page.locator('.unit-track a', { hasText: 'Flash' }).click();
    await page.locator('.flash-now .ant-segmented-item', { hasText: 'Set lamps' }).click();
    await expect(page.getByText('Turn the small dial to 3.')).toBeVisible();
  });
  await saved(page);
});
