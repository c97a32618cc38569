/**
 * Magnet lamps on a carrier that hides the unit's own: one housing a side for tail, stop and turn, fed from the pins of
 * the connector at the hitch. By hand: two tails of 0.06 A are 0.12 A, two stops of 0.35 A 0.70 A, each turn 0.40 A; all
 * of it 1.62 A. 0.75 mm2 is the thinnest that outlives a unit (common practice, no source).
 */
import { comeIn, expect, saved, takeIn, test } from './helpers.ts';

test('carrier lamps with three jobs are fed from the trailer connector, and each job answers to its own signal', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  await takeIn(page, 'Pickup with rack', 'SR-42');

  await test.step('the connector comes with its pins and their signals; the meter fills the rest', async () => {
    await page.locator('.survey-tabs button', { hasText: 'Plugs' }).click();
    await page.locator('.survey-part .button-row .ant-select').click();
    await page.getByTitle('Trailer, 7-pin round').click();
    await page.locator('.survey-part .button-row button').last().click();
    await expect(page.getByLabel('7-pin round, from the ground')).toHaveValue('500');
    await page.getByRole('button', { name: '7 not read: all 0 V' }).click();
    const withSignal = page.getByLabel('with it, volts');
    await expect(withSignal).toHaveCount(5);
    for (const [at, pin] of ['1', '4', '5', '6', '7'].entries()) {
      await withSignal.nth(at).fill('12.2');
      await page.getByLabel(`Pin ${pin}, fuse of the unit ahead of it, A`).fill('10');
      await page.getByLabel(`Pin ${pin}, fuse of the unit ahead of it, A`).press('Enter');
    }
    await saved(page);
  });

  await test.step('one housing a side, with its jobs', async () => {
    await page.getByRole('link', { name: /Place/ }).click();
    await page.getByLabel('Search the shelf').fill('carrier');
    await page.locator('[data-model="MG-1102"]').click();
    const rear = (await page.locator('.sheet .view-name', { hasText: 'REAR' }).boundingBox())!;
    await page.mouse.click(rear.x + rear.width / 2 - 30, rear.y + rear.height + 90);
    const jobs = page.getByRole('list', { name: 'Jobs of L1' });
    await expect(jobs.getByRole('listitem')).toHaveCount(3);
    await expect(jobs).toContainText('L1b stop, red');
    await expect(jobs).toContainText('L1c turn, amber');
    await expect(page.locator('.unit-header')).toContainText('2 lamps');
  });

  await test.step('a plan feeds every job from the lead that it is for', async () => {
    await page.getByRole('link', { name: /Feed/ }).click();
    // Taken in the hand, each has its own lead first, with what it loses on it.
    await page.getByRole('button', { name: /^Brake, all 2/ }).click();
    await expect(page.getByRole('button', { name: 'Put on pin 6 red' })).toBeVisible();
    await expect(page.getByRole('region', { name: 'What it comes to' })).toContainText(/0\.\d\d V lost/);
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await page.getByRole('button', { name: 'Feed them all …' }).click();
    const plans = page.getByRole('region', { name: 'Plans for all of them' });
    await expect(plans).toContainText('from leads of the unit', { timeout: 20_000 });
    for (const feed of [
      /Running lights\s*L1 R1/,
      /Brake\s*L1b R1b from pin 6 red/,
      /Left turn\s*L1c from pin 1 yellow/,
      /Right turn\s*R1c from pin 4 green/,
    ])
      await expect(plans).toContainText(feed);
    await plans.getByRole('button', { name: 'Take this plan' }).click();
    await expect(page.getByText('Every lamp is fed')).toBeVisible();
    const diagram = page.locator('.feed-diagram');
    for (const figure of ['0.12', '0.70', '0.40', '0.75']) await expect(diagram).toContainText(figure);
    await page.locator('[data-feed="Brake"]').click();
    await expect(page.getByRole('region', { name: 'Feed Brake' })).toContainText("10 A of the unit's own");
    await saved(page);
  });

  await test.step('whichever job is touched, the housing is chosen; taken off, nothing of it stays', async () => {
    await page.getByRole('link', { name: /Parts/ }).click();
    await expect(page.getByText('Magnet carrier lamp, tail, stop and turn')).toHaveCount(1);
    await page.getByRole('link', { name: /Prove/ }).click();
    await page
      .getByRole('navigation', { name: 'Steps of the proving walk' })
      .getByRole('button', { name: /Brake/ })
      .click();
    await expect(page.getByRole('region', { name: 'Prove Brake' })).toContainText(/L1b R1b/);
    await page.goto(page.url().replace('/prove', '/place'));
    await page.locator('.sheet .hit[data-lamp="L1c"][data-view="rear"]').first().click();
    await page.keyboard.press('Delete');
    await expect(page.locator('.unit-header')).toContainText(/0 lamps|1 lamp/);
  });
});
