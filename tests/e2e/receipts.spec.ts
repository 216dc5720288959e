import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: receipts

/** Every run can be undone from its receipt, and done again; what that does is said before, and seen on disk. */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const source = path.join(data, 'receipts-source');
const working = path.join(data, 'receipts-working');
const names = ['kt26-0401.jpg', 'kt26-0402.jpg'];

let page: Page;
let id = '';
let importReceipt = '';
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  for (const folder of [source, working]) mkdirSync(folder);
  for (const name of names)
    copyFileSync(path.join(data, 'card/DCIM/100KETCH', name), path.join(source, name));
  id = (
    await send<{ id: string }>('assignments', { name: 'Undone', workingPath: working, sourcePath: source })
  ).id;
});
test.afterAll(() => page.close());

async function send<T>(where: string, body: unknown, method = 'POST'): Promise<T> {
  const answer = await page.request.fetch(`${address}/api/${where}`, {
    method,
    data: body,
    headers: { origin: address },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as T;
}

const heading = (name: string) => page.getByRole('heading', { name, exact: true });
const dialog = () => page.getByRole('dialog');
const pictures = () => readdirSync(working).filter((name) => name.endsWith('.jpg'));

test('undoing an import is told, can be left, and a double press makes one run', async () => {
  await page.goto(`${address}/assignments/${id}/bring-in`);
  await page.getByRole('button', { name: 'Bring in 2', exact: true }).click();
  await expect(heading('Brought in 2 of 2')).toBeVisible();
  importReceipt = page.url();
  // A double press opens it, and does not close it again.
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).dblclick();
  await expect(dialog()).toContainText(path.join(working, 'Undone by Fabrica'));
  await dialog().getByRole('button', { name: labels.ui.cancel }).click();
  await expect(dialog()).toHaveCount(0);
  expect(pictures()).toEqual(names);
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  await dialog().getByRole('button', { name: 'Undo 2' }).dblclick();
  await expect(heading('Undone 2 of 2')).toBeVisible();
  expect(pictures()).toEqual([]);
  const runs = await send<{ act: string; assignmentName: string }[]>('runs', undefined, 'GET');
  expect(runs.filter((run) => run.act === 'undo' && run.assignmentName === 'Undone')).toHaveLength(1);
  const [folder] = readdirSync(path.join(working, 'Undone by Fabrica'));
  expect(readdirSync(path.join(working, 'Undone by Fabrica', folder!)).sort()).toEqual(names);
  await page.goto(`${address}/assignments/${id}/describe`);
  await expect(page.locator('[data-photo]')).toHaveCount(0);
});

test('the receipt of the undo does it again, by the keyboard alone', async () => {
  await page.goto(importReceipt);
  await expect(page.getByRole('button', { name: labels.receipts.undoThisRun })).toHaveCount(0);
  await page.goto(address);
  await page.getByRole('link', { name: 'Undone: Undone' }).first().click();
  await page.getByRole('button', { name: labels.receipts.doItAgain }).focus();
  await page.keyboard.press('Enter');
  await expect(dialog().getByRole('button', { name: 'Do again 2' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(heading('Done again 2 of 2')).toBeVisible();
  expect(pictures()).toEqual(names);
  await page.goto(`${address}/assignments/${id}/describe`);
  await expect(page.locator('[data-photo]')).toHaveCount(2);
});

test('out of order, the later run is named; in order both go back', async () => {
  await page.goto(`${address}/assignments/${id}/describe`);
  await page.locator('[data-photo="kt26-0401.jpg"]').click();
  await expect(page.getByText('Writing to kt26-0401.jpg')).toBeVisible();
  await page.getByRole('grid', { name: labels.ui.pictures }).press('Control+a');
  await expect(page.getByText('Writing to 2 pictures')).toBeVisible();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('Before the launch.');
  await expect(page.getByText('2 with drafts, saved')).toBeVisible();
  await page.getByRole('button', { name: /^Embed 2/ }).click();
  await dialog()
    .getByRole('button', { name: /^Embed 2/ })
    .click();
  await expect(heading('Embedded 2 of 2')).toBeVisible();
  const embedReceipt = page.url();
  await page.getByRole('link', { name: labels.receipts.findItsPictures }).click();
  const found = page.getByRole('list', { name: labels.find.found });
  for (const name of names) await expect(found).toContainText(name);
  await expect(found.getByRole('link')).toHaveCount(names.length);
  const written = readFileSync(path.join(working, names[0]!));
  await page.goto(importReceipt);
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  await dialog().getByRole('button', { name: 'Undo 2' }).click();
  await expect(dialog().getByRole('alert')).toContainText('A later run embedded into these files');
  expect(pictures()).toEqual(names);
  await page.goto(embedReceipt);
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  await dialog().getByRole('button', { name: 'Undo 2' }).click();
  await expect(heading('Undone 2 of 2')).toBeVisible();
  expect(readFileSync(path.join(working, names[0]!)).equals(written)).toBe(false);
  await page.getByRole('button', { name: labels.receipts.doItAgain }).click();
  await dialog().getByRole('button', { name: 'Do again 2' }).click();
  await expect(heading('Done again 2 of 2')).toBeVisible();
  expect(readFileSync(path.join(working, names[0]!)).equals(written)).toBe(true);
});

test('an undone move makes its source again, and a reload in the middle changes nothing', async () => {
  await send(`assignments/${id}`, { name: 'Undone' }, 'PATCH');
  copyFileSync(path.join(data, 'card/DCIM/100KETCH/kt26-0403.jpg'), path.join(source, 'kt26-0403.jpg'));
  const { runId } = await send<{ runId: string }>(`assignments/${id}/import`, {
    paths: ['kt26-0403.jpg'],
    leaveAsTheyAre: ['kt26-0403.jpg'],
    mode: 'move',
  });
  await page.goto(`${address}/runs/${runId}`);
  await expect(heading('Moved in 1 of 1')).toBeVisible();
  expect(existsSync(path.join(source, 'kt26-0403.jpg'))).toBe(false);
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  await expect(dialog()).toContainText('made again byte for byte where they came from');
  await page.reload();
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  await dialog().getByRole('button', { name: 'Undo 1' }).click();
  await expect(heading('Undone 1 of 1')).toBeVisible();
  expect(pictures()).toEqual(names);
  expect(readFileSync(path.join(source, 'kt26-0403.jpg'))).toEqual(
    readFileSync(path.join(data, 'card/DCIM/100KETCH/kt26-0403.jpg')),
  );
});
