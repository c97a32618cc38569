/**
 * Two work lamps at the rear of a pickup, one of them in the hole of an old wet one. By hand: one bolt of 10.5 a lamp; the
 * left one uses the old hole, so that one hole is drilled; another old hole of 8 stays open and takes a plug of 8.5. Aimed
 * 15 out and 10 down, which the foot allows (90 and 60).
 */
import { comeIn, expect, saved, test } from './helpers.ts';

test('a lamp goes into the hole of an old one, its twin to match; what is left open is closed; both are aimed', async ({
  page,
}) => {
  await comeIn(page, 'Odile');
  const panel = page.getByRole('complementary', { name: 'Place' });
  const type = async (name: string, text: string) => {
    await page.getByRole('textbox', { name }).fill(text);
    await page.getByRole('textbox', { name }).press('Tab');
  };

  await test.step('the pickup comes into the yard', async () => {
    await page.getByRole('button', { name: 'New unit' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByText('Pickup with rack').click();
    await dialog.getByLabel('Tag', { exact: true }).fill('PK-02');
    await dialog.getByRole('button', { name: 'Take it into the yard' }).click();
    await expect(page.locator('.unit-header')).toContainText('PK-02');
    await page.goto(page.url().replace(/\/[a-z]+$/, '/place'));
  });

  await test.step('the old lamp’s holes are taped where they are', async () => {
    await page.getByRole('button', { name: /Holes/ }).first().click();
    for (const [across, left, note] of [
      ['10.5', '600', 'old work lamp'],
      ['8', '520', 'its lead'],
    ] as const) {
      await page.getByRole('button', { name: 'Old hole', exact: false }).first().click();
      await type('Old hole, left of centre', left);
      await type('Old hole, from ground', '900');
      await type('Old hole, across', across);
      await type('Old hole, of what', note);
      await page.getByRole('button', { name: 'Keep it' }).click();
    }
    const old = page.getByRole('region', { name: 'Old holes' });
    await expect(old.getByRole('listitem').first()).toContainText('close with a plug of 10.5 mm');
    await page.getByRole('button', { name: /Holes/ }).first().click();
  });

  await test.step('a pair of floods, the left one on the old hole', async () => {
    await panel.getByRole('textbox', { name: 'Search the shelf' }).fill('work flood 40');
    await panel.getByRole('button', { name: /Work flood 40 W/ }).click();
    const rear = (await page.locator('.sheet .body-view').last().boundingBox())!;
    await page.mouse.click(rear.x + rear.width * 0.25, rear.y + rear.height * 0.55);
    const lamp = panel.getByRole('region', { name: 'Lamp L1' });
    await type('From centreline', '600');
    await type('From ground', '900');
    await lamp.getByRole('spinbutton', { name: 'Turned out, degrees' }).fill('15');
    await lamp.getByRole('spinbutton', { name: 'Turned out, degrees' }).press('Tab');
    await lamp.getByRole('spinbutton', { name: 'Tilted down, degrees' }).fill('10');
    await lamp.getByRole('spinbutton', { name: 'Tilted down, degrees' }).press('Tab');
    await expect(lamp).toContainText('15° out, 10° down');
    await saved(page);
  });

  await test.step('one hole is drilled, one used again, one closed', async () => {
    await page.getByRole('button', { name: /Holes/ }).first().click();
    await expect(page.getByRole('region', { name: 'Holes', exact: true })).toContainText('1 to drill');
    const old = page.getByRole('region', { name: 'Old holes' });
    await expect(old.getByRole('listitem').first()).toContainText('used again by L1');
    await expect(old.getByRole('listitem').last()).toContainText('close with a plug of 8.5 mm');
  });

  await test.step('the steps and the parts say so', async () => {
    await page.goto(page.url().replace(/\/place.*/, '/build'));
    await page.getByText('Final holes, rear').click();
    await expect(page.getByText(/1 × 10\.5 mm through Tailgate, steel 0\.8 mm/)).toBeVisible();
    await page.getByText('Mount, rear').click();
    await expect(page.getByText(/Aim, then tighten: L1 15° out, 10° down; R1 15° out, 10° down\./)).toBeVisible();
    await page.getByText('Close up').click();
    await expect(page.getByText(/Old holes: 1 × blanking plug 8\.5 mm\./)).toBeVisible();
    await page.goto(page.url().replace('/build', '/parts'));
    await expect(page.getByRole('row', { name: /Blanking plug 8\.5 mm/ })).toBeVisible();
  });
});
