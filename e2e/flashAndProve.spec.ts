/** A trailer is told how to flash, a mistake is planted and found, and one bad ground is found on the walk with a phone. */
import type { Page } from '@playwright/test';
import { address, comeIn, expect, openUnit, saved, test } from './helpers.ts';

const finding = (page: Page, words: RegExp) => page.locator('.finding-card').filter({ hasText: words });
const panel = (page: Page, name: string) => page.locator('.flash-now .ant-segmented-item', { hasText: name });

test('running lights stay steady, warning overrides, and the mistake is found', async ({ page }) => {
  await comeIn(page, 'Odile');
  await openUnit(page, 'SR-11', 'flash');
  await expect(page.getByText('✓ Running lights alone never strobe')).toBeVisible();

  await test.step('the side markers join the running lights with a strobing pattern', async () => {
    await page.locator('.timeline-row', { hasText: 'Markers' }).first().click();
    await page
      .getByRole('option', { name: /Double/ })
      .first()
      .click();
    await panel(page, 'Now').click();
    await expect(page.getByText('⬢ Running lights alone never strobe')).toBeVisible();
    const card = finding(page, /would strobe with the running lights alone \(Markers\)/);
    await expect(card).toHaveCount(1);
    await card.getByRole('button', { name: 'Let them burn steadily' }).click();
    await expect(page.getByText('✓ Running lights alone never strobe')).toBeVisible();
  });

  await test.step('a warning that hides the turn signal is put below it', async () => {
    const row = page.locator('.control-states li', { hasText: 'Rear strobes' });
    for (let turn = 0; turn < 3; turn++)
      await row.getByRole('button', { name: 'Rear strobes: wins over more' }).click();
    const card = finding(page, /Rear strobes hides Left turn on L6/);
    await expect(card).toHaveCount(1);
    await card.getByRole('button', { name: 'Put Left turn above Rear strobes' }).click();
    await finding(page, /Rear strobes hides Right turn on R6/)
      .getByRole('button', { name: 'Put Right turn above Rear strobes' })
      .click();
    await expect(page.getByText('✓ Stop and turn are not masked')).toBeVisible();
  });

  await test.step('a pattern is drawn and used', async () => {
    await page.locator('.timeline-row', { hasText: 'Side strobes' }).first().click();
    await page.getByRole('button', { name: 'Draw one …' }).click();
    const editor = page.getByRole('region', { name: 'Draw a pattern' });
    await editor.getByLabel('Name of the pattern').fill('Sable double');
    const before = await editor.locator('.pulse-block').count();
    await editor.getByRole('button', { name: 'Add a pulse' }).click();
    await expect(editor.locator('.pulse-block')).toHaveCount(before + 1);
    const body = (await editor.locator('.pulse-block .body').last().boundingBox())!;
    await page.mouse.move(body.x + body.width / 2, body.y + 20);
    await page.mouse.down();
    await page.mouse.move(body.x + body.width / 2 + 60, body.y + 20, { steps: 4 });
    await page.mouse.up();
    await editor.getByRole('button', { name: 'Keep and use' }).click();
    await expect(page.getByRole('option', { name: /Sable double/ })).toHaveAttribute('aria-selected', 'true');
    await expect(page.locator('.timeline-row', { hasText: 'Side strobes' }).first()).toHaveAttribute(
      'aria-label',
      /Sable double/,
    );
  });

  await test.step('lamps are set by their recipe, and the list remembers who did', async () => {
    await panel(page, 'Set lamps').click();
    await expect(page.getByText(/Touch the yellow lead to ground/).first()).toBeVisible();
    await page.getByRole('checkbox', { name: 'L7' }).check();
    await expect(page.locator('.program')).toContainText('Odile');
  });

  await test.step('the legend is hung, and a change makes it old', async () => {
    await panel(page, 'Legend').click();
    await page.getByRole('button', { name: 'It hangs in the unit' }).click();
    await page.getByLabel('Label of Strobes').fill('Amber sides');
    await page.getByLabel('Label of Strobes').press('Enter');
    await panel(page, 'Now').click();
    await expect(finding(page, /The legend that hangs in the unit is out of date: Amber sides/)).toHaveCount(1);
  });
  await saved(page);
});

test('one bad ground is found on the proving walk with a phone', async ({ browser }) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.goto(address());
  await page.getByRole('button', { name: /Tamsin/ }).click();
  await openUnit(page, 'SR-16', 'prove');
  const card = (name: RegExp) => page.locator('article.point').filter({ hasText: name }).first();
  const record = async (name: RegExp, value: string) => {
    await card(name).getByRole('textbox').fill(value);
    await card(name).getByRole('button', { name: 'Record' }).click();
  };

  /** What the circuit says the meter should show. */
  const would = async (name: RegExp) =>
    (await card(name).locator('.lcd').first().textContent())!.replaceAll(/[^0-9.]/g, '');
  const lamp = (state: RegExp) =>
    page.getByRole('group', { name: 'Lamps of this step' }).getByRole('button', { name: state });

  // The beacon is dim: said with one press, and the meter is asked for there.
  await lamp(/^L1 lit/).click();
  await page.getByRole('menuitem', { name: 'Dim' }).click();
  await expect(page.getByText(/✕ L1 is dim/)).toBeVisible();

  // Low volts at the beacon and less current: a joint somewhere on the way, and as yet nobody knows which.
  await record(/at L1, the far lamp/, '9.1');
  await expect(card(/at L1, the far lamp/)).toContainText('Fail');
  const causes = page.getByRole('region', { name: 'Likely causes' });
  await expect(causes).toContainText('a bad joint', { timeout: 30_000 });
  // What it asks for is read, as long as it asks.
  for (let turn = 0; turn < 4 && (await causes.getByRole('heading', { name: 'Read this next' }).count()) > 0; turn++) {
    const next = causes.locator('article.point');
    const label = await next.getAttribute('aria-label');
    await next.getByRole('textbox').fill(label?.startsWith('amps') ? '0.55' : '9.1');
    await next.getByRole('button', { name: 'Record' }).click();
    await expect(causes.locator(`article.point[aria-label="${label}"]`)).toHaveCount(0, { timeout: 30_000 });
  }
  await expect(causes.locator('li').first()).toContainText(/ground|joint/);
  await causes.getByRole('button', { name: 'Found it' }).first().click();

  // Cleaned, and read again: it passes, is recorded, and may be signed with what is still open.
  await record(/at L1, the far lamp/, await would(/at L1, the far lamp/));
  await expect(card(/at L1, the far lamp/)).toContainText('Pass');
  await record(/through fuse Beacon/, await would(/through fuse Beacon/));
  await expect(card(/through fuse Beacon/)).toContainText('Pass');
  // Looked at again, step by step: each goes on by itself.
  const asShown = page.getByRole('button', { name: /All as shown/ });
  const steps = await page.getByRole('navigation', { name: 'Steps of the proving walk' }).getByRole('listitem').count();
  for (let step = 1; step < steps; step++) {
    await expect(page.getByText(`Step ${step} of ${steps - 1}`)).toBeVisible();
    await asShown.click();
  }
  await expect(page.locator('.faults')).toContainText(/ground|joint/);
  await page.locator('[data-check=pull]').getByText('Good', { exact: true }).click();
  await expect(page.locator('[data-check=pull]')).toHaveClass(/good/);
  await page.getByRole('button', { name: /^Sign: proven, with this open/ }).click();
  await expect(page.getByText(/✓ Signed by Tamsin Okafor/)).toBeVisible();
  await expect(page.getByText(/Night look: not looked at/)).toBeVisible();
});
