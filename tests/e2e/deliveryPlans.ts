import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { running } from './fabrica';
import { labels } from './labels';

const { data } = running();

/** The sentences of Deliver, as somebody reads and presses them. */
export function deliveryPlanOn(page: () => Page) {
  const choice = (name: string) =>
    page()
      .getByRole('group', { name: labels.deliver.deliveryPlan })
      .getByRole('button', { name: `${name}:` });
  const opened = () => page().getByRole('dialog');
  /** Opens a part of the sentences, does something in it, and leaves it. */
  async function choose(name: string, act: () => Promise<void>): Promise<void> {
    await choice(name).click();
    await expect(opened()).toBeVisible();
    await act();
    await page().keyboard.press('Escape');
    await expect(opened()).toHaveCount(0);
  }
  /** Delivers, and gives the id of the run. */
  async function press(words: string, count: number): Promise<string> {
    await page().getByRole('button', { name: words, exact: true }).click();
    await expect(page().getByRole('heading', { name: `Delivered ${count} of ${count}` })).toBeVisible({
      timeout: 60_000,
    });
    return new URL(page().url()).pathname.split('/').at(-1)!;
  }
  /** The archive of a delivery, as the browser saves it, unpacked by unzip. */
  async function unpacked(): Promise<string> {
    const [download] = await Promise.all([
      page().waitForEvent('download'),
      page().getByRole('link', { name: labels.receipts.downloadTheArchive }).click(),
    ]);
    const file = await download.path();
    execFileSync('unzip', ['-tq', file]);
    const folder = mkdtempSync(path.join(data, 'unpacked '));
    execFileSync('unzip', ['-q', file, '-d', folder]);
    return folder;
  }
  return { choice, opened, choose, press, unpacked };
}
