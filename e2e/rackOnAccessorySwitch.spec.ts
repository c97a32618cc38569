/** Markers and extra stop and turn lamps on a rack: the unit's own switch, a trailer plug's leads, one switch to ground. */
import type { Page } from '@playwright/test';
import { choose, comeIn, expect, saved, takeIn, test } from './helpers.ts';

async function rowByPitch(page: Page, given: { lamp: string; on: RegExp; count: number; pitchMm: number }) {
  await page.locator('.sheet-tools button', { hasText: 'Row' }).click();
  const row = page.getByRole('region', { name: 'Row' });
  await row.getByRole('combobox', { name: 'Lamp' }).fill(given.lamp);
  await page.locator('.ant-select-dropdown:visible .ant-select-item-option', { hasText: given.lamp }).click();
  await choose(page, 'On', given.on);
  await row.getByText('By pitch', { exact: true }).click();
  for (const [label, value] of [
    ['How many', given.count],
    ['Middle to middle', given.pitchMm],
  ] as const) {
    await row.getByLabel(label, { exact: true }).fill(String(value));
    await row.getByLabel(label, { exact: true }).press('Enter');
  }
  await expect(row).toContainText(`middle to middle ${given.pitchMm === 1400 ? '1 400' : given.pitchMm} mm`);
  await row.getByRole('button', { name: 'Place the row' }).click();
  await expect(row).toHaveCount(0);
}

test('a rack hangs on what the unit has: its own switch, its trailer plug, and one switch to ground for all', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  await takeIn(page, 'Pickup with rack', 'SR-51', 'Rack');

  await test.step('a switch of the unit and its trailer plug are read', async () => {
    await page.getByRole('button', { name: 'Add a slot to Fuse panel' }).click();
    for (const [label, value] of [
      ['Key off, volts', '0'],
      ['Key on, volts', '12.5'],
      ['Slot label', 'AUX 1'],
    ] as const) {
      await page.getByLabel(label, { exact: true }).fill(value);
      await page.getByLabel(label, { exact: true }).press('Enter');
    }
    await choose(page, 'Kind of source', /factory switch/);
    await page.getByLabel('Most the slot may carry, A').fill('20');
    await page.getByLabel('Most the slot may carry, A').press('Enter');
    await page.getByRole('button', { name: 'Close the slot' }).click();
    await page.getByRole('button', { name: /^Plugs/ }).click();
    await choose(page, 'Kind of plug', /4-way flat/);
    await page.locator('.survey-part > .button-row button').click();
    const card = page.locator('.plug-card');
    for (const nth of [0, 1, 2]) {
      await card.getByLabel('with it, volts', { exact: true }).nth(nth).fill('12.4');
      await card.getByLabel('with it, volts', { exact: true }).nth(nth).press('Enter');
    }
    await card.getByRole('button', { name: /all 0 V/ }).click();
  });

  await test.step('five markers 300 mm apart in front, two lamps at the rear', async () => {
    await page.getByRole('button', { name: /Next: Place/ }).click();
    await rowByPitch(page, { lamp: 'Roof marker, cab', on: /^Rack bar, front/, count: 5, pitchMm: 300 });
    await rowByPitch(page, { lamp: 'Stop, tail and turn 100', on: /^Rack bar, rear/, count: 2, pitchMm: 1400 });
    await page.getByRole('button', { name: /Next: Feed/ }).click();
    await expect(page.getByText('7 without a feed')).toBeVisible();
  });

  await test.step('stop and turn come on the leads of their side, never on a switch', async () => {
    await page.getByRole('button', { name: 'Feed them all …' }).click();
    await expect(page.getByText('Left turn and stop L3 from pin 3')).toBeVisible();
    await expect(page.getByText('Right turn and stop R3 from pin 4')).toBeVisible();
    // The markers wait for the unit's own switch.
    await page.getByRole('checkbox', { name: /Running lights/ }).uncheck();
    await page.getByRole('button', { name: /^Take/ }).click();
    await expect(page.getByText('5 without a feed')).toBeVisible();
  });

  await test.step('the markers hang on the switch that is there: none is bought', async () => {
    await page.getByRole('button', { name: 'New feed' }).click();
    const form = page.getByRole('region', { name: 'New feed' });
    await choose(page, 'Power from', /^Factory switch AUX 1/);
    await expect(form).toContainText('no other switch is fitted or bought');
    await form.getByLabel('Name').fill('Rack markers');
    await form.getByRole('button', { name: /^(Make the feed|Put on )/ }).click();
    const feed = page.getByRole('region', { name: 'Feed Rack markers' });
    // Five of 0.1 A: 0.5 A / 0.8 = 0.6 A, and 3 A is the smallest blade.
    await expect(feed).toContainText('0.5 A lit / 0.8 = 0.6 A, smallest blade 3 A');
  });

  await test.step('one switch to ground enables them all, by one wire that collects them', async () => {
    const feed = page.getByRole('region', { name: 'Feed Rack markers' });
    const metres = async () =>
      Number(/([\d.]+) m of wire in all/.exec((await feed.getByText(/of wire in all/).textContent())!)![1]);
    const before = await metres();
    await choose(page, 'Ground of F1 L1 L2 R1 R2', /through a new switch/);
    await expect(feed).toContainText('Rack markers ground');
    await expect.poll(metres).toBeGreaterThan(before + 1);
    // The supply is one wire too: what comes back is no longer than what went out, and a metre at its ends.
    expect(await metres()).toBeLessThan(2 * before + 1);
    await expect(page.getByText('✓ This feed holds.')).toBeVisible();
  });

  await test.step('that one is bought and fitted; its light could tell nothing', async () => {
    const feed = page.getByRole('region', { name: 'Feed Rack markers' });
    await feed.getByRole('button', { name: /Say which switch/ }).click();
    await choose(page, 'Hole of Rack markers ground', /^round/);
    await choose(page, 'Light in Rack markers ground', /^lit, with a ground/);
    const card = page.locator('.finding-card', { hasText: 'no feed comes to the light in it' });
    await card.getByRole('button', { name: 'Take one without a light' }).click();
    await expect(card).toHaveCount(0);
    await page.locator('.unit-track a', { hasText: 'Build' }).click();
    await page.getByRole('button', { name: /Fit the switch, Rack markers ground/ }).click();
    await expect(page.locator('main')).toContainText('1 × 19 mm through the panel, plastic 3 mm: step bit');
  });
  await saved(page);
});
