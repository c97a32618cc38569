/** Every main view holds to WCAG 2 A and AA as far as a program can judge: names, roles, contrast. */
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';

const VIEWS = [
  '/yard',
  '/shelf',
  ...['survey', 'place', 'feed', 'flash', 'parts', 'build', 'prove', 'handover'].map((stage) => `/unit/SR-07/${stage}`),
];

test.describe('a screen reader and weak eyes', () => {
  for (const view of VIEWS) {
    test(view, async ({ page, context }) => {
      const address = process.env.EMBER_ADDRESS!;
      await context.request.post(`${address}/api/session`, { data: { username: 'odile', password: 'causeway' } });
      const units = (await (await context.request.get(`${address}/api/units`)).json()) as { id: string; tag: string }[];
      await page.goto(address + view.replace('SR-07', units.find((unit) => unit.tag === 'SR-07')!.id));
      await page.locator('.unit-track small, .rows button, .shelf-scroll td').first().waitFor({ state: 'attached' });
      await page.waitForLoadState('networkidle');
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
      expect(
        violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`),
      ).toEqual([]);
    });
  }
});
