import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { expect } from '@playwright/test';
import { interrupt, portBeside, running, startFabrica } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: workshop

/** The demo as a person meets it first: a workshop that is alive, each task of which leads to its work. */
let data = '';
let fabrica: Awaited<ReturnType<typeof startFabrica>>;
test.beforeAll(async () => {
  const { data: other } = running();
  data = `${other}-alive`;
  mkdirSync(data, { mode: 0o755 });
  // The card is drawn already; the pictures of the other assignments are drawn here.
  cpSync(path.join(other, 'card'), path.join(data, 'card'), { recursive: true, preserveTimestamps: true });
  fabrica = await startFabrica(data, { FABRICA_PORT: portBeside(29), FABRICA_DEMO: '' });
});
test.afterAll(async () => {
  await interrupt(fabrica.process);
  rmSync(data, { recursive: true, force: true });
});

test('every step of the start says how far it is, and how long it took', () => {
  const steps = [...fabrica.output().matchAll(/\[(\d)\/6\] ([^:…]+)(?:: | …)/g)].map(([, n]) => Number(n));
  expect([...new Set(steps)]).toEqual([1, 2, 3, 4, 5, 6]);
  expect(fabrica.output()).toMatch(/ready after \d+ s/);
});

test('what is next stands at the top, with pictures, beside a finished assignment and a card that waits', async ({
  page,
}) => {
  await page.goto(fabrica.address);
  await expect(page.getByRole('heading', { name: labels.workshop.next })).toBeVisible();
  for (const task of ['Settle 1', 'Embed 2', 'Write captions for 4', /^Bring in from Memory card/])
    await expect(page.getByRole('link', { name: task })).toBeVisible();
  await expect(page.getByRole('heading', { name: labels.workshop.assignments })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Winter lay-up', exact: true })).toBeVisible();
  await expect(page.getByText('8 pictures · 2 drafts')).toBeVisible();
  await expect(page.getByRole('link', { name: /^(Brought in|Embedded): (Winter|A main)/ })).toHaveCount(4);
  const templates = page.locator('section', {
    has: page.getByRole('heading', { name: labels.ui.templates }),
  });
  await expect(templates.getByRole('listitem').or(templates.getByRole('link'))).toHaveCount(7);
  // The pictures of the tasks are there, not only their places.
  await expect
    .poll(() =>
      page
        .locator('main img')
        .evaluateAll((all) => all.every((img) => (img as HTMLImageElement).naturalWidth > 0)),
    )
    .toBe(true);
});

test('captions are one press away: the pictures that lack one are selected, and the count falls as one writes', async ({
  page,
}) => {
  await page.goto(fabrica.address);
  await page.getByRole('link', { name: 'Write captions for 4' }).click();
  await expect(page.getByText('Writing to 4 pictures')).toBeVisible();
  await page.getByRole('textbox', { name: labels.describe.caption }).fill('A day in the sail loft.');
  await page.keyboard.press('Tab');
  await expect(page.getByText('4 with drafts, saved')).toBeVisible();
  await page.getByRole('link', { name: labels.shell.fabricaToTheWorkshopPage }).click();
  await expect(page.getByRole('link', { name: 'Embed 6' })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Write captions/ })).toBeHidden();
});

test('another window sees it without being asked, and the embedded words stand in the files', async ({
  page,
  context,
}) => {
  const other = await context.newPage();
  await other.goto(fabrica.address);
  await expect(other.getByRole('link', { name: 'Embed 6' })).toBeVisible();
  await page.goto(fabrica.address);
  await page.getByRole('link', { name: 'Embed 6' }).click();
  await page.getByRole('button', { name: 'Embed 6' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Embed 6/ })
    .click();
  await expect(page.getByRole('heading', { name: 'Embedded 6 of 6' })).toBeVisible();
  await expect(other.getByRole('link', { name: /^Embed / })).toBeHidden();
  const file = path.join(data, 'pictures/A mainsail for the Marena/loft26-05.jpg');
  expect(existsSync(file)).toBe(true);
  const told = execFileSync('exiv2', ['-q', '-PXkv', file], { encoding: 'utf8' });
  expect(told).toContain('A day in the sail loft.');
  expect(told).toContain('+47 555 01 77');
});

test('settling is one press away too', async ({ page }) => {
  await page.goto(fabrica.address);
  await page.getByRole('link', { name: 'Settle 1' }).click();
  await page.getByRole('button', { name: /^Settle what disagrees/ }).click();
  const dialog = page.getByRole('dialog', { name: labels.describe.recordsThatDisagree });
  await expect(dialog.getByText('Date Created')).toBeVisible();
  await dialog.getByRole('button', { name: /^Settle/ }).click();
  await expect(page.getByText('1 with drafts, saved')).toBeVisible();
});
