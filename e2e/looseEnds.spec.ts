/**
 * Lamps onto what feeds them, on the road sweeper: drawn by hand on the desk, chosen by touch on the phone. By hand: two
 * strobes of 1.1 A are 2.2 A, / 0.8 = 2.75 A: a 3 A blade; 3 % of 12.8 V are 0.38 V; slot 13 is good for 20 A, 17.8 A are left.
 */
import { comeIn, expect, openUnit, saved, test } from './helpers.ts';

test.use({ shopOfItsOwn: 'loose ends' });

test('strobes are drawn onto a slot, see their figures while they are held, and are put there', async ({ page }) => {
  await comeIn(page, 'Odile');
  await openUnit(page, 'SR-12', 'feed');
  const panel = page.getByRole('complementary', { name: 'Feed' });
  const strobes = page.getByRole('button', { name: /^L2 R2, / });
  const slot = (name: RegExp) => page.getByRole('radio', { name });
  const middle = async (of: ReturnType<typeof slot>) => {
    const box = (await of.boundingBox())!;
    return [box.x + box.width / 2, box.y + box.height / 2] as const;
  };

  await test.step('nothing is fed yet: the board stands open', async () => {
    await expect(page.getByRole('radiogroup', { name: 'Where they could be fed from' })).toBeVisible();
    await expect(slot(/^slot 13, /)).toHaveAccessibleName('slot 13, always hot, free, 20.0 A left');
  });

  await test.step('held over slot 11, then let go on slot 13', async () => {
    await page.mouse.move(...(await middle(strobes)));
    await page.mouse.down();
    await page.mouse.move(...(await middle(slot(/^slot 11, /))), { steps: 6 });
    const line = page.locator('.loose-between');
    await expect(line).toContainText('2.2 A');
    await expect(line).toContainText('hangs theresocket');
    await page.mouse.move(...(await middle(slot(/^slot 13, /))), { steps: 6 });
    await expect(line).toContainText('hangs therenothing yet');
    await expect(line).toContainText('fuse3 A');
    await expect(line).toContainText(/lost0\.3\d of 0\.38 V/);
    await expect(slot(/^slot 16, /)).toContainText('17.8');
    await expect(slot(/^slot 5, /)).toContainText('key');
    await page.mouse.up();
    await expect(panel.getByRole('heading', { name: 'Onto slot 13' })).toBeVisible();
  });

  await test.step('Escape while they are held leaves them loose', async () => {
    await page.mouse.move(...(await middle(strobes)));
    await page.mouse.down();
    await page.mouse.move(...(await middle(slot(/^slot 16, /))), { steps: 6 });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await expect(strobes).toHaveAttribute('aria-pressed', 'false');
    await expect(panel.getByText('4 without a feed')).toBeVisible();
  });

  await test.step('taken again and put there by one press: name, control and fuse are offered', async () => {
    await strobes.click();
    await slot(/^slot 13, /).click();
    await expect(panel.getByLabel('Name')).toHaveValue('Warning');
    await panel.getByRole('button', { name: 'Put on slot 13' }).click();
    const feed = page.getByRole('region', { name: 'Feed Warning' });
    await expect(feed).toContainText('2.2 A lit / 0.8 = 2.8 A, next blade 3 A');
    await expect(strobes).toHaveCount(0);
    await expect(slot(/^slot 13, /)).toContainText('17.8');
    await saved(page);
  });
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('by touch: lamps, then the end; what they come to stands at the thumb', async ({ page }) => {
    await comeIn(page, 'Odile');
    await openUnit(page, 'SR-03', 'feed');
    await page.getByRole('button', { name: /^L1 R1, / }).tap();
    await page.getByRole('radio', { name: /^slot 16, / }).tap();
    const bar = page.locator('.put-on');
    await expect(bar).toContainText(/4\.2 A, 0\.\d\d of 0\.38 V lost/);
    await expect(bar.getByRole('button', { name: 'Put on slot 16' })).toBeInViewport();
    await bar.getByRole('button').tap();
    await expect(page.getByRole('button', { name: /^L1 R1, / })).toHaveCount(0);
    await saved(page);
  });
});
