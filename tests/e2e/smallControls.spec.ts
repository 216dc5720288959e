import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: shell, workshop, prepare, templates, details, receipts

/** Controls that no other test uses to the end. */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const source = path.join(data, 'controls-source');
const working = path.join(data, 'controls-working');
const ids = { assignment: '', run: '', term: crypto.randomUUID() as string };

let page: Page;
const home = () => `${address}/assignments/${ids.assignment}`;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  for (const folder of [source, working]) mkdirSync(folder);
  for (const name of ['kt26-0401.jpg', 'kt26-0402.jpg'])
    copyFileSync(path.join(data, 'card/DCIM/100KETCH', name), path.join(source, name));
  const made = { name: 'Controls', workingPath: working, sourcePath: source };
  ids.assignment = (await api<{ id: string }>('assignments', 'POST', made)).id;
  for (const city of ['Havnes', 'Pellvik'])
    await api('templates', 'POST', {
      name: `Controls ${city}`,
      kind: 'job',
      entries: [{ field: 'city', rule: 'overwrite', texts: [city] }],
    });
  const wish = { paths: ['kt26-0401.jpg'], leaveAsTheyAre: [] };
  ids.run = (await api<{ runId: string }>(`assignments/${ids.assignment}/import`, 'POST', wish)).runId;
  await api('vocabulary', 'POST', { kind: 'add', terms: [{ id: ids.term, spelling: 'controlled term' }] });
  await api('bundles', 'POST', { name: 'Controls', terms: ['controlled term'] });
  await page.goto(`${address}/runs/${ids.run}`);
  await expect(page.getByRole('heading', { name: 'Brought in 1 of 1' })).toBeVisible();
});
test.afterAll(() => page.close());

