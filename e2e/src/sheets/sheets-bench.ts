import { readFile } from 'node:fs/promises';
import type { Download, Locator, Page } from '@playwright/test';
import { sheetKindWords, type SheetKind } from '@nobrel/core/sheets';
import type { Running } from '@nobrel/server';
import { chooseFrom, expect, goTo } from '../bench.js';

/** Opens Sheets of the kettle, whose outline takes two sheets and a diagram. */
export async function openSheets(page: Page, seeded: Running): Promise<void> {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Sheets');
  await expect(page.getByText('1 of 3')).toBeVisible();
}

/** Chooses what is printed. */
export async function choose(page: Page, kind: SheetKind): Promise<void> {
  await chooseFrom(page.getByLabel('What is printed'), sheetKindWords(kind));
}

/** The page on the right leaf. */
export const shown = (page: Page): Locator => page.getByTestId('printed-page').locator('..');

export async function bytesOf(download: Download): Promise<Buffer> {
  return readFile(await download.path());
}

/** Fills a gap of the sentence. */
export async function fill(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByLabel(label, { exact: true }).press('Enter');
}
