import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from '@playwright/test';
import { allSamples } from '../fixtures/formats';
import { inSegments, signedFile } from '../fixtures/provenance';
import { assignmentWith, describeUrl, embedAll, exiv2 } from './desk';
import { labels } from './labels';
import { test } from './test';

// Covers: describe

const names = ['plain.heic', 'animated.gif', 'layers.psd', 'boxed.jxl', 'texts.mp4', 'user-data.mov'];
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

test('what a change breaks for good is asked first: a signature, and the JPEG inside a JPEG XL', async ({
  page,
}) => {
  const samples = new Map((await allSamples()).map(({ name, bytes }) => [name, bytes]));
  const files: Record<string, Uint8Array> = {
    'signed.jpg': signedFile(samples.get('plain.jpg')!, 2, inSegments(60_000)),
    'jpeg.jxl': samples.get('jpeg.jxl')!,
    'plain.png': samples.get('plain.png')!,
  };
  const assignment = await assignmentWith(page, 'Asked first', Object.keys(files), {
    make: async (folder) => {
      for (const [name, bytes] of Object.entries(files)) writeFileSync(path.join(folder, name), bytes);
    },
  });
  const onDisk = (name: string) => readFileSync(path.join(assignment.folder, name));
  await page.getByRole('grid', { name: 'Pictures' }).focus();
  await page.keyboard.press('Control+a');
  await page.getByLabel(labels.describe.caption, { exact: true }).fill(CAPTION);
  await expect(page.getByText('3 with drafts, saved')).toBeVisible();
  const embed = async (...choices: string[]) => {
    await page.getByRole('button', { name: /^Embed \d$/ }).click();
    const dialog = page.getByRole('dialog');
    for (const choice of choices) await dialog.getByLabel(choice).check();
    await dialog.getByRole('button', { name: /^Embed \d$/ }).click();
  };
  await embed();
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 3' })).toBeVisible();
  for (const name of ['signed.jpg', 'jpeg.jxl'])
    expect(onDisk(name).equals(Buffer.from(files[name]!)), name).toBe(true);
  await page.goto(describeUrl(assignment));
  await embed('Write them anyway', 'Write them; their JPEGs cannot be restored any more');
  await expect(page.getByRole('heading', { name: 'Embedded 2 of 2' })).toBeVisible();
  for (const name of ['signed.jpg', 'jpeg.jxl']) expect(exiv2(assignment, name)).toContain(CAPTION);
});
