import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { sql } from './desk';
import { root, running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: backups

/** Backups are scheduled, made, encrypted, compared and restored in the browser; the tests check the files on disk. */
const { address, data } = running();
const folder = path.join(data, 'a disk');
const backupsIn = (where: string) => readdirSync(where).filter((name) => name.startsWith('fabrica-'));
const choice = (page: Page, label: string) => page.getByLabel(label, { exact: true });

test.describe.configure({ mode: 'serial' });

test('Back up now writes an archive that the command line verifies', async ({ page }) => {
  await page.goto(address);
  await page.getByRole('link', { name: labels.ui.backups }).first().click();
  const before = backupsIn(path.join(data, 'backups')).length;
  await page.getByRole('button', { name: labels.backups.backUpNow }).press('Enter');
  await expect(page.getByRole('listitem', { name: /^fabrica-/ })).toHaveCount(before + 1);
  const [name] = backupsIn(path.join(data, 'backups')).sort().reverse();
  const { status, stdout } = spawnSync(
    path.join(root, 'fabrica'),
    ['check', path.join(data, 'backups', name!)],
    {
      encoding: 'utf8',
    },
  );
  expect([status, stdout]).toEqual([0, expect.stringContaining('with undo data')]);
  await expect(page.getByRole('listitem', { name: name! })).toContainText('with undo data');
});

test('settings are saved and survive a reload; a passphrase encrypts backups', async ({ page }) => {
  mkdirSync(folder, { recursive: true });
  await page.goto(`${address}/backups`);
  await choice(page, labels.backups.backUp).focus();
  await page.keyboard.type('every week');
  await expect.poll(() => sql('select schedule from backup_plans')).toBe('weekly');
  await choice(page, labels.backups.retention).selectOption('2');
  await expect.poll(() => sql('select retention from backup_plans')).toBe('2');
  await choice(page, labels.backups.undoData).uncheck();
  await expect.poll(() => sql('select undo_data from backup_plans')).toBe('f');
  const where = choice(page, labels.backups.folder);
  await where.fill('/proc');
  await page.getByRole('button', { name: labels.backups.useThisFolder }).click();
  await expect(page.getByText(/belongs to the machine itself/)).toBeVisible();
  await where.fill(folder);
  await page.getByRole('button', { name: labels.backups.useThisFolder }).click();
  await expect.poll(() => sql('select folder from backup_plans')).toBe(folder);
  await page.getByRole('button', { name: labels.backups.changePassphrase }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.backups.passphrase, { exact: true }).fill('tjære og lin');
  await dialog.getByLabel(labels.backups.repeatPassphrase).fill('tjære og li');
  await expect(dialog.getByRole('button', { name: labels.backups.encrypt })).toBeDisabled();
  await dialog.getByLabel(labels.backups.repeatPassphrase).fill('tjære og lin');
  await page.keyboard.press('Tab');
  await dialog.getByRole('button', { name: labels.backups.encrypt }).click();
  await expect(page.getByText('Backups are encrypted.')).toBeVisible();
  await page.reload();
  await expect(choice(page, labels.backups.backUp)).toHaveValue('weekly');
  for (let made = 1; made <= 3; made++) {
    await page.getByRole('button', { name: labels.backups.backUpNow }).click();
    await expect(page.getByRole('listitem', { name: /^fabrica-/ })).toHaveCount(Math.min(made, 2));
    await expect(page.getByRole('button', { name: labels.backups.backUpNow })).toBeEnabled();
  }
  const kept = backupsIn(folder);
  expect(kept).toHaveLength(2);
  expect(readFileSync(path.join(folder, kept[0]!)).subarray(0, 24).toString()).toBe(
    'fabrica-encrypted-backup',
  );
});

test('deleted and renamed items are restored from a backup', async ({ page }) => {
  sql(`insert into checklists (name, rules) values ('Deleted later', '{"version": 1, "value": []}')`);
  await page.goto(`${address}/backups`);
  await page.getByRole('button', { name: labels.backups.backUpNow }).click();
  const newest = () => backupsIn(folder).sort().reverse()[0]!;
  const before = newest();
  await expect.poll(newest).not.toBe(before);
  await expect(page.getByRole('button', { name: labels.backups.backUpNow })).toBeEnabled();
  sql(`delete from checklists where name = 'Deleted later'`);
  sql(`update templates set name = name || ' since'`);
  const compare = () =>
    page.getByRole('listitem', { name: newest() }).getByRole('button', { name: labels.backups.compare });
  await compare().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Deleted later').check();
  await dialog.getByRole('button', { name: `${labels.backups.selectAll}: Templates` }).press('Enter');
  await dialog.getByRole('button', { name: labels.backups.selectEverything }).click();
  await expect(dialog.getByRole('checkbox', { checked: true, disabled: false })).toHaveCount(
    await dialog.getByRole('checkbox', { disabled: false }).count(),
  );
  const items = await dialog.getByRole('checkbox', { disabled: false }).count();
  await dialog.getByRole('button', { name: labels.backups.restoreSelected }).click();
  await expect(dialog.getByText(`${items} items restored.`)).toBeVisible();
  expect(sql(`select count(*) from checklists where name = 'Deleted later'`)).toBe('1');
  expect(sql(`select count(*) from templates where name like '% since'`)).toBe('0');
  await dialog.getByRole('button', { name: 'Done' }).click();
  sql(`delete from checklists where name = 'Deleted later'`);
  sql(`delete from backup_plans`);
});

test('encryption is turned off; a missing folder is reported', async ({ page }) => {
  await page.goto(`${address}/backups`);
  await page.getByRole('button', { name: labels.backups.changePassphrase }).click();
  await page.getByRole('dialog').getByRole('button', { name: labels.backups.removePassphrase }).click();
  await expect(page.getByText('Backups are not encrypted.')).toBeVisible();
  sql(`insert into backup_plans (folder) values ('${folder}/away')`);
  await page.reload();
  await expect(page.getByText('The folder is missing.')).toBeVisible();
  await page.getByRole('button', { name: labels.backups.backUpNow }).click();
  await expect(page.getByText(/failed. The folder is missing/)).toBeVisible();
  // An empty path means the data folder.
  await choice(page, labels.backups.folder).fill('');
  await page.getByRole('button', { name: labels.backups.useThisFolder }).click();
  await expect.poll(() => sql('select folder is null from backup_plans')).toBe('t');
  await expect(page.getByRole('listitem', { name: /^fabrica-/ }).first()).toBeVisible();
});
