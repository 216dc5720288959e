import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import Ajv from 'ajv';
import sharp from 'sharp';
import { inSegments, signedFile } from '../fixtures/provenance';
import {
  assignmentWith,
  type DeskAssignment,
  describeUrl,
  embedAll,
  exiv2,
  makePictures,
  send,
} from './desk';
import { root, running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: readout, receipts, check

/** A doubtful file: read in full, fixed in one step, its history kept, undone. Receipts are found, and leave as files. */
test.describe.configure({ mode: 'serial' });
const { address } = running();
const names = ['dt26-01.jpg', 'dt26-02.jpg', 'dt26-03.jpg'];

/** Its own each time: the receipts of earlier ones stay. */
const job = `Doubtful ${Date.now() % 1_000_000}`;

let page: Page;
let set: DeskAssignment;
let before: Buffer;
const complaints: string[] = [];

/** libexiv2 writes one city into IIM and another one into XMP. */
async function doubtful(folder: string): Promise<void> {
  await makePictures(folder, names);
  execFileSync('exiv2', [
    '-M',
    'set Iptc.Application2.City Havnes',
    '-M',
    'set Xmp.photoshop.City Pellvik',
    '-M',
    'set Xmp.dc.rights LangAlt lang=x-default © Aune Pell',
    '-M',
    'set Xmp.xmpRights.WebStatement www.pell.example',
    path.join(folder, names[0]!),
  ]);
}

test.beforeAll(async ({ browser }) => {
  page = await browser.newPage({ viewport: { width: 1280, height: 900 } });
  page.on('pageerror', (error) => complaints.push(error.message));
  set = await assignmentWith(page, job, names, { make: doubtful });
  before = readFileSync(path.join(set.folder, names[0]!));
});
test.afterAll(() => page.close());

const readIt = () => page.goto(`${address}/read?photo=${set.ids[names[0]!]}`);
const tab = (name: string | RegExp) => page.getByRole('tab', { name }).click();

test('it is read in full: disagreements first, its parts, its markup, and as a stranger sees it', async () => {
  await readIt();
  const first = page.getByRole('tabpanel').locator('section').first();
  await expect(first).toContainText('Its records disagree');
  await expect(first).toContainText('XMP, counts: Pellvik');
  await tab('As a stranger sees it');
  await expect(page.getByText('The notice lacks the year.')).toBeVisible();
  await expect(page.getByText('This is no whole https address, so no link is made of it.')).toBeVisible();
  await tab('Parts');
  const exif = page.getByRole('row', { name: /^APP1, exif/ });
  const at = Number((await exif.getByRole('cell').nth(0).innerText()).trim());
  expect(before.subarray(at + 4, at + 8).toString('latin1')).toBe('Exif');
  await tab('Raw markup');
  await page.getByLabel(labels.readout.findInIt).fill('pellvik');
  await expect(page.getByText('there 1 time')).toBeVisible();
  await expect(page.locator('mark')).toHaveText(['Pellvik']);
  await page.locator('details').first().locator('summary').first().click();
  await expect(page.locator('mark')).toBeHidden();
  await tab('History');
  await expect(page.getByText('Nothing was written into this picture by Fabrica')).toBeVisible();
});

test('one step brings its records into step, and it is embedded', async () => {
  await page.goto(`${address}/assignments/${set.id}/check`);
  await page.getByLabel(labels.ui.for, { exact: true }).selectOption({ label: 'Web with licence link' });
  await page.getByRole('button', { name: /^Records of the file agree/ }).click();
  await page.getByRole('button', { name: 'Fix 1 in one step …' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Settle 1 field' }).click();
  await expect(page.getByRole('button', { name: /^Records of the file agree/ })).toContainText('none fails');
  await embedAll(page, 1);
  expect(exiv2(set, names[0]!)).toMatch(/Iptc\.Application2\.City\s+Pellvik/);
});

test('the receipt tells that an independent reader agrees', async () => {
  await page.getByRole('listitem').locator('summary').first().click();
  await expect(page.getByText(/^Read again by ExifReader|^The second reader/)).toBeVisible();
});

test('the receipt leaves as CSV, as JSON of the published schema, and as a page that prints', async () => {
  const id = page.url().split('/').at(-1);
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: labels.receipts.cSV }).click(),
  ]);
  expect(
    readFileSync(await csv.path(), 'utf8')
      .split('\r\n')
      .slice(0, 2),
  ).toEqual([
    'file,state,field,before,after,from,remarks,fields read again,digest',
    expect.stringContaining(`${names[0]},done,City,Pellvik,Pellvik,by hand`),
  ]);
  const [json] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: labels.ui.jSON }).click(),
  ]);
  const receipt = JSON.parse(readFileSync(await json.path(), 'utf8'));
  const schema = JSON.parse(readFileSync(path.join(root, 'schema/receipt.schema.json'), 'utf8'));
  const validate = new Ajv({ allowUnionTypes: true }).compile(schema);
  expect(validate(receipt), JSON.stringify(validate.errors)).toBe(true);
  expect(receipt.files.map((one: { name: string }) => one.name)).toEqual([names[0]]);
  const html = await page.request.get(`${address}/api/runs/${id}/export?as=html`);
  expect(html.headers()['content-security-policy']).toContain("default-src 'none'");
  expect(await html.text()).toContain('<td>City</td>');
});

