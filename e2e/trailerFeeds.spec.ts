/** Wiring a long trailer from nothing, then breaking it in five ways and mending each from what is said about it. */
import type { Page } from '@playwright/test';
import { choose, comeIn, expect, openUnit, saved, test } from './helpers.ts';

const row = (page: Page, name: string) => page.locator(`[data-feed="${name}"]`);
const finding = (page: Page, words: RegExp) => page.locator('.finding-card').filter({ hasText: words });

async function openFeed(page: Page, name: string): Promise<void> {
  const feed = row(page, name);
  if ((await feed.getAttribute('aria-pressed')) !== 'true') await feed.press('Enter');
  await expect(page.getByRole('region', { name: `Feed ${name}` })).toBeVisible();
}

interface Wish {
  name: string;
  tags: string;
  control: RegExp;
  label?: string;
  channels?: number;
  source?: RegExp;
}

async function makeFeed(page: Page, wish: Wish): Promise<void> {
  await page.getByRole('button', { name: 'New feed' }).click();
  const wanted = new Set(wish.tags.split(' '));
  for (const chip of await page.locator('.chips button').all())
    if (((await chip.getAttribute('aria-pressed')) === 'true') !== wanted.has((await chip.textContent())!))
      await chip.click();
  await page.getByLabel('Name', { exact: true }).fill(wish.name);
  await choose(page, 'Switched by', wish.control);
  if (wish.label) await page.getByLabel('Its label').fill(wish.label);
  if (wish.channels) await page.getByLabel('Channels of the receiver').fill(String(wish.channels));
  if (wish.source) await choose(page, 'Power from', wish.source);
  await page.getByRole('button', { name: /^(Make the feed|Put on )/ }).click();
  await expect(page.getByRole('region', { name: 'New feed' })).toHaveCount(0);
}

/** Breaks something, sees it told, takes a way out, and sees it gone. */
async function mend(page: Page, words: RegExp, wayOut: RegExp): Promise<void> {
  const card = finding(page, words);
  await expect(card).toHaveCount(1);
  await card.locator('.ways').getByRole('button', { name: wayOut }).click();
  await expect(finding(page, words)).toHaveCount(0);
}

test('a trailer is wired from nothing, broken in five ways and mended from its findings', async ({ page }) => {
  await comeIn(page, 'Odile');
  await openUnit(page, 'SR-11', 'feed');

  await test.step('everything comes apart', async () => {
    await expect(page.locator('[data-feed]')).toHaveCount(5);
    for (let left = await page.locator('[data-feed]').count(); left > 0; left--) {
      const name = (await page.locator('[data-feed]').first().getAttribute('data-feed'))!;
      await openFeed(page, name);
      await page.getByRole('button', { name: 'Take apart' }).click();
      await page.locator('.ant-popconfirm').getByRole('button', { name: 'Take apart' }).click();
      await expect(page.locator('[data-feed]')).toHaveCount(left - 1);
    }
    await expect(page.getByRole('radiogroup', { name: 'Where they could be fed from' })).toBeVisible();
  });

  await test.step('six feeds and two flashers are made', async () => {
    await makeFeed(page, {
      name: 'Side strobes',
      tags: 'L1 R1 L2 R2',
      control: /A new wireless receiver/,
      label: 'Sides',
      channels: 3,
      source: /Pin 4/,
    });
    await expect(page.locator('.feed-panel')).toContainText('4.4 A lit / 0.8 = 5.5 A, next blade 7.5 A');
    const spare = /Side strobes spare 2, a channel not used yet/;
    await makeFeed(page, { name: 'Rear strobes', tags: 'L7 R7', control: spare, label: 'Rear' });
    const last = /Side strobes spare 3, a channel not used yet/;
    await makeFeed(page, { name: 'Load bed', tags: 'L8 R8 L9 R9', control: last, label: 'Bed' });
    await makeFeed(page, {
      name: 'Markers',
      tags: 'L3 R3 L4 R4 L5 R5 B1',
      control: /Running lights/,
      source: /Pin 3/,
    });
    await makeFeed(page, { name: 'Left turn', tags: 'L6', control: /Left turn/, source: /Pin 5/ });
    await makeFeed(page, { name: 'Right turn', tags: 'R6', control: /Right turn/, source: /Pin 6/ });
    await expect(page.getByText('Every lamp is fed')).toBeVisible();

    // Both tail lamps at once, each through a flasher of its own.
    await openFeed(page, 'Right turn');
    await page.getByRole('button', { name: 'Also flash through flashers …' }).click();
    const changes = page.getByRole('region', { name: 'Changes' });
    await choose(page, 'Switched by', /^Rear$/);
    await choose(page, 'Flashers take power from', /Pin 4/);
    await changes.getByRole('button', { name: 'Put flashers in' }).click();
    await expect(page.locator('[data-feed]')).toHaveCount(5);
    await expect(row(page, 'Side strobes')).toContainText('Bed');
  });

  await test.step('every wire is cut to its way', async () => {
    await page.getByRole('button', { name: 'Routes', exact: true }).click();
    await page.getByRole('button', { name: /^Cut \d+ wires to them/ }).click();
    await expect(page.getByRole('button', { name: 'Wires are cut to them' })).toBeDisabled();
    await page.getByRole('button', { name: 'Joints', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Joints' })).toContainText('Receiver Side strobes, Rear');
    await page.getByRole('button', { name: 'Diagram', exact: true }).click();
  });

  await test.step('a lamp is dragged onto another feed and back', async () => {
    const drag = async (tag: string, name: string) => {
      const from = (await page.locator(`[data-lamp-spot="${tag}"]`).boundingBox())!;
      const to = (await row(page, name).boundingBox())!;
      await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
      await page.mouse.down();
      await page.mouse.move(to.x + 300, to.y + 20, { steps: 6 });
      await page.mouse.up();
    };
    await openFeed(page, 'Markers');
    await drag('B1', 'Side strobes');
    await expect(row(page, 'Markers')).toHaveAttribute('aria-label', /6 lamps/);
    await openFeed(page, 'Side strobes');
    await drag('B1', 'Markers');
    await expect(row(page, 'Markers')).toHaveAttribute('aria-label', /7 lamps/);
  });

  await test.step('1: a fuse larger than its wire', async () => {
    await openFeed(page, 'Markers');
    await choose(page, 'Fuse', /^15 A/);
    await mend(page, /Markers: Wire .* is good for .* behind a 15 A fuse/, /^Fit a 3 A fuse/);
  });

  await test.step('2: a slot that is kept for something else', async () => {
    await choose(page, 'Slot', /Pin 2/);
    await mend(page, /Markers taps pin 2, which is kept for the electric brake/, /Move to pin 3/);
  });

  await test.step('3: a wire too thin for its run', async () => {
    await openFeed(page, 'Side strobes');
    await choose(page, 'Wire size', /^1 mm²/);
    await mend(page, /Side strobes loses .* V to/, /Thicken/);
  });

  await test.step('4: a turn signal in the colour of something else', async () => {
    await openFeed(page, 'Left turn');
    await choose(page, 'Wire colour', /^orange/);
    await mend(page, /Left turn runs in orange; yellow is usual for it/, /Run it in yellow/);
  });

  await test.step('5: a bare edge where the loom passes the tail beam', async () => {
    await page.getByRole('button', { name: 'Routes', exact: true }).click();
    await page.locator('[data-way-point="hole in the tail beam"][data-view=plan]').click();
    await choose(page, 'Grommet', /none, bare edge/);
    await mend(page, /hole in the tail beam: wires pass a bare edge/, /Fit a \d+ mm grommet/);
  });
  await saved(page);
});
