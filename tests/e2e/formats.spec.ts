import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from '@playwright/test';
import { allSamples } from '../fixtures/formats';
import { assignmentWith, describeUrl, embedAll, exiv2 } from './desk';
import { labels } from './labels';
import { test } from './test';

// Covers: describe

const names = ['plain.heic', 'animated.gif', 'layers.psd', 'boxed.jxl', 'plain.mp4', 'user-data.mov'];
const CAPTION = 'A ketch on the slip.';

test('pictures of many formats are shown, described together and embedded', async ({ page }) => {
  const samples = (await allSamples()).filter(({ name }) => names.includes(name));
  const assignment = await assignmentWith(page, 'Formats', names, {
    make: async (folder) => {
      for (const { name, bytes } of samples) writeFileSync(path.join(folder, name), bytes);
    },
  });
  for (const name of names) {
    const shown = page.locator(`[data-photo="${name}"] img`);
    await expect.poll(() => shown.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0);
  }
  await page.getByRole('grid', { name: 'Pictures' }).focus();
  await page.keyboard.press('Control+a');
  await page.getByLabel(labels.describe.caption, { exact: true }).fill(CAPTION);
  await expect(page.getByText(`${names.length} with drafts, saved`)).toBeVisible();
  await embedAll(page, names.length);
  for (const name of ['plain.heic', 'layers.psd', 'boxed.jxl'])
    expect(exiv2(assignment, name)).toContain(CAPTION);
  await page.goto(describeUrl(assignment));
  for (const name of names) await expect(page.locator(`[data-photo="${name}"]`)).toContainText(CAPTION);
});
