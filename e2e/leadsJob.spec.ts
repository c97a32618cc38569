/** The main job, as a lead does it: from a unit rolling in to its operator card, while somebody else looks on. */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { address, choose, comeIn, dropOnView, expect, saved, takeIn, test } from './helpers.ts';

test('a lead takes a unit from the yard to its operator card', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage();
  await comeIn(page, 'Odile');

  // New unit from a body
  await takeIn(page, 'Service van, long wheelbase', 'SR-40');

  // A second person opens the same unit and only looks
  const other = await (await browser.newContext()).newPage();
  await comeIn(other, 'Tamsin');
  await other.goto(page.url().replace('/survey', '/place'));
  await expect(other.locator('.unit-header')).toContainText('0 lamps');

  // Survey: two slots, each read key off and key on
  await page.getByRole('button', { name: 'Add a slot' }).click();
  await page.getByLabel('Key off, volts').fill('12.7');
  await page.getByLabel('Key on, volts').fill('12.6');
  await page.getByLabel('Key on, volts').press('Enter');
  await expect(page.locator('.slot-editor')).toContainText('always hot');
  await page.getByRole('button', { name: 'Add a slot' }).click();
  await page.getByLabel('Key off, volts').fill('0');
  await page.getByLabel('Key on, volts').fill('12.5');
  await page.getByLabel('Key on, volts').press('Enter');
  await expect(page.locator('.slot-editor')).toContainText('hot with key on');

  // Place: two lamps dropped on the left side come as two mirrored pairs
  await page.getByRole('link', { name: /Place/ }).click();
  await page.waitForURL(/\/place$/);
  await dropOnView(page, 'ST-0302', 0.47, 0.22);
  await expect(page.locator('.unit-header')).toContainText('2 lamps');
  await dropOnView(page, 'ST-0302', 0.57, 0.22);
  await expect(page.locator('.unit-header')).toContainText('4 lamps');
  await expect(other.locator('.unit-header')).toContainText('4 lamps');
  const fromFront = page.getByLabel('From front', { exact: true });
  await fromFront.fill('4300');
  await fromFront.press('Enter');
  await page.locator('.sheet .hit[data-lamp="R2"]').first().click();
  await expect(fromFront).toHaveValue('4300');
  await expect(page.locator('.lamp-panel')).toContainText('pairs with L2');

  // Undo and redo bring the place back
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(fromFront).not.toHaveValue('4300');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(fromFront).toHaveValue('4300');

  // Feed: all four from the hot slot by a new switch
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+a');
  await page.getByRole('link', { name: /Feed/ }).click();
  await page.getByRole('button', { name: 'New feed' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Warning');
  await choose(page, 'Power from', /Slot 1:/);
  await page.getByLabel('Its label').fill('Warn');
  await page.getByRole('button', { name: /^(Make the feed|Put on )/ }).click();
  await expect(page.locator('[data-feed="Warning"]')).toBeVisible();
  await expect(page.locator('.feed-panel')).toContainText('4.4 A lit / 0.8 = 5.5 A, next blade 7.5 A');

  // Flash: a pattern for the four
  await page.getByRole('link', { name: /Flash/ }).click();
  await page.locator('.timeline-row').first().click();
  await page.getByRole('option', { name: /Quad/ }).click();
  await page.locator('.flash-now .ant-segmented-item', { hasText: 'Now' }).click();
  await expect(page.locator('.does-now')).toContainText(/quad/);

  // Parts
  await page.getByRole('link', { name: /Parts/ }).click();
  const strobes = page.getByRole('row', { name: /Surface strobe 6/ });
  await expect(strobes).toContainText('L1 L2 R1 R2');
  await expect(page.getByRole('row', { name: /Blade fuse 7.5 A/ })).toBeVisible();

  // Build: tick two steps
  await page.getByRole('link', { name: /Build/ }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.locator('.steps')).toContainText('2 of');

  // Prove: one reading that passes, one that fails
  await page.getByRole('link', { name: /Prove/ }).click();
  const amps = page.locator('article.point').filter({ hasText: 'Amps' });
  await amps.getByRole('textbox').fill('2.2');
  await amps.getByRole('button', { name: 'Record' }).click();
  await expect(amps).toContainText('Pass');
  const volts = page.locator('article.point').filter({ hasText: 'the far lamp' });
  await volts.getByRole('textbox').fill('10.4');
  await volts.getByRole('button', { name: 'Record' }).click();
  await expect(volts).toContainText('Fail');
  await expect(volts).toContainText('ohm too much');
  await saved(page);

  // Operator card
  const unitId = /unit\/([0-9a-f-]+)/.exec(page.url())![1]!;
  const card = await page.request.get(`${address()}/api/units/${unitId}/card.pdf`);
  expect(card.headers()['content-type']).toBe('application/pdf');
  const file = test.info().outputPath('card.pdf');
  writeFileSync(file, await card.body());
  const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  for (const words of ['SR-40', 'Warn', 'L1 L2 R1 R2', 'Quad', '7.5 A brown', 'slot 1 (tap)', 'scan for this unit'])
    expect(text).toContain(words);

  // Everything is still there after a reload, and the onlooker saw it all
  await page.reload();
  await expect(volts).toContainText('10.40');
  await expect(amps).toContainText('2.2');
  await page.getByRole('link', { name: /Feed/ }).click();
  await expect(page.locator('[data-feed="Warning"]')).toBeVisible();
  await other.getByRole('link', { name: /Prove/ }).click();
  await expect(other.locator('article.point').filter({ hasText: 'the far lamp' })).toContainText('10.40');
});

test('an owner sees the unit but is offered no change; work made without a network goes out later', async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  await page.goto(address());
  await page.getByRole('button', { name: /Corin/ }).click();
  await page.getByRole('button', { name: /SR-11/ }).click();
  await page.getByRole('link', { name: /Place/ }).click();
  await expect(page.locator('.sheet')).toBeVisible();
  await expect(page.getByLabel('Search the shelf')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveCount(0);

  const context = await browser.newContext();
  const crew = await context.newPage();
  await comeIn(crew, 'Ife');
  await crew.getByRole('button', { name: /SR-07/ }).click();
  await crew.getByRole('link', { name: /Build/ }).click();
  await expect(crew.getByRole('button', { name: 'Done', exact: true })).toBeVisible();
  await context.setOffline(true);
  await crew.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(crew.locator('.unit-state')).toContainText('1 waiting here');
  await context.setOffline(false);
  await expect(crew.locator('.unit-state')).toContainText('Saved', { timeout: 15_000 });
});
