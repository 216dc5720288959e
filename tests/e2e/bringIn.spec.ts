import { execFileSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { boxOf, retype, running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: bringIn, folders

/** From the card, by a plan; others’ pictures; stopped and going on; and from the desktop through the browser. */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const card = path.join(data, 'card/DCIM/100KETCH');
const working = path.join(data, 'bring-in-working');
const second = path.join(data, 'bring-in-second');
const exiv2 = (file: string) => execFileSync('exiv2', ['-q', '-PEIXkv', file], { encoding: 'utf8' });
const filesIn = (folder: string) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile())
    .map((one) => path.relative(folder, path.join(one.parentPath, one.name)))
    .sort();

let page: Page;
let home = '';
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  page.on('pageerror', (error) => complaints.push(`${page.url()} ${error.message}`));
  for (const folder of [working, second]) mkdirSync(folder);
  const answer = await page.request.post(`${address}/api/assignments`, {
    data: { name: 'By plan', workingPath: working },
    headers: { origin: address },
  });
  const { id } = (await answer.json()) as { id: string };
  home = `${address}/assignments/${id}`;
  const templates = (await (await page.request.get(`${address}/api/templates`)).json()) as {
    id: string;
    name: string;
  }[];
  const inForce = [templates.find((one) => one.name === 'Standing rights')!.id];
  await page.request.patch(`${address}/api/assignments/${id}`, {
    data: { inForce },
    headers: { origin: address },
  });
});
test.afterAll(async () => {
  // What is remembered about makers is remembered for the tests that come after, too.
  await page.request.put(`${address}/api/makers`, {
    data: { name: 'Mats Orrin', answer: 'unknown' },
    headers: { origin: address },
  });
  await page.close();
});

const act = () => page.getByRole('button', { name: /^(Bring|Move) in \d+$/ });

test('a source is chosen; names, folders and a second copy are shown on the pictures that come', async () => {
  await page.goto(`${home}/bring-in`);
  await page.getByRole('button', { name: labels.bringIn.anotherFolderOfThisMachine }).click();
  await page.getByLabel(labels.folders.pathOfTheFolder).fill(card);
  await page.getByRole('button', { name: labels.folders.useThisFolder }).click();
  await expect(act()).toBeVisible();
  await page
    .getByRole('textbox', { name: labels.ui.names, exact: true })
    .fill('{{ date taken : yMMdd }}-{{ running number : 3 }}');
  await page.getByRole('textbox', { name: labels.ui.folders, exact: true }).fill('{{ year taken }}');
  await expect(page.getByText(/^kt26-0401\.jpg → 2026\/\d{8}-001\.jpg$/).last()).toBeVisible();
  await page.getByRole('textbox', { name: labels.bringIn.secondCopyIn }).fill(second);
  await page.getByLabel(labels.bringIn.keywordsForAllOfThem).fill('by plan');
  await page.getByLabel(labels.bringIn.startingRating).selectOption('3');
  const proof = page.getByRole('region', { name: labels.ui.reviewChangesBeforeTheyAreWritten });
  await expect(proof).toContainText(/^\d+ pictures, \d+ MB, copied/);
  await proof.locator('summary').click();
  await expect(proof).toContainText(/Image Rating\s*filled in \d+/);
  await proof.locator('summary').click();
});

test('what is set is kept as a plan; a change is told, and taken back by one act', async () => {
  await page.getByRole('button', { name: labels.bringIn.saveAsAPlan }).click();
  await page.getByLabel(labels.bringIn.nameOfThePlan).fill('Yard card');
  await page.getByRole('button', { name: labels.ui.save, exact: true }).click();
  await expect(page.getByText(labels.bringIn.asThePlanSays)).toBeVisible();
  await page.getByRole('textbox', { name: labels.ui.names, exact: true }).fill('other');
  await expect(page.getByText('differs from the plan: names')).toBeVisible();
  await page.getByRole('button', { name: labels.bringIn.backToThePlan }).click();
  await expect(page.getByRole('textbox', { name: labels.ui.names, exact: true })).toHaveText(
    'date taken yMMdd-running number 3',
  );
  await page.reload();
  await expect(page.getByText(labels.bringIn.asThePlanSays)).toBeVisible();
});

test('pictures of others stay out until it is said who that is', async () => {
  await expect(await boxOf(page, 'kt26-0414.jpg')).not.toBeChecked();
  await page
    .getByRole('group', { name: 'Who is Mats Orrin?' })
    .getByRole('radio', { name: 'somebody else: fill only what is empty' })
    .click();
  await expect(await boxOf(page, 'kt26-0414.jpg')).toBeChecked();
  await page.reload();
  await expect(await boxOf(page, 'kt26-0414.jpg')).toBeChecked();
});

