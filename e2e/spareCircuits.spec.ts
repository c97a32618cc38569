/**
 * Spare circuits on a tractor before any lamp is bought: two fuse boxes, a cavity without its terminal, ends capped. By
 * hand: 6 A / 0.8 is 7.5 A; 3 % of 12.8 V are 0.38 V; a cavity of a regular blade takes up to 2.5 mm2 (common practice).
 */
import { choose, comeIn, expect, openUnit, saved, test } from './helpers.ts';

test('a circuit is made ready from an empty cavity and capped, tried with a test lamp, and a lamp hung on it', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  await openUnit(page, 'SR-05', 'survey');
  const survey = page.getByRole('complementary', { name: 'Survey' });
  const stage = async (name: string, address: string) => {
    await page.goto(page.url().replace(/\/[a-z]+$/, `/${address}`));
    await expect(page.getByText(name).first()).toBeVisible();
  };

  await test.step('a second box is looked into, and a slot without its terminal says what goes in', async () => {
    await page.getByRole('button', { name: /^Battery box/ }).click();
    await expect(survey.getByLabel('Where the box is found')).toHaveValue('under the hood, right');
    await page.getByRole('button', { name: /^Slot 10, .*no terminal on the load side/ }).click();
    await expect(survey.getByText('Socket 6.3 with lance')).toBeVisible();
    await expect(survey.getByRole('img', { name: 'Wires that its lock takes: 0.5 to 2.5 mm²' })).toBeVisible();
  });

  await test.step('cavity, spare slot and tap are weighed, each tried', async () => {
    await stage('Diagram', 'feed');
    await page.getByRole('button', { name: 'Spare circuit …' }).click();
    const spare = page.getByRole('region', { name: 'Spare circuit' });
    await spare.getByLabel('Name').fill('Later floods');
    const first = spare.locator('.spare-choices li').first();
    await expect(first).toContainText('Slot 10', { timeout: 20_000 });
    await expect(first).toContainText('Fuse 7.5 A');
    await expect(first).toContainText(/lost of 0\.38/);
    await expect(first).toContainText('9.0 A left there');
    await first.getByRole('button').click();
    const feed = page.getByRole('region', { name: 'Feed Later floods' });
    await expect(feed).toContainText('its end waits, capped');
    await expect(feed.getByLabel(/^Planned for/)).toHaveValue('6');
    await saved(page);
  });

  await test.step('its terminal, fuse and cap are on the list; no holder and no crimp for it', async () => {
    await stage('CSV for purchase', 'parts');
    await expect(page.getByRole('row', { name: /^Socket 6\.3 with lance Later floods/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /^End cap with a flag Later floods/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /holder.*Later floods/ })).toHaveCount(0);
  });

  await test.step('a test lamp at its end is one of the checks', async () => {
    await stage('Proving walk', 'prove');
    await page.getByRole('button', { name: /Without a meter/ }).click();
    await expect(page.getByText('it lights with its own fuse in and with no other')).toBeVisible();
  });

  await test.step('floods that come later hang on it', async () => {
    await stage('Diagram', 'feed');
    await page.locator('[data-feed]', { hasText: 'Rear flood' }).first().press('Enter');
    await page.getByRole('button', { name: 'Take apart' }).click();
    const asked = page.locator('.ant-popover:visible');
    await expect(asked).toContainText('With it go, as nothing else uses them: the control Flood switch');
    await asked.getByRole('button', { name: 'Take apart' }).click();
    await page.getByRole('button', { name: 'New feed' }).click();
    const form = page.getByRole('region', { name: 'New feed' });
    // What hung on the feed is still chosen.
    for (const tag of ['L1', 'R1'])
      await expect(form.getByRole('button', { name: tag, exact: true })).toHaveAttribute('aria-pressed', 'true');
    await expect(form.getByText('End of Later floods: 6 A planned')).toBeVisible();
    await expect(form).toContainText('Its fuse and wire are there');
    await form.getByLabel('Name').fill('Floods');
    await choose(page, 'Switched by', /A new switch/);
    await form.getByLabel('Its label').fill('Flood switch');
    await form.getByRole('button', { name: /^(Make the feed|Put on )/ }).click();
    // One stop less than before: nothing hangs on slot 4 any more.
    await expect(page.locator('[data-feed]', { hasText: 'Later floods' })).toContainText('Flood switch');
    await expect(page.getByText('End of Later floods')).toHaveCount(0);
    await saved(page);
  });
});
