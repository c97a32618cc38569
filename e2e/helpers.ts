/** What every story in the browser begins with and does again and again. */
import { expect, type Page } from '@playwright/test';

export const address = () => process.env.EMBER_ADDRESS!;

export async function comeIn(page: Page, name: string): Promise<void> {
  await page.goto(address());
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await expect(page.getByRole('button', { name: 'New unit' })).toBeVisible();
}

export async function choose(page: Page, label: string, option: RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label }).click();
  await page
    .locator('.ant-select-dropdown:visible .ant-select-item-option')
    .filter({ hasText: option })
    .first()
    .click();
}

export async function saved(page: Page): Promise<void> {
  await expect(page.locator('.unit-state')).toContainText(/Saved/);
}

/** Goes from the yard to a stage of a unit by its tag. */
export async function openUnit(page: Page, tag: string, stage: string): Promise<void> {
  await page
    .getByRole('button', { name: new RegExp(tag) })
    .first()
    .click();
  await expect(page.locator('.unit-header')).toContainText(tag);
  await page.goto(page.url().replace(/\/[a-z]+$/, `/${stage}`));
  await expect(page.locator('.unit-header')).toContainText(tag);
}