test('a run is stopped and goes on; what comes is named, keyworded, rated, and stands twice', async () => {
  // Slow enough to be stopped on the way.
  await ask('put', 'card', { speed: 900 });
  await act().click();
  await expect(page.getByRole('heading', { name: /^Bringing in [1-9]/ })).toBeVisible();
  await page
    .getByRole('button', { name: labels.receipts.stopAfterTheFilesInProgress })
    .click({ force: true });
  await expect(page.getByRole('heading', { name: /then stopped$/ })).toBeVisible();
  const part = filesIn(working).length;
  expect(part).toBeLessThan(31);
  await ask('put', 'card', { speed: 0 });
  await page.getByRole('button', { name: /^Resume \(\d+ left\)$/ }).click();
  await expect(page.getByRole('heading', { name: /^Brought in (\d+) of \1$/ })).toBeVisible({
    timeout: 600_000,
  });
  const names = filesIn(working);
  expect(names.length).toBeGreaterThan(part);
  expect(names).toContainEqual(expect.stringMatching(/^2026\/2026\d{4}-001\.jpg$/));
  expect(filesIn(second)).toEqual(names);
  for (const name of names.slice(0, 3))
    expect(readFileSync(path.join(second, name))).toEqual(readFileSync(path.join(working, name)));
  const first = names.find((name) => name.endsWith('-001.jpg'))!;
  const found = exiv2(path.join(working, first));
  expect(found).toContain('by plan');
  expect(found).toMatch(/Xmp\.xmp\.Rating\s+3/);
  // Another maker's picture keeps its maker.
  const other = names.find((name) => exiv2(path.join(working, name)).includes('Mats Orrin'));
  expect(other).toBeDefined();
});

const sent = (name: string, mimeType: string) => ({
  name,
  mimeType,
  buffer: readFileSync(path.join(card, name)),
});