async function api<T>(where: string, method = 'GET', body?: unknown): Promise<T> {
  const answer = await page.request.fetch(`${address}/api/${where}`, {
    method,
    ...(body === undefined ? {} : { data: body }),
    headers: { origin: address },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as T;
}

test('the top line leads: to the workshop, and from there to every place', async () => {
  await page.goto(`${home()}/describe`);
  await page.getByRole('link', { name: labels.shell.fabricaToTheWorkshopPage }).click();
  for (const [link, heading] of [
    ['My details', 'My details'],
    ['All templates', 'Templates'],
    ['Read a file', 'Read a file'],
  ] as const) {
    await page.goto(address);
    await page.getByRole('link', { name: link, exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeAttached();
  }
});

test('the run of the captions leads to a picture', async () => {
  await page.goto(`${home()}/describe?as=one`);
  await page
    .getByRole('navigation', { name: labels.describe.runOfTheCaptions })
    .getByRole('button', { name: 'kt26-0401.jpg' })
    .click();
  await expect(page.getByText('Writing to kt26-0401.jpg', { exact: false })).toBeVisible();
});

test('the theme is chosen, and stays over a reload', async () => {
  await page.goto(address);
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  const before = await ground();
  await page.getByRole('button', { name: /^(Dark|Light) theme$/ }).click();
  await expect.poll(ground).not.toBe(before);
  const after = await ground();
  await page.reload();
  await expect.poll(ground).toBe(after);
  await page.getByRole('button', { name: /^(Dark|Light) theme$/ }).click();
  await expect.poll(ground).toBe(before);
});

test('a strip opens its words, and closes by Escape', async () => {
  await page.goto(`${home()}/describe`);
  const strip = page.getByRole('button', { name: /^Threads of kt26-0401\.jpg/ });
  await strip.focus();
  await page.keyboard.press('Enter');
  const words = page.getByRole('dialog');
  await expect(words.getByText('keywords', { exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(words).toHaveCount(0);
  await expect(strip).toBeFocused();
});

test('templates are put in force, ordered, removed, and tried on a picture', async () => {
  const inForce = async () => {
    const [{ inForce: of }, all] = await Promise.all([
      api<{ inForce: string[] }>(`assignments/${ids.assignment}`),
      api<{ id: string; name: string }[]>('templates'),
    ]);
    return of.map((id) => all.find((one) => one.id === id)?.name);
  };
  await api(`assignments/${ids.assignment}`, 'PATCH', { inForce: [] });
  await page.goto(`${home()}/prepare`);
  for (const name of ['Controls Havnes', 'Controls Pellvik'])
    await page
      .getByRole('combobox', { name: labels.prepare.putATemplateInForce })
      .selectOption({ label: name });
  await expect.poll(inForce).toEqual(['Controls Havnes', 'Controls Pellvik']);
  await expect(page.getByText('Pellvik', { exact: true }).last()).toBeVisible();
  await page.getByRole('button', { name: 'Move Controls Pellvik earlier' }).click();
  await expect.poll(inForce).toEqual(['Controls Pellvik', 'Controls Havnes']);
  await page.getByRole('combobox', { name: labels.prepare.pictureToTryThemOn }).selectOption({ index: 0 });
  await page.getByRole('button', { name: 'Remove Controls Pellvik' }).click();
  await expect.poll(inForce).toEqual(['Controls Havnes']);
});

test('facts are added and removed', async () => {
  await page.goto(`${home()}/prepare`);
  const facts = async () => (await api<{ facts: object[] }>(`assignments/${ids.assignment}`)).facts;
  await page.getByRole('button', { name: labels.prepare.addAFact }).click();
  await page.getByRole('textbox', { name: 'Name of fact 1' }).fill('slipway');
  await page.getByRole('textbox', { name: 'Value of fact 1' }).fill('Two');
  await expect.poll(facts).toEqual([{ name: 'slipway', value: 'Two' }]);
  await page.getByRole('button', { name: 'Remove fact slipway' }).click();
  await expect.poll(facts).toEqual([]);
});

test('a keyword is taken away, and put on all of a selection', async () => {
  const desk = (photos: string[]) =>
    api<{ keywords: { term: string; count: number }[] }>(`assignments/${ids.assignment}/desk`, 'POST', {
      scope: { of: 'these', ids: photos },
    });
  const photo = page.locator('[data-photo="kt26-0401.jpg"]');
  await page.goto(`${home()}/describe`);
  await photo.click();
  const id = (await photo.getAttribute('id'))!.replace('photo-', '');
  const held = async () => (await desk([id])).keywords.map((one) => one.term);
  await page.getByLabel(labels.describe.keywords).fill('slipway');
  await page.keyboard.press('Enter');
  await expect.poll(held).toContain('slipway');
  await page.getByRole('button', { name: 'Remove slipway' }).click();
  await expect.poll(held).not.toContain('slipway');
});

test('drafts are discarded by one press', async () => {
  await page.goto(`${home()}/describe`);
  await page.locator('[data-photo="kt26-0401.jpg"]').click();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('To be discarded.');
  await page.getByRole('button', { name: 'Discard drafts of this picture' }).click();
  await expect(page.getByText(labels.describe.noDrafts)).toBeVisible();
  await page.reload();
  await expect(page.getByText(labels.describe.noDrafts)).toBeVisible();
});

test('the shelf is shown and ordered as one chose, over a reload', async () => {
  await page.goto(`${address}/templates`);
  await page.getByLabel(labels.ui.show).selectOption('job');
  await page.getByLabel(labels.templates.order).selectOption('lines');
  await page.getByLabel(labels.ui.findATemplate).fill('Controls');
  await expect(
    page.getByRole('list', { name: labels.ui.templates }).first().getByRole('listitem'),
  ).toHaveCount(2);
  await page.reload();
  await expect(page.getByLabel(labels.ui.show)).toHaveValue('job');
  await expect(page.getByLabel(labels.templates.order)).toHaveValue('lines');
  await expect(
    page.getByRole('list', { name: labels.ui.templates }).first().getByRole('listitem'),
  ).toHaveCount(2);
  await page.getByLabel(labels.ui.show).selectOption('all');
  await page.getByLabel(labels.templates.order).selectOption('name');
  await page.getByLabel(labels.ui.findATemplate).fill('');
});

test('a template is removed after a question; one in force is not', async () => {
  const names = async () => (await api<{ name: string }[]>('templates')).map((one) => one.name);
  await page.goto(`${address}/templates`);
  await page.getByRole('button', { name: 'remove Controls Havnes' }).click();
  await page.getByRole('button', { name: 'remove it Controls Havnes' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'In force in' })).toBeVisible();
  expect(await names()).toContain('Controls Havnes');
  await page.getByRole('button', { name: 'remove Controls Pellvik' }).click();
  await page.getByRole('button', { name: 'remove it Controls Pellvik' }).click();
  await expect.poll(names).not.toContain('Controls Pellvik');
});

test('details are added and removed; an address is made whole', async () => {
  const names = async () =>
    (await api<{ identities: { name: string }[] }>('identities')).identities.map((one) => one.name);
  await page.goto(`${address}/details`);
  const add = page.getByRole('button', { name: labels.details.addAFirm });
  if ((await add.count()) === 0) await page.getByRole('button', { name: labels.ui.cancel }).click();
  await add.click();
  await page.getByRole('textbox', { name: 'Name of the firm' }).last().fill('Yard of the controls');
  await page.getByRole('textbox', { name: 'Web address' }).last().fill('yard.example');
  await page.getByRole('button', { name: 'make it https://yard.example' }).click();
  await page.getByRole('button', { name: labels.details.saveMyDetails }).click();
  await expect.poll(names).toContain('Yard of the controls');
  const made = page.getByRole('region', { name: 'Yard of the controls' });
  await expect(made.getByRole('textbox', { name: 'Web address' })).toHaveValue('https://yard.example');
  await made.getByRole('button', { name: labels.ui.remove }).click();
  await expect.poll(names).not.toContain('Yard of the controls');
});

test('a receipt opens its files, and what each says', async () => {
  await page.goto(`${address}/runs/${ids.run}`);
  await page.locator('summary').first().click();
  await expect(page.getByText('BLAKE2b (b2sum) of the whole file', { exact: false })).toBeVisible();
  await page.getByRole('link', { name: labels.receipts.viewMetadata }).first().click();
  await expect(page.getByRole('tab', { name: labels.readout.byQuestion })).toBeVisible();
});

/** An undo record (server/files/undo.ts): SHA-256, length of the head, the head as JSON, former and new bytes. */
function undoRecord(file: string, inode: string): Buffer {
  const [former, bytes] = [Buffer.from('former'), Buffer.from('NEWER!')];
  const head = Buffer.from(
    JSON.stringify({
      version: 1,
      writer: '00000000 17 5',
      records: [{ path: file, inode, formerSize: 20, newSize: 20, writes: [{ at: 0, former: 6, bytes: 6 }] }],
    }),
  );
  const length = Buffer.alloc(4);
  length.writeUInt32BE(head.length);
  const body = Buffer.concat([length, head, former, bytes]);
  return Buffer.concat([createHash('sha256').update(body).digest(), body]);
}

test('a write that was interrupted is told on the workshop page, and settled by hand', async () => {
  const file = path.join(data, 'interrupted.jpg');
  writeFileSync(file, 'NEWmer and the rest.');
  const record = path.join(data, 'undo', `undo-${'a'.repeat(16)}.bin`);
  mkdirSync(path.dirname(record), { recursive: true });
  writeFileSync(record, undoRecord(file, '1'));
  await page.goto(address);
  const told = page.getByRole('region', { name: labels.workshop.writesThatWereInterrupted });
  await expect(told).toContainText('interrupted.jpg');
  await told.getByRole('button', { name: labels.workshop.tryAgainNow }).click();
  await expect(told).toContainText('another name of this machine');
  await told.getByRole('button', { name: labels.workshop.itIsTheFilePutItRight }).click();
  await expect(told).toHaveCount(0);
  expect(readFileSync(file, 'utf8')).toBe('former and the rest.');
  expect(existsSync(record)).toBe(false);
  writeFileSync(record, undoRecord(path.join(data, 'nowhere/gone.jpg'), '1'));
  await page.reload();
  await told.getByRole('button', { name: 'Leave gone.jpg as it is' }).click();
  await expect(told).toHaveCount(0);
  expect(existsSync(record)).toBe(false);
});
