import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, utimesSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { running } from './fabrica';

/** What Fabrica keeps is shown with what it takes, bounded by a person, and goes from the disk. */
const { address, data } = running();
const old = path.join(data, 'previews', 'zz', 'of long ago.webp');
const { port, applicationPassword } = JSON.parse(readFileSync(path.join(data, 'database.json'), 'utf8')) as {
  port: number;
  applicationPassword: string;
};
const sql = (text: string) =>
  execFileSync(
    'psql',
    ['-h', '127.0.0.1', '-p', String(port), '-U', 'fabrica_application', '-d', 'fabrica', '-Atc', text],
    {
      encoding: 'utf8',
      env: { ...process.env, PGPASSWORD: applicationPassword },
    },
  ).trim();

test('a bound is chosen by keyboard, stays after a reload, and what is beyond it goes', async ({ page }) => {
  mkdirSync(path.dirname(old), { recursive: true });
  writeFileSync(old, Buffer.alloc(1000));
  const then = new Date(Date.now() - 40 * 86_400_000);
  utimesSync(old, then, then);
  await page.goto(address);
  await page.getByRole('link', { name: 'What Fabrica keeps' }).click();
  const previews = page.getByRole('listitem', { name: 'Previews' });
  await expect(previews).toContainText(/ files?/);
  const unused = previews.getByLabel('Kept after last use');
  await expect(unused).toHaveValue('365');
  await unused.focus();
  await page.keyboard.type('30 days');
  await expect.poll(() => sql("select days from kept_bounds where name = 'previews'")).toBe('30');
  expect(existsSync(old)).toBe(true);
  await page.reload();
  await expect(previews.getByLabel('Kept after last use')).toHaveValue('30');
  await page.getByRole('button', { name: 'Make room now' }).press('Enter');
  await expect.poll(() => existsSync(old), { message: 'the old preview goes', timeout: 20_000 }).toBe(false);
  // Two choices, one right after the other: both count.
  await previews.getByLabel('Kept after last use').selectOption('90 days');
  await previews.getByLabel('All together at most').selectOption('50 GB');
  await expect
    .poll(() => sql("select days, megabytes from kept_bounds where name = 'previews'"))
    .toBe('90|50000');
  await page.reload();
  await expect(previews.getByLabel('Kept after last use')).toHaveValue('90');
  await previews.getByLabel('Kept after last use').selectOption('for ever');
  await expect.poll(() => sql("select days is null from kept_bounds where name = 'previews'")).toBe('t');
  await previews.getByLabel('All together at most').selectOption('5 GB');
  await expect.poll(() => sql("select megabytes from kept_bounds where name = 'previews'")).toBe('5000');
  const back = page.getByRole('listitem', { name: 'Ways back' });
  await back.getByLabel('All together at most').selectOption('200 GB');
  await expect.poll(() => sql("select megabytes from kept_bounds where name = 'waysBack'")).toBe('200000');
  await back.getByLabel('All together at most').selectOption('no bound');
  await expect.poll(() => sql("select megabytes is null from kept_bounds where name = 'waysBack'")).toBe('t');
});
