import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: templates

/**
 * Each rule, chosen in a line of the book, to the bytes in a file. The file held “Old …” in five fields of
 * IIM before; what stands there afterwards is read by exiv2.
 */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const origin = { origin: address };
/** Field, label in the book, DataSet of IIM (IPTC-IIM 4.2, section 6), rule, what must stand there then. */
const lines = [
  { field: 'headline', label: 'Headline', dataSet: 'Headline', rule: 'overwrite', left: 'New' },
  { field: 'title', label: 'Title', dataSet: 'ObjectName', rule: 'fill if empty', left: 'Old' },
  { field: 'city', label: 'City', dataSet: 'City', rule: 'put before', left: 'New Old' },
  { field: 'source', label: 'Source', dataSet: 'Source', rule: 'put after', left: 'Old New' },
  { field: 'jobTitle', label: 'Job title', dataSet: 'BylineTitle', rule: 'erase', left: undefined },
] as const;
const startsWith = { field: 'headline', typed: 'New' };

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
});
test.afterAll(() => page.close());

async function send<T>(where: string, body: unknown, method = 'POST'): Promise<T> {
  const answer = await page.request.fetch(`${address}/api/${where}`, { method, data: body, headers: origin });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as T;
}

/** A template whose five lines all overwrite (erase has no words): the rules are to be chosen by hand. */
async function openTemplate(name: string): Promise<string> {
  const entries = lines.map(({ field }) => ({ field, rule: 'overwrite', texts: [startsWith.typed] }));
  const { id } = await send<{ id: string }>('templates', { name, kind: 'job', entries });
  await page.goto(`${address}/templates/${id}`);
  await expect(page.getByRole('textbox', { name: 'Headline', exact: true })).toBeVisible();
  return id;
}

async function saveAs(version: string): Promise<void> {
  await expect(page.getByRole('status').getByText('draft over version 1, saved')).toBeVisible();
  await page.getByRole('button', { name: `Save as ${version}` }).click();
  await expect(page.getByRole('status').getByText(version, { exact: true })).toBeVisible();
}

async function rulesKept(id: string): Promise<Record<string, string>> {
  const answer = await page.request.get(`${address}/api/templates/${id}`);
  const { entries } = (await answer.json()) as { entries: { field: string; rule: string }[] };
  return Object.fromEntries(entries.map(({ field, rule }) => [field, rule]));
}

/** What the file holds after a run with the template, by DataSet. */
async function embedded(template: string, name: string): Promise<Record<string, string>> {
  const [source, working] = ['source', 'working'].map((one) => path.join(data, `rules-${name}-${one}`)) as [
    string,
    string,
  ];
  for (const folder of [source, working]) mkdirSync(folder);
  const file = path.join(source, 'one.jpg');
  copyFileSync(path.join(data, 'card/DCIM/100KETCH/kt26-0401.jpg'), file);
  execFileSync('exiv2', [
    ...lines.flatMap(({ dataSet }) => ['-M', `set Iptc.Application2.${dataSet} Old`]),
    file,
  ]);
  const { id } = await send<{ id: string }>('assignments', {
    name: `Rules ${name}`,
    workingPath: working,
    sourcePath: source,
  });
  await send(`assignments/${id}`, { inForce: [template] }, 'PATCH');
  await page.goto(`${address}/assignments/${id}/bring-in`);
  await page.getByRole('button', { name: 'Bring in 1', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Brought in 1 of 1' })).toBeVisible();
  const told = execFileSync('exiv2', ['-q', '-PIkv', path.join(working, 'one.jpg')], { encoding: 'utf8' });
  return Object.fromEntries(
    told.split('\n').map((line) => {
      const [key = '', ...words] = line.trim().split(/\s+/);
      return [key.replace('Iptc.Application2.', ''), words.join(' ')];
    }),
  );
}

const expected = Object.fromEntries(lines.map(({ dataSet, left }) => [dataSet, left]));
const values = (found: Record<string, string>) =>
  Object.fromEntries(lines.map(({ dataSet }) => [dataSet, found[dataSet]]));
const asKept = {
  headline: 'overwrite',
  title: 'fill',
  city: 'before',
  source: 'after',
  jobTitle: 'erase',
};

test('each rule is chosen by the mouse, kept, and stands in the file', async () => {
  const id = await openTemplate('Rules by mouse');
  for (const { label, rule } of lines) {
    await page.getByRole('textbox', { name: label, exact: true }).click();
    await page.getByRole('button', { name: new RegExp(`^Rule for ${label}:`) }).click();
    await page.getByRole('radio', { name: new RegExp(`^${rule}`) }).click();
    await expect(page.getByRole('radiogroup')).toBeHidden();
  }
  await saveAs('version 2');
  expect(await rulesKept(id)).toEqual(asKept);
  await page.reload();
  await expect(page.getByText(labels.templates.willBeErased)).toBeVisible();
  expect(values(await embedded(id, 'mouse'))).toEqual(expected);
});

test('each rule is chosen by the keyboard alone, kept, and stands in the file', async () => {
  const id = await openTemplate('Rules by keyboard');
  for (const [down, { label }] of lines.entries()) {
    await page.keyboard.press('Control+Shift+f');
    await page.keyboard.type(label);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('textbox', { name: label, exact: true })).toBeFocused();
    const trigger = page.getByRole('button', { name: `Rule for ${label}: overwrite` });
    for (let tabs = 0; tabs < 5 && !(await trigger.evaluate((one) => one === document.activeElement)); tabs++)
      await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('radiogroup', { name: `Rule for ${label}` })).toBeVisible();
    for (let times = 0; times < down; times++) await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('radiogroup')).toBeHidden();
    await expect(page.getByRole('button', { name: new RegExp(`^Rule for ${label}:`) })).toBeFocused();
  }
  await saveAs('version 2');
  expect(await rulesKept(id)).toEqual(asKept);
  expect(values(await embedded(id, 'keyboard'))).toEqual(expected);
});

test('what was typed is there again when erase is given up; Escape leaves the rule as it was', async () => {
  await openTemplate('Rules given up');
  await page.getByRole('textbox', { name: 'City', exact: true }).click();
  await page.getByRole('button', { name: 'Rule for City: overwrite' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Rule for City: overwrite' }).click();
  await page.getByRole('radio', { name: /^erase/ }).click();
  await page.getByRole('button', { name: 'Rule for City: erase' }).click();
  await page.getByRole('radio', { name: /^fill if empty/ }).click();
  await expect(page.getByRole('textbox', { name: 'City', exact: true })).toHaveText('New');
});