test('receipts are found by file, kind and day, and the address keeps what was looked for', async () => {
  await page.getByRole('link', { name: labels.receipts.allReceipts }).click();
  const rows = page.getByRole('main').getByRole('link');
  await page.getByLabel(labels.ui.find).fill('dt26-01');
  await expect(rows.first()).toHaveText(`Embedded: ${job}`);
  await page.getByLabel(labels.ui.find).fill(job);
  await expect(rows).toHaveText([`Embedded: ${job}`]);
  await page.getByLabel(labels.receipts.kind).selectOption('undone');
  await expect(page.getByText(labels.receipts.noReceiptsMatch)).toBeVisible();
  await page.getByLabel(labels.receipts.kind).selectOption('embedded');
  await page.getByLabel(labels.ui.from).fill('2031-01-01');
  await expect(page.getByText(labels.receipts.noReceiptsMatch)).toBeVisible();
  await page.getByLabel(labels.ui.from).fill('2020-01-01');
  await page.getByLabel(labels.receipts.to, { exact: true }).fill('2031-01-01');
  await expect(rows).toHaveText([`Embedded: ${job}`]);
  await page.reload();
  await expect(page.getByLabel(labels.ui.find)).toHaveValue(job);
  await expect(rows).toHaveText([`Embedded: ${job}`]);
});

test('of a run one file alone is taken back, byte for byte', async () => {
  await page.goto(describeUrl(set));
  await page.locator(`[data-photo="${names[1]}"]`).click();
  await page.keyboard.press('Control+a');
  await page.getByRole('button', { name: 'title, headline, alt text' }).click();
  const title = page.getByRole('textbox', { name: 'Title', exact: true });
  await title.fill('Three of them');
  await title.press('Tab');
  await expect(page.getByRole('button', { name: 'Undo Title in 3 pictures' })).toBeVisible();
  const bytes = names.map((name) => readFileSync(path.join(set.folder, name)));
  await embedAll(page, 3);
  await page.getByRole('listitem').locator('summary').filter({ hasText: names[1]! }).click();
  await page
    .getByRole('button', { name: labels.receipts.undoThisFileAlone })
    .filter({ visible: true })
    .click();
  await expect(page.getByRole('button', { name: `Undo ${names[1]}` })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Undone 1 of 1' })).toBeVisible();
  expect(readFileSync(path.join(set.folder, names[1]!)).equals(bytes[1]!)).toBe(true);
  expect(exiv2(set, names[0]!)).toMatch(/Xmp\.dc\.title\s+lang="x-default" Three of them/);
  expect(exiv2(set, names[2]!)).toMatch(/Xmp\.dc\.title\s+lang="x-default" Three of them/);
});

test('of a picture that was changed since, one chooses field by field: before, after, or now', async () => {
  await page.goto(`${address}/runs`);
  await page
    .getByRole('main')
    .getByRole('link', { name: `Embedded: ${job}` })
    .first()
    .click();
  const row = page.getByRole('listitem').filter({ hasText: names[0]! });
  await row.locator('summary').click();
  await row.getByRole('button', { name: labels.receipts.beforeAfterNow }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: labels.receipts.nothingChosen })).toBeDisabled();
  await expect(dialog.getByRole('row', { name: /^Title/ })).toContainText('Three of them');
  await dialog.getByRole('radio', { name: 'Title: before the run' }).check();
  await dialog.getByRole('button', { name: 'Make 1 draft' }).click();
  await expect(page).toHaveURL(/as=one&picture=/);
  const id = set.ids[names[0]!]!;
  const scope = { of: 'these', ids: [id] };
  const { fields } = await send<{ fields: { title: object } }>(page, `assignments/${set.id}/desk`, {
    scope,
    fields: ['title'],
  });
  expect(fields.title).toMatchObject({ empty: 1, drafted: 1 });
  await send(page, `assignments/${set.id}/writing`, { scope, writing: { kind: 'discard' } });
});