test('files sent by the browser wait to be brought in, and come like any others', async () => {
  await page.goto(`${home}/bring-in`);
  await page
    .getByLabel(labels.bringIn.filesToSend)
    .setInputFiles([
      sent('kt26-0401.jpg', 'image/jpeg'),
      sent('kt26-name-board.png', 'image/png'),
      { name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') },
    ]);
  await expect(
    page.getByText('notes.txt: “notes.txt” is not a kind of picture', { exact: false }),
  ).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Already here' })).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'kt26-name-board.png' })).toBeVisible();
  const arrivals = path.join(data, 'arrivals', home.split('/').at(-1)!);
  expect(
    readdirSync(arrivals)
      .filter((name) => !name.startsWith('.'))
      .sort(),
  ).toEqual(['kt26-0401.jpg', 'kt26-name-board.png']);
  expect(readFileSync(path.join(arrivals, 'kt26-0401.jpg'))).toEqual(
    readFileSync(path.join(card, 'kt26-0401.jpg')),
  );
});

test('a move takes them from where they came', async () => {
  const source = path.join(data, 'bring-in-move');
  mkdirSync(source);
  copyFileSync(path.join(card, 'kt26-0402.jpg'), path.join(source, 'moved.jpg'));
  const whole = readFileSync(path.join(card, 'kt26-0403.jpg'));
  writeFileSync(path.join(source, 'cut.jpg'), whole.subarray(0, whole.length - 500));
  await page.getByRole('button', { name: labels.bringIn.anotherFolderOfThisMachine }).click();
  await page.getByLabel(labels.folders.pathOfTheFolder).fill(source);
  await page.getByRole('button', { name: labels.folders.useThisFolder }).click();
  await page.getByLabel(labels.bringIn.howToBringThemIn).selectOption('move');
  await page.getByRole('textbox', { name: labels.bringIn.secondCopyIn }).fill('');
  await expect(page.getByText(labels.bringIn.thePictureIsCut)).toBeVisible();
  await page.getByRole('checkbox', { name: 'cut.jpg' }).uncheck();
  await page.getByRole('checkbox', { name: 'moved.jpg' }).check();
  await page.getByRole('button', { name: 'Move in 1' }).click();
  await expect(page.getByRole('heading', { name: 'Moved in 1 of 1' })).toBeVisible();
  await expect.poll(() => existsSync(path.join(source, 'moved.jpg'))).toBe(false);
});

const ask = (way: 'put' | 'post', what: string, sentData: object) =>
  page.request[way](`${address}/api/${what}`, { data: sentData, headers: { origin: address } });

test('a slow card: the run is paused and goes on; the card is taken out, and what failed is tried again', async () => {
  await page.goto(`${home}/bring-in`);
  await page.getByRole('button', { name: labels.bringIn.anotherFolderOfThisMachine }).click();
  await page.getByLabel(labels.folders.pathOfTheFolder).fill(card);
  await page.getByRole('button', { name: labels.folders.useThisFolder }).click();
  await page.getByLabel(labels.bringIn.howToBringThemIn).selectOption('copy');
  await page.getByRole('button', { name: labels.bringIn.tickAll }).last().click();
  await ask('put', 'card', { speed: 1300 });
  await act().click();
  await page.getByRole('button', { name: labels.receipts.pause }).click();
  await expect(page.getByRole('heading', { name: /^Bringing in, paused at \d+ of \d+$/ })).toBeVisible();
  await expect(page.getByText('what is done is done')).toBeVisible();
  await ask('put', 'card', { isIn: false, speed: 0 });
  await page.getByRole('button', { name: /^Resume \(\d+ left\)$/ }).click();
  const again = page.getByRole('button', { name: /^Try the \d+ again$/ });
  await expect(again).toBeVisible();
  await expect(page.getByText('failed', { exact: true }).first()).toBeVisible();
  await ask('put', 'card', { isIn: true });
  await again.click();
  await expect(page.getByRole('heading', { name: /^Brought in (\d+) of \1$/ })).toBeVisible();
  expect(filesIn(working).filter((name) => path.basename(name).startsWith('.'))).toEqual([]);
});

test('a template is made on the way, is in force when one comes back, and what was ticked stays ticked', async () => {
  await page.goto(`${home}/bring-in`);
  await (await boxOf(page, 'kt26-0403.jpg')).check();
  await page.getByRole('link', { name: labels.ui.makeATemplate }).click();
  await page.getByLabel(labels.templates.nameOfTheTemplate).fill('Made on the way');
  await page.getByRole('button', { name: 'Save the template, and back' }).click();
  await page.waitForURL(/bring-in$/);
  await expect(page.getByRole('link', { name: 'Made on the way' })).toBeVisible();
  await expect(page.getByText('Made on the way: is empty and puts in nothing.')).toBeVisible();
  await expect(await boxOf(page, 'kt26-0403.jpg')).toBeChecked();
  await page.getByRole('button', { name: 'Remove Made on the way' }).click();
  await expect(page.getByRole('link', { name: 'Made on the way' })).toBeHidden();
});

test('a drop folder brings in by itself what is put there, and holds others’ pictures back where one sees it', async () => {
  const folder = path.join(data, 'bring-in-drop');
  mkdirSync(folder);
  await ask('put', 'makers', { name: 'Mats Orrin', answer: 'unknown' });
  await page.getByRole('button', { name: labels.bringIn.anotherFolderOfThisMachine }).click();
  await page.getByLabel(labels.folders.pathOfTheFolder).fill(folder);
  await page.getByRole('button', { name: labels.folders.useThisFolder }).click();
  await expect(page.getByRole('heading', { name: labels.bringIn.nothingHere })).toBeVisible();
  const dropping = page.getByLabel(labels.bringIn.aDropFolderWhatComesThereIs);
  await dropping.click();
  await expect(dropping).toBeChecked();
  await retype(
    page,
    page.getByRole('textbox', { name: labels.ui.names, exact: true }),
    'dropped {{ file name }}',
  );
  await retype(page, page.getByRole('textbox', { name: labels.ui.folders, exact: true }), '');
  await page.waitForTimeout(1500);
  // Drawn anew: nothing of it is here yet.
  const drawn = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#35566f' } })
    .jpeg()
    .toBuffer();
  writeFileSync(path.join(folder, 'yard.jpg'), drawn);
  await expect.poll(() => filesIn(working).join(), { timeout: 60_000 }).toContain('dropped yard.jpg');
  const cut = await sharp(path.join(card, 'kt26-0414.jpg')).resize(300).jpeg().keepMetadata().toBuffer();
  writeFileSync(path.join(folder, 'theirs.jpg'), cut);
  await expect(page.getByText('1 picture set aside until you say who Mats Orrin is.')).toBeVisible({
    timeout: 60_000,
  });
  await page.goto(address);
  await expect(page.getByText('1 picture set aside until you say who Mats Orrin is.')).toBeVisible();
});

test('nothing complained in the browser', () => {
  expect(complaints).toEqual([]);
});
