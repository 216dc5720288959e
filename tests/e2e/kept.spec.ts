import { existsSync, mkdirSync, utimesSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from '@playwright/test';
import { sql } from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: kept

/** What Fabrica keeps is shown with what it takes, bounded by a person, and goes from the disk. */
const { address, data } = running();
const old = path.join(data, 'previews', 'zz', 'of long ago.webp');

test('a bound is chosen by keyboard, stays after a reload, and what is beyond it goes', async ({ page }) => {
  mkdirSync(path.dirname(old), { recursive: true });
  writeFileSync(old, Buffer.alloc(1000));
  const then = new Date(Date.now() - 40 * 86_400_000);
  utimesSync(old, then, then);
  await page.goto(address);
  await page.getByRole('link', { name: labels.ui.storage }).click();
  const previews = page.getByRole('listitem', { name: labels.kept.previews });
  await expect(previews).toContainText(/ files?/);
  const unused = previews.getByLabel(labels.kept.keptAfterLastUse);
  await expect(unused).toHaveValue('365');
  await unused.focus();
  await page.keyboard.type('30 days');
  await expect.poll(() => sql("select days from kept_bounds where name = 'previews'")).toBe('30');
  expect(existsSync(old)).toBe(true);
  await page.reload();
  await expect(previews.getByLabel(labels.kept.keptAfterLastUse)).toHaveValue('30');
  await page.getByRole('button', { name: labels.kept.makeRoomNow }).press('Enter');
  await expect.poll(() => existsSync(old), { message: 'the old preview goes', timeout: 20_000 }).toBe(false);
  // Two choices, one right after the other: both count.
  await previews.getByLabel(labels.kept.keptAfterLastUse).selectOption('90 days');
  await previews.getByLabel(labels.kept.allTogetherAtMost).selectOption('50 GB');
  await expect
    .poll(() => sql("select days, megabytes from kept_bounds where name = 'previews'"))
    .toBe('90|50000');
  await page.reload();
  await expect(previews.getByLabel(labels.kept.keptAfterLastUse)).toHaveValue('90');
  await previews.getByLabel(labels.kept.keptAfterLastUse).selectOption('for ever');
  await expect.poll(() => sql("select days is null from kept_bounds where name = 'previews'")).toBe('t');
  await previews.getByLabel(labels.kept.allTogetherAtMost).selectOption('5 GB');
  await expect.poll(() => sql("select megabytes from kept_bounds where name = 'previews'")).toBe('5000');
  const back = page.getByRole('listitem', { name: labels.kept.undoData });
  await back.getByLabel(labels.kept.allTogetherAtMost).selectOption('200 GB');
  await expect.poll(() => sql("select megabytes from kept_bounds where name = 'undoData'")).toBe('200000');
  await back.getByLabel(labels.kept.allTogetherAtMost).selectOption('no bound');
  await expect.poll(() => sql("select megabytes is null from kept_bounds where name = 'undoData'")).toBe('t');
});
