/**
 * A chase lamp and an aerial on a riveted bulkhead bracket of the shop's own, on a pump trailer. By hand: 0.5 + 0.25 kg on
 * what holds 3; M8 through 3.2 of metal and a foot of 6 or 4: 20.1 and 18.1, so 25 and 20; rivets grip 3.2 + 3 = 6.2 and
 * 1.2 x 4.8 over it, 11.96: 12.
 */
import { comeIn, expect, openUnit, saved, test } from './helpers.ts';

test.use({ shopOfItsOwn: 'bulkhead bracket' });

test('a bracket goes on the shelf and on the bulkhead, lamp and aerial on it, and the steps say how it is held', async ({
  page,
}) => {
  await comeIn(page, 'Odile');

  await test.step('our own bracket, from rule and scale', async () => {
    await page.getByRole('link', { name: 'Shelf' }).click();
    await page.getByText('Brackets and other parts').click();
    await page.getByRole('button', { name: /Own part/ }).click();
    const form = page.getByRole('dialog');
    await form.getByLabel('Name').fill('Bulkhead angle, ours');
    const type = async (label: string, text: string) => {
      await form.getByLabel(label, { exact: true }).fill(text);
      await form.getByLabel(label, { exact: true }).press('Tab');
    };
    await type('Width', '200');
    await form.getByRole('combobox', { name: 'Held by' }).click();
    await page.getByTitle('Blind rivets').click();
    await type('Holes', '10');
    await type('Diameter of a hole', '4.9');
    await type('Thickness of its metal', '3.2');
    await type('Place 1, to the right of its middle', '-50');
    await form.getByRole('button', { name: /Place$/ }).click();
    await type('Place 2, to the right of its middle', '50');
    await type('Place 2, up from its middle', '30');
    await type('Place 2, out from the skin', '40');
    await form.getByRole('button', { name: 'Put it on the shelf' }).click();
    await expect(page.getByRole('row', { name: /Bulkhead angle, ours/ })).toContainText('OB-0001');
  });

  await test.step('what was there comes off, ours goes on at the same height', async () => {
    await page.getByRole('link', { name: 'Yard', exact: true }).click();
    await openUnit(page, 'SR-23', 'place');
    for (const tag of ['L1', 'H2', 'H1']) {
      await page.locator(`[data-lamp="${tag}"][data-view="left"]`).click({ position: { x: 9, y: 3 } });
      await page.getByRole('button', { name: /^Remove/ }).click();
      await expect(page.locator(`[data-lamp="${tag}"]`)).toHaveCount(0);
    }
    const panel = page.getByRole('complementary', { name: 'Place' });
    await panel.getByRole('textbox', { name: 'Search the shelf' }).fill('bulkhead angle');
    await panel.getByRole('button', { name: /Bulkhead angle, ours/ }).click();
    await page.mouse.click(...(await topOfBulkhead(page)));
    const part = panel.getByRole('region', { name: 'Part H1' });
    await expect(part).toContainText('Bulkhead, steel');
    await part.getByRole('textbox', { name: 'From ground' }).fill('1920');
    await part.getByRole('textbox', { name: 'From ground' }).press('Enter');
    await expect(part).toContainText('0 of 3 kg');
  });

  await test.step('lamp and aerial are let go over it and stand on its places', async () => {
    const panel = page.getByRole('complementary', { name: 'Place' });
    for (const [search, name, at] of [
      ['chase', /Chase lamp 360/, -3],
      ['aerial', /Radio aerial/, 3],
    ] as const) {
      await panel.getByRole('textbox', { name: 'Search the shelf' }).fill(search);
      await panel.getByRole('button', { name }).click();
      const box = (await page.locator('.sheet .held').last().boundingBox())!;
      await page.mouse.click(box.x + box.width / 2 + at, box.y + box.height / 2);
    }
    // The bracket lies under what stands on it: its lower edge is free.
    const rear = page.locator('[data-lamp="H1"][data-view="rear"]');
    const { height } = (await rear.boundingBox())!;
    await rear.click({ position: { x: 9, y: height - 1 } });
    const pads = panel.getByRole('region', { name: 'What stands on H1' });
    await expect(pads).toContainText('0.75 of 3 kg');
    await expect(pads.getByRole('listitem').first()).toContainText('M8 × 25 mm');
    await expect(pads.getByRole('listitem').last()).toContainText('M8 × 20 mm');
    await saved(page);
  });

  await test.step('its holes are asked for before a template is printed', async () => {
    await page.getByRole('button', { name: /Findings:/ }).click();
    await expect(page.getByRole('region', { name: 'Findings of the unit' })).toContainText(
      'Nobody has measured where the base of Bulkhead angle, ours has its holes.',
    );
  });

  await test.step('the steps: ten rivet holes, the bracket before what stands on it', async () => {
    await page.goto(page.url().replace(/\/place.*/, '/build'));
    await page.getByText('Final holes, rear').click();
    await expect(page.getByText(/10 × 4\.9 mm through Bulkhead, steel 3 mm/)).toBeVisible();
    await page.getByText('Mount, rear').click();
    await expect(
      page.getByText(/^H1: drill one, rivet one.*Rivets 4\.8 mm by 12 mm\. L1 onto H1, place 1, M8 by 25 mm/),
    ).toBeVisible();
  });
});

/** The middle of the bulkhead's upper edge as the rear view shows it: above the canopy, on the centreline. */
async function topOfBulkhead(page: import('@playwright/test').Page): Promise<[number, number]> {
  const part = page.locator('.sheet .body-view').last();
  const box = (await part.boundingBox())!;
  return [box.x + box.width / 2, box.y + 8];
}
