/** All that was found of a unit in one list: each way out tried, the fewest taken, a caution answered for by name. */
import { comeIn, expect, openUnit, saved, test } from './helpers.ts';

test('one list of all findings: what ways out bring is seen before, a caution stands with a reason, the rest is settled', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  await openUnit(page, 'SR-05', 'place');
  const list = page.getByRole('region', { name: 'Findings of the unit' });
  const mark = page.locator('.header-findings');
  await expect(mark).toContainText('1 stop');
  await page.keyboard.press('f');
  await expect(list).toBeVisible();

  await test.step('a stop that shows at another stage is here, with how it is computed, and leads there', async () => {
    const stop = list.getByRole('article', { name: /Slot 4 would carry/ });
    await stop.getByText('How this is computed').click();
    await expect(stop.locator('.worked')).toContainText('12.5 A + 3.4 A = 15.9 A > 15 A');
    await stop.getByTitle('Show the place').click();
    await expect(page).toHaveURL(/\/feed\?findings/);
    await expect(list).toBeVisible();
  });

  await test.step('a way out that leaves its finding is not offered; another says what else it settles', async () => {
    const grouped = list.getByRole('article', { name: /Should work by Beacon switch/ });
    await expect(grouped).toContainText(/settles \d more findings/);
    await expect(grouped.getByRole('button', { name: /Move to Beacon/ })).toHaveCount(0);
  });

  await test.step('a caution stands with a name and a reason, and can be taken back', async () => {
    const before = await mark.textContent();
    await list.getByRole('button', { name: /^Let stand: .*Leads go through the skin/ }).click();
    await page.getByPlaceholder('Why may it stand?').fill('Washed by hand only');
    await page.keyboard.press('Enter');
    const stands = list.getByRole('region', { name: 'Stands' });
    await expect(stands).toContainText('Odile Marchbank');
    await expect(stands).toContainText('Washed by hand only');
    await expect(mark).not.toHaveText(before!);
    await stands.getByRole('button', { name: 'Take back' }).click();
    await expect(mark).toHaveText(before!);
  });

  await test.step('the fewest ways settle all that is open', async () => {
    await list.getByRole('button', { name: /^Take the \w+ outlined$/ }).click();
    await expect(list.getByText('Every stop and caution is settled or answered for.')).toBeVisible({ timeout: 20_000 });
    await expect(mark).not.toContainText(/stop|caution/);
  });

  await test.step('taken as one, they are taken back as one: other stories find the unit as it was', async () => {
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(mark).toContainText('1 stop');
    await saved(page);
  });
});
