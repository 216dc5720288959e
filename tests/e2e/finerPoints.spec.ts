import { mkdtempSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { deliveryPlanOn } from './deliveryPlans';
import { assignmentWith, type DeskAssignment, send } from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: deliver

/** The rarer choices of a delivery plan, each used to the end: what they ask for is found in the copies. */
test.describe.configure({ mode: 'serial' });
const { address, data } = running();
const job = `Finer points ${Date.now() % 1_000_000}`;

let page: Page;
let set: DeskAssignment;
const { choice, opened, choose, press, unpacked } = deliveryPlanOn(() => page);

test.beforeAll(async ({ browser }) => {
  page = await (await browser.newContext({ viewport: { width: 1280, height: 900 } })).newPage();
  set = await assignmentWith(page, job, ['fp26-01.jpg', 'fp26-02.jpg']);
  await send(page, 'templates', {
    name: `${job}, credit`,
    kind: 'job',
    entries: [{ field: 'creditLine', rule: 'overwrite', texts: ['Tarn & Tide'] }],
  });
  await page.goto(`${address}/assignments/${set.id}/deliver`);
});
test.afterAll(() => page.context().close());

const deliverPage = () => page.goto(`${address}/assignments/${set.id}/deliver`);
const sendsAll = async () => {
  await deliverPage();
  await page.getByRole('button', { name: labels.deliver.sendAnyway }).click();
  await expect(page.getByRole('button', { name: 'Deliver 2', exact: true })).toBeVisible();
};
const measures = async (file: string) => {
  const { width, height, depth, density, format } = await sharp(file).metadata();
  return { width, height, depth, density, format };
};

test('TIFF of 16 bits in four sizes, larger than the picture too, in folders, in a folder and an archive', async () => {
  const out = mkdtempSync(path.join(data, 'finer '));
  await choose('Format', () => opened().getByLabel(/^TIFF/).check());
  await choose('Size', async () => {
    await opened().getByLabel(labels.deliver.sizeOfTheCopies).selectOption('megapixels');
    await opened().getByLabel(labels.deliver.megapixels, { exact: true }).fill('0.6');
    await opened()
      .getByLabel(/^enlarge/)
      .check();
    await opened().getByRole('button', { name: labels.deliver.addAFurtherSize }).click();
    await opened().getByLabel('Further size 1').selectOption('within a box');
    await opened().getByLabel(labels.deliver.width, { exact: true }).fill('300');
    await opened().getByLabel(labels.deliver.height, { exact: true }).fill('120');
    await opened().getByRole('button', { name: labels.deliver.addAFurtherSize }).click();
    await opened().getByLabel('Further size 2').selectOption('percent');
    await opened().getByLabel(labels.deliver.percent, { exact: true }).fill('25');
    await opened().getByRole('button', { name: labels.deliver.addAFurtherSize }).click();
    await opened().getByLabel('Further size 3').selectOption('full size');
  });
  await choose('Quality', async () => {
    await opened().getByLabel(labels.deliver.n16BitsAChannel).check();
    await opened().getByLabel(labels.deliver.pixelsPerInch, { exact: true }).fill('240');
  });
  await choose('Names', async () => {
    await opened().getByLabel('Ready patterns: Folders').selectOption({ index: 1 });
  });
  await choose('Beside them', () =>
    opened()
      .getByLabel(/^checksums/)
      .check(),
  );
  await choose('Place', async () => {
    await opened().getByLabel(labels.deliver.both, { exact: true }).check();
    await opened().getByLabel(labels.deliver.folderForTheCopies, { exact: true }).fill(out);
  });
  await expect(choice('Names')).toHaveText('as the pictures are called, in folders');
  await expect(choice('Place')).toHaveText(/and one archive to download$/);
  await sendsAll();
  await press('Deliver 2', 2);
  const archive = await unpacked();
  for (const root of [out, archive]) {
    const files = readdirSync(root, { recursive: true, withFileTypes: true }).filter((one) => one.isFile());
    const copies = files.filter((one) => one.name.endsWith('.tif'));
    expect(copies).toHaveLength(8);
    expect(files.map((one) => one.name)).toContain('SHA256SUMS');
    expect(copies.every((one) => one.parentPath !== root)).toBe(true);
    const first = copies.filter((one) => one.name.startsWith('fp26-01'));
    const found = await Promise.all(first.map((one) => measures(path.join(one.parentPath, one.name))));
    const common = { depth: 'ushort', density: 240, format: 'tiff' };
    expect(found.sort((a, b) => b.width - a.width)).toEqual([
      { width: 949, height: 632, ...common },
      { width: 360, height: 240, ...common },
      { width: 180, height: 120, ...common },
      { width: 90, height: 60, ...common },
    ]);
  }
});

test('AVIF, each file no larger than so many kilobytes; then JPEG likewise', async () => {
  await deliverPage();
  await choose('Size', async () => {
    for (const more of [1, 2, 3])
      await opened()
        .getByRole('button', { name: /^Leave out/ })
        .nth(3 - more)
        .click();
    await opened().getByLabel(labels.deliver.sizeOfTheCopies).selectOption('full size');
    await opened()
      .getByLabel(/^enlarge/)
      .uncheck();
  });
  await choose('Names', async () => {
    await opened().getByLabel('Ready patterns: Folders').selectOption('');
  });
  await choose('Place', () =>
    opened()
      .getByLabel(/^one archive to download/)
      .check(),
  );
  for (const [format, ending, most] of [
    [/^AVIF/, '.avif', 7],
    [/^JPEG/, '.jpg', 8],
  ] as const) {
    await deliverPage();
    await choose('Format', () => opened().getByLabel(format).check());
    await choose('Quality', async () => {
      await opened().getByLabel(labels.deliver.quality, { exact: true }).fill('100');
      await opened()
        .getByLabel(/^at most so many kilobytes/)
        .check();
      await opened().getByLabel(labels.deliver.largestFile, { exact: true }).fill(String(most));
    });
    await expect(choice('Quality')).toContainText(`at most ${most} KB each`);
    await sendsAll();
    await press('Deliver 2', 2);
    const folder = await unpacked();
    const copies = readdirSync(folder).filter((name) => name.endsWith(ending));
    expect(copies).toHaveLength(2);
    for (const name of copies)
      expect(statSync(path.join(folder, name)).size).toBeLessThanOrEqual(most * 1000);
    expect(await measures(path.join(folder, copies[0]!))).toMatchObject({ width: 360, height: 240 });
  }
});

test('a licence from a day on that is kept and not written; a template is put on top and left out again', async () => {
  await deliverPage();
  await choose('Templates on the way out', async () => {
    await opened()
      .getByLabel(labels.deliver.putATemplateOnTop)
      .selectOption({ label: `${job}, credit` });
    await opened()
      .getByRole('button', { name: `Leave out ${job}, credit` })
      .click();
  });
  await expect(choice('Templates on the way out')).toHaveText('no template');
  await choose('Licence', async () => {
    await opened()
      .getByLabel(/^one is granted/)
      .check();
    await opened().getByLabel(labels.deliver.toWhom).fill(`Slipway Press ${job}`);
    await opened().getByLabel(labels.ui.from, { exact: true }).fill('2026-04-01');
    await opened()
      .getByLabel(/^written into the copies/)
      .uncheck();
  });
  await sendsAll();
  await press('Deliver 2', 2);
  const copy = path.join(await unpacked(), 'fp26-01.jpg');
  const said = await sharp(copy).metadata();
  expect(said.xmpAsString ?? '').not.toMatch(/Slipway|Tarn/);
  const licences = await send<{ licensee: string; from: string }[]>(
    page,
    `licences?words=${encodeURIComponent(job)}`,
    undefined,
    'GET',
  );
  expect(licences).toMatchObject([{ licensee: `Slipway Press ${job}`, from: '2026-04-01' }]);
});

test('the check that holds back is another one; a saved delivery plan is removed', async () => {
  await deliverPage();
  const lists = page.getByLabel(labels.deliver.checkedBy, { exact: true });
  const other = await lists.locator('option').nth(1).textContent();
  await lists.selectOption({ index: 1 });
  await page.reload();
  await expect(lists.locator('option:checked')).toHaveText(other!);
  await page.getByRole('button', { name: labels.deliver.saveAs }).click();
  await page.getByLabel(labels.deliver.nameOfThePlan).fill(`${job}, web`);
  await page.getByRole('button', { name: labels.ui.save, exact: true }).click();
  await expect(page.getByText(labels.deliver.asSaved)).toBeVisible();
  await page.getByRole('button', { name: `Remove it: ${job}, web` }).click();
  await expect(page.getByText(labels.deliver.asSaved)).toHaveCount(0);
  const kept = await send<{ name: string }[]>(page, 'delivery-plans', undefined, 'GET');
  expect(kept.map((one) => one.name)).not.toContain(`${job}, web`);
  await expect(choice('Format')).toHaveText('JPEG');
});