test('the history holds runs and edits outside, with old and new', async () => {
  execFileSync('exiv2', [
    '-M',
    'set Xmp.photoshop.Headline By somebody else',
    path.join(set.folder, names[0]!),
  ]);
  await page.goto(describeUrl(set));
  await expect(page.locator(`[data-photo="${names[0]}"]`)).toContainText('changed');
  await readIt();
  await tab('History');
  const list = page.getByRole('list', { name: labels.readout.history }).getByRole('listitem');
  await expect(list).toHaveCount(3);
  await expect(list.nth(0)).toContainText('Changed by another program');
  await expect(list.nth(0)).toContainText('By somebody else');
  await expect(list.nth(1)).toContainText('Three of them');
  await expect(list.nth(2).getByRole('link', { name: 'Embedded' })).toBeVisible();
});

test('a picture is sent to the simulated site and fetched back: what was lost is told, by field and by record', async () => {
  await readIt();
  await page.getByLabel(labels.readout.throughASiteThat).selectOption({ label: 'keeps IIM only' });
  await expect(
    page
      .getByRole('status')
      .filter({ hasText: /^The picture data is the same; \d+ fields? lost or changed\.$/ }),
  ).toBeVisible();
  await expect(page.getByText('XMP stripped')).toBeVisible();
  await expect(page.getByText('IIM kept')).toBeVisible();
  await page.getByRole('button', { name: labels.readout.backToOneFile }).click();
  await page.getByLabel(labels.readout.throughASiteThat).selectOption({ label: 'renames and makes smaller' });
  await expect(page.getByText(/^\d{10}_o\.jpg$/)).toBeVisible();
  await expect(page.getByText('XMP stripped')).toBeVisible();
});

test('signed provenance is shown with its steps, and with what does not match any more', async () => {
  await page.goto(`${address}/read`);
  const plain = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#456' } })
    .jpeg()
    .toBuffer();
  const signed = Buffer.from(signedFile(plain, 2, inSegments(60_000)));
  const read = (name: string, buffer: Buffer) =>
    page.getByLabel(labels.readout.pictureToRead).setInputFiles({ name, mimeType: 'image/jpeg', buffer });
  await read('signed.jpg', signed);
  await page.getByRole('tab', { name: labels.readout.provenance }).click();
  const claims = page.getByRole('tabpanel', { name: labels.readout.provenance });
  await expect(claims).toContainText('The file is the one that was signed.');
  await expect(claims).toContainText('The statements are those that were signed.');
  await expect(claims).toContainText('created, by Tindra 2');
  await expect(claims).toContainText('kt41-02.jpg, opened and changed');
  signed[signed.length - 10]! ^= 1;
  await read('changed.jpg', signed);
  await page.getByRole('tab', { name: labels.readout.provenance }).click();
  await expect(claims).toContainText('The file was changed after it was signed.');
});

test('a file is compared with the one that came back: what was stripped, by field and by record', async () => {
  await page.goto(`${address}/read`);
  const sent = readFileSync(path.join(set.folder, names[2]!));
  await page
    .getByLabel(labels.readout.pictureToRead)
    .setInputFiles({ name: 'sent.jpg', mimeType: 'image/jpeg', buffer: sent });
  await expect(page.getByRole('tab', { name: labels.readout.byQuestion })).toBeVisible();
  const back = await sharp(sent).resize(180).jpeg().toBuffer();
  await page
    .getByLabel(labels.readout.pictureToCompareWith)
    .setInputFiles({ name: 'back.jpg', mimeType: 'image/jpeg', buffer: back });
  await expect(page.getByRole('status').filter({ hasText: 'The picture has another size' })).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Stripped: \d+ fields?$/ })).toBeVisible();
  await expect(page.getByText('360 × 240')).toBeVisible();
  await expect(page.getByText('180 × 120')).toBeVisible();
  await page.getByRole('button', { name: labels.readout.backToOneFile }).click();
  await expect(page.getByRole('tab', { name: labels.readout.byQuestion })).toBeVisible();
  // Two at once are compared at once.
  await page.getByLabel(labels.readout.pictureToRead).setInputFiles([
    { name: 'one.jpg', mimeType: 'image/jpeg', buffer: sent },
    { name: 'two.jpg', mimeType: 'image/jpeg', buffer: sent },
  ]);
  await expect(
    page
      .getByRole('status')
      .filter({ hasText: 'The picture data is the same; no field was lost or changed.' }),
  ).toBeVisible();
  expect(complaints).toEqual([]);
});
