/** Every main view holds to WCAG 2 A and AA as far as a program can judge: names, roles, contrast. */
import AxeBuilder from '@axe-core/playwright';
import type { BrowserContext, Page } from '@playwright/test';
import { address, expect, test } from './helpers.ts';

interface View {
  path: string;
  /** What opens a further part of it. */
  open?: [name: string, press: (page: Page) => Promise<void>];
}

const tab = (name: string): NonNullable<View['open']> => [
  name,
  (page) => page.locator('.field-tabs button', { hasText: name }).click(),
];
const panel = (name: string): NonNullable<View['open']> => [
  name,
  (page) => page.locator('.flash-now .ant-segmented-item', { hasText: name }).click(),
];

async function openLoom(page: Page): Promise<void> {
  await page.getByText('Looms', { exact: true }).click();
  await page.getByRole('button', { name: 'Two work lamps, 7 m', exact: true }).click();
  await page.getByRole('dialog').locator('.loom-drawing').waitFor();
}

/** In the order in which they are gone through: what belongs to one address stands together, and is loaded once. */
const VIEWS: View[] = [
  { path: '/yard' },
  { path: '/shelf' },
  {
    path: '/shelf',
    open: ['a loom', (page) => openLoom(page)],
  },
  { path: '/people' },
  {
    path: '/people',
    open: ['somebody asked in', (page) => page.getByRole('button', { name: 'Ask somebody in' }).click()],
  },
  { path: '/shop/stock' },
  { path: '/shop/crew' },
  { path: '/shop' },
  {
    path: '/shop',
    open: [
      'a unit and its work',
      async (page) => {
        await page.locator('.block.may-move').last().press('Enter');
        await page.getByRole('button', { name: 'Due date, windows' }).click();
      },
    ],
  },
  {
    path: '/unit/SR-05/survey',
    open: ['a slot without its terminal', (page) => page.getByRole('button', { name: /^Slot 10,/ }).click()],
  },
  {
    path: '/unit/SR-05/feed',
    open: [
      'a spare circuit',
      async (page) => {
        await page.getByRole('button', { name: 'Spare circuit …' }).click();
        await page.locator('.spare-choices li').first().waitFor();
      },
    ],
  },
  ...['survey', 'place', 'parts', 'build', 'handover'].map((stage) => ({ path: `/unit/SR-11/${stage}` })),
  {
    path: '/unit/SR-11/place',
    open: [
      'every hole, and a base to be measured',
      async (page) => {
        // By its button: a key that comes before the stage is there is nobody's.
        await page.getByRole('button', { name: /^Holes/ }).click();
        await page
          .getByRole('button', { name: /^Choose L1/ })
          .first()
          .click();
        await page.getByRole('button', { name: 'Measure again' }).click();
      },
    ],
  },
  {
    path: '/unit/SR-11/place',
    open: [
      'a row on a part',
      async (page) => {
        await page.locator('.sheet-tools button', { hasText: 'Row' }).click();
        await page.getByRole('region', { name: 'Row' }).waitFor();
      },
    ],
  },
  { path: '/unit/SR-11/place?findings=1' },
  { path: '/unit/SR-11/feed' },
  { path: '/unit/SR-11/feed', open: ['a feed', (page) => page.locator('[data-feed]').first().press('Enter')] },
  ...['Routes', 'Joints', 'Cut list', 'Battery'].map((name) => ({ path: '/unit/SR-11/feed', open: tab(name) })),
  {
    path: '/unit/SR-03/feed',
    open: [
      'plans for all that is unfed',
      async (page) => {
        await page.getByRole('button', { name: 'Feed them all …' }).click();
        await page.locator('.plan-choice').waitFor();
      },
    ],
  },
  {
    path: '/unit/SR-03/feed',
    open: [
      'a new feed',
      async (page) => {
        await page.getByRole('button', { name: 'Close the plans' }).click();
        await page.getByRole('button', { name: 'New feed' }).click();
      },
    ],
  },
  {
    path: '/unit/SR-21/feed',
    open: [
      "the unit's own leads",
      async (page) => {
        await page.locator('.field-tabs button', { hasText: 'Own leads' }).click();
        await page.getByRole('button', { name: 'Pin 2, brake' }).click();
        await page.locator('.lead-choice').nth(3).waitFor();
      },
    ],
  },
  { path: '/unit/SR-11/flash' },
  ...['Set lamps', 'Legend'].map((name) => ({ path: '/unit/SR-11/flash', open: panel(name) })),
  {
    path: '/unit/SR-11/flash',
    open: [
      'the editor',
      async (page) => {
        await page.locator('.timeline-row').nth(2).click();
        await page.getByRole('button', { name: 'Draw one …' }).click();
      },
    ],
  },
  { path: '/unit/SR-11/prove' },
  {
    path: '/unit/SR-11/prove',
    open: ['checks', (page) => page.getByRole('button', { name: /Without a meter/ }).click()],
  },
];

test.describe('a screen reader and weak eyes', () => {
  // Signed in once, and in one browser that keeps what it has fetched: the door lets nobody try as often as there are views.
  let context: BrowserContext;
  let page: Page;
  let shown = '';
  const unitIds = new Map<string, string>();
  test.beforeAll(async ({ browser }) => {
    context = await browser.newContext();
    const answer = await context.request.post(`${address()}/api/session`, {
      data: { username: 'odile', password: 'causeway' },
    });
    expect(answer.ok()).toBe(true);
    for (const tag of ['SR-03', 'SR-05', 'SR-11', 'SR-21']) {
      const found = await context.request.get(`${address()}/api/units?text=${tag}`);
      unitIds.set(tag, ((await found.json()) as { rows: { id: string }[] }).rows[0]!.id);
    }
    page = await context.newPage();
  });
  test.afterAll(() => context.close());

  for (const { path, open } of VIEWS) {
    test(open ? `${path}, ${open[0]}` : path, async () => {
      if (shown !== path) {
        await page.goto(address() + path.replace(/SR-\d+/, (tag) => unitIds.get(tag)!));
        await page
          .locator('.unit-track small, .rows button, .shelf-scroll td, .block, .stock-table td, .worker, .person-row')
          .first()
          .waitFor({ state: 'attached' });
        await page.waitForLoadState('networkidle');
        shown = path;
      }
      await open?.[1](page);
      const { violations } = await new AxeBuilder({ page })
        // What is right is not described: that takes most of the time.
        .options({ resultTypes: ['violations'] })
        .withTags(['wcag2a', 'wcag2aa'])
        .setLegacyMode(true)
        .analyze();
      expect(
        violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`),
      ).toEqual([]);
    });
  }
});
