import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { appendFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { usualDeliveryPlan } from '../../src/core/deliver/deliveryPlan';
import { rawSample } from '../fixtures/formats';
import { deliveryPlanOn } from './deliveryPlans';
import { assignmentWith, type DeskAssignment, makePictures, send } from './desk';
import { running } from './fabrica';
import { idle } from './idle';
import { labels } from './labels';
import { test } from './test';

// Covers: deliver, readout

/** Copies leave: for web pages, with rights alone, with a mark, under an open licence, from raw files, to a client. */
test.describe.configure({ mode: 'serial' });
const { address, data } = running();
const job = `Deliveries ${Date.now() % 1_000_000}`;
const names = ['dv26-01.jpg', 'dv26-02.jpg', 'dv26-03.jpg', 'dv26-04.nef'];
const [across, upright, bare, raw] = names as [string, string, string, string];

let page: Page;
let set: DeskAssignment;
let before: string[];
const complaints: string[] = [];

const exif = (file: string, ...args: string[]) =>
  execFileSync('exiv2', [...args, file], { encoding: 'utf8' });

async function pictures(folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const of = (width: number, height: number, level: number) =>
    sharp({ create: { width, height, channels: 3, background: { r: level, g: level, b: level + 20 } } })
      .withExif({
        IFD0: { Model: 'Tindra K2' },
        IFD2: { DateTimeOriginal: '2026:03:09 07:12:00', BodySerialNumber: 'SN-55012' },
      })
      .jpeg({ quality: 95 })
      .toBuffer();
  writeFileSync(path.join(folder, across), await of(1500, 1000, 40));
  writeFileSync(path.join(folder, upright), await of(1000, 1500, 215));
  writeFileSync(path.join(folder, bare), await of(500, 300, 120));
  writeFileSync(path.join(folder, raw), (await rawSample(false)).bytes);
  for (const name of [across, upright])
    execFileSync('exiv2', [
      ...[
        'set Xmp.dc.creator XmpSeq Aune Pell',
        'set Xmp.dc.rights LangAlt lang=x-default © 2026 Aune Pell',
        'set Xmp.iptc.CreatorContactInfo/Iptc4xmpCore:CiEmailWork aune@pell.example',
        'set Xmp.xmpRights.WebStatement https://creativecommons.org/licenses/by/4.0/',
        `set Xmp.dc.description LangAlt lang=x-default The ketch <b>${name.slice(5, 7)}</b> & her crew.`,
        'set Xmp.dc.subject XmpBag ketch',
        'set Exif.GPSInfo.GPSLatitudeRef N',
        'set Exif.GPSInfo.GPSLatitude 59/1 54/1 27/1',
        'set Exif.GPSInfo.GPSLongitudeRef E',
        'set Exif.GPSInfo.GPSLongitude 10/1 45/1 4/1',
      ].flatMap((one) => ['-M', one]),
      path.join(folder, name),
    ]);
}

const digests = () =>
  names.map((name) =>
    createHash('sha256')
      .update(readFileSync(path.join(set.folder, name)))
      .digest('hex'),
  );

test.beforeAll(async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 1280, height: 900 } });
  page = await context.newPage();
  page.on('pageerror', (error) => complaints.push(error.message));
  for (const { id, name } of await send<{ id: string; name: string }[]>(
    page,
    'delivery-plans',
    undefined,
    'GET',
  ))
    if (name.startsWith('For the Boat Trust')) await send(page, `delivery-plans/${id}`, undefined, 'DELETE');
  await send(page, 'templates', {
    name: `${job}, terms`,
    kind: 'job',
    entries: [{ field: 'creditLine', rule: 'overwrite', texts: ['{{ creator }} for the Boat Trust'] }],
  });
  // Who one is, is said by the templates in force: another maker's pictures take no terms.
  const { id: maker } = await send<{ id: string }>(page, 'templates', {
    name: `${job}, maker`,
    kind: 'job',
    entries: [{ field: 'creator', rule: 'fill', texts: ['Aune Pell'] }],
  });
  set = await assignmentWith(page, job, names, { inForce: [maker], make: pictures });
  before = digests();
});
test.afterAll(() => page.context().close());

const deliverPage = () => page.goto(`${address}/assignments/${set.id}/deliver`);
const { choice, opened, choose, press, unpacked } = deliveryPlanOn(() => page);
const deliveryPlan = async () =>
  (await send<{ deliveryPlan: Record<string, unknown> }>(page, `assignments/${set.id}`, undefined, 'GET'))
    .deliveryPlan;
const region = (name: string) => page.getByRole('region', { name });
const said = (what: string) =>
  page.getByRole('list', { name: labels.deliver.whatItSays }).getByRole('listitem').filter({ hasText: what });

test('the sentences say the usual delivery plan; the check holds back what fails it', async () => {
  await deliverPage();
  await expect(choice('Pictures')).toHaveText('all 2 pictures');
  await expect(choice('Format')).toHaveText('JPEG');
  await expect(choice('Size')).toHaveText('2,048 pixels on the long side');
  await expect(page.getByText('2 not sent')).toBeVisible();
  await expect(page.getByText(`${bare}, ${raw}`)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Deliver 2', exact: true })).toBeVisible();
  await page.getByRole('button', { name: labels.deliver.sendAnyway }).click();
  await expect(page.getByRole('button', { name: 'Deliver 4', exact: true })).toBeVisible();
  await page.getByRole('button', { name: labels.deliver.doNotSend }).click();
  await expect(page.getByRole('button', { name: 'Deliver 2', exact: true })).toBeVisible();
});

test('every part is changed by the mouse, is kept, and shows in the copy that stands beside', async () => {
  await choose('Size', async () => {
    await opened().getByLabel(labels.deliver.longSide, { exact: true }).fill('600');
    await opened().getByRole('button', { name: labels.deliver.addAFurtherSize }).click();
    await opened().getByLabel('Further size 1').selectOption('short side');
    await opened().getByLabel(labels.deliver.shortSide, { exact: true }).fill('200');
  });
  await expect(choice('Size')).toHaveText('600 pixels on the long side and 1 further size');
  await choose('Format', () => opened().getByLabel(/^WebP/).check());
  await choose('Colours', () =>
    opened()
      .getByLabel(/^Display P3/)
      .check(),
  );
  await choose('Quality', async () => {
    await opened().getByLabel(labels.deliver.quality, { exact: true }).fill('70');
    await opened().getByLabel('a little').check();
  });
  await choose('Names', async () => {
    await opened().getByLabel('Ready patterns: Names').selectOption({ index: 1 });
  });
  await choose('What is removed', async () => {
    await opened().getByLabel('coordinates').check();
    await opened().getByLabel('serial numbers').check();
  });
  await choose('Beside them', async () => {
    await opened()
      .getByLabel(/^checksums/)
      .check();
    await opened()
      .getByLabel(/^a page for the web/)
      .check();
  });
  await expect(choice('Names')).toHaveText('20260309-0001.webp');
  await expect(region('One copy').getByText('600 × 400')).toBeVisible();
  await expect(region('One copy').getByText('body SN-55012')).toBeVisible();
  await expect.poll(deliveryPlan).toMatchObject({
    format: 'webp',
    profile: 'p3',
    quality: 70,
    sharpening: 1,
    removes: ['coordinates', 'serials'],
  });
  await page.reload();
  await expect(choice('What is removed')).toHaveText('no coordinates, no serial numbers');
  await expect(choice('Beside them')).toHaveText('checksums and a page for the web');
});

test('portfolio copies for the web carry all that is written, and say so to an outside reader', async () => {
  const runId = await press('Deliver 2', 2);
  await expect(page.getByText('2 pictures fail what the list asks, and were not sent.')).toBeVisible();
  const folder = await unpacked();
  expect(readdirSync(folder).sort()).toEqual([
    '20260309-0001-300.webp',
    '20260309-0001.webp',
    '20260309-0002-300.webp',
    '20260309-0002.webp',
    'SHA256SUMS',
    'index.html',
  ]);
  execFileSync('sha256sum', ['-c', '--strict', '--quiet', 'SHA256SUMS'], { cwd: folder });
  const copy = path.join(folder, '20260309-0001.webp');
  expect(await sharp(copy).metadata()).toMatchObject({ width: 600, height: 400, format: 'webp' });
  const told = exif(copy, '-PEIXkv');
  expect(told).toMatch(/Xmp\.dc\.creator\s+Aune Pell/);
  expect(told).toMatch(/Xmp\.dc\.subject\s+ketch/);
  expect(told).not.toMatch(/GPS|SN-55012/);
  const report = await (await page.request.get(`${address}/api/runs/${runId}/report?as=json`)).json();
  expect(report.pictures[0].files).toHaveLength(2);
  expect(digests()).toEqual(before);
});

test('rights and contact only: nothing of what is shown leaves', async () => {
  await deliverPage();
  await choose('What they carry', () =>
    opened()
      .getByLabel(/^rights and contact only/)
      .check(),
  );
  await choose('Format', () => opened().getByLabel(/^JPEG/).check());
  await choose('Beside them', () =>
    opened()
      .getByLabel(/^a page for the web/)
      .uncheck(),
  );
  await expect(said('Caption')).toContainText('nothing');
  await press('Deliver 2', 2);
  const told = exif(path.join(await unpacked(), '20260309-0001.jpg'), '-PEIXkv');
  expect(told).toMatch(/Xmp\.dc\.rights\s.*© 2026 Aune Pell/);
  expect(told).toMatch(/CiEmailWork\s+aune@pell\.example/);
  expect(told).not.toMatch(/ketch|Tindra|crew/);
});

test('chosen fields: the notice goes along, unless one says twice that it does not', async () => {
  await deliverPage();
  await choose('What they carry', async () => {
    await opened()
      .getByLabel(/^chosen fields only/)
      .check();
    await opened().getByLabel(labels.ui.findAField).fill('keywords');
    await opened().getByLabel(labels.describe.keywords, { exact: true }).check();
    await opened().getByLabel(labels.deliver.noticeIsIncluded).click();
    await opened().getByRole('button', { name: labels.deliver.keepIt }).click();
    await expect(opened().getByLabel(labels.deliver.noticeIsIncluded)).toBeChecked();
  });
  await expect(choice('What they carry')).toHaveText('Keywords and the notice');
  await choose('What they carry', async () => {
    await opened().getByLabel(labels.deliver.noticeIsIncluded).click();
    await opened().getByRole('button', { name: labels.deliver.leaveTheNoticeOutAnyway }).click();
  });
  await expect(choice('What they carry')).toHaveText('Keywords');
  await press('Deliver 2', 2);
  const told = exif(path.join(await unpacked(), '20260309-0001.jpg'), '-PXkv');
  expect(told).toMatch(/Xmp\.dc\.subject\s+ketch/);
  expect(told).not.toMatch(/Xmp\.dc\.rights/);
});

test('a scanned signature is drawn onto copies across and upright; the pictures stay as they are', async () => {
  await deliverPage();
  await choose('What they carry', () =>
    opened()
      .getByLabel(/^everything that is written/)
      .check(),
  );
  await choose('What is removed', async () => {
    await opened().getByLabel('coordinates').uncheck();
    await opened().getByLabel('serial numbers').uncheck();
  });
  await choose('Size', () =>
    opened()
      .getByRole('button', { name: /^Leave out/ })
      .click(),
  );
  await choose('Format', () => opened().getByLabel(/^PNG/).check());
  const scan = await sharp({ create: { width: 600, height: 240, channels: 3, background: '#fdfdfb' } })
    .composite([
      {
        input: Buffer.from(
          '<svg width="600" height="240"><path d="M40 200 C 200 10 260 230 560 40" stroke="#1a2440" stroke-width="14" fill="none"/></svg>',
        ),
      },
    ])
    .jpeg()
    .toBuffer();
  await choose('Visible mark', async () => {
    await opened()
      .getByLabel(labels.deliver.imageOfASignature)
      .setInputFiles({ name: 'aune.jpg', mimeType: 'image/jpeg', buffer: scan });
    await expect(opened().getByLabel('the signature “aune”').first()).toBeChecked();
    await opened().getByLabel('top left', { exact: true }).check();
    await opened().getByLabel(labels.deliver.height, { exact: true }).fill('12');
  });
  await expect(choice('Visible mark')).toHaveText('the signature “aune”, large, top left');
  await expect.poll(deliveryPlan).toMatchObject({ mark: { place: 'top left', size: 12 } });
  await press('Deliver 2', 2);
  const folder = await unpacked();
  for (const [name, width, height] of [
    ['20260309-0001.png', 600, 400],
    ['20260309-0002.png', 400, 600],
  ] as const) {
    const { data: pixels, info } = await sharp(path.join(folder, name))
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([width, height]);
    const ground = pixels[pixels.length - 1]!;
    const changed = [...pixels.keys()].filter((at) => Math.abs(pixels[at]! - ground) > 25);
    expect(changed.length).toBeGreaterThan(50);
    expect(Math.max(...changed.map((at) => Math.floor(at / width)))).toBeLessThan(height / 3);
    expect(Math.max(...changed.map((at) => at % width))).toBeLessThan(width / 2);
  }
  expect(digests()).toEqual(before);
});

test('a text as a mark, all over; then none again', async () => {
  await deliverPage();
  await choose('Visible mark', async () => {
    await opened()
      .getByRole('button', { name: /^Remove the signature aune/ })
      .first()
      .click();
    await opened().getByLabel(labels.deliver.aText).check();
    await opened().getByLabel('Ready patterns: Text of the mark').selectOption({ label: '© 2026 Aune Pell' });
    await opened().getByLabel(labels.deliver.letters).selectOption('without serifs');
    await opened().getByLabel(labels.deliver.allOverThePicture).check();
  });
  await expect(choice('Visible mark')).toHaveText('© 2026 Aune Pell, all over');
  await expect.poll(deliveryPlan).toMatchObject({ mark: { font: 'sans', tiled: true, image: '' } });
  await choose('Visible mark', () => opened().getByLabel(labels.deliver.noMark).check());
  await expect.poll(deliveryPlan).toMatchObject({ mark: null });
});

test('under an open licence, terms, link, figure and machine-readable data say the same', async () => {
  await choose('Format', () => opened().getByLabel(/^JPEG/).check());
  await choose('Beside them', () =>
    opened()
      .getByLabel(/^a page for the web/)
      .check(),
  );
  await press('Deliver 2', 2);
  const folder = await unpacked();
  const other = await page.context().newPage();
  // Without a server: straight from the disk.
  await other.goto(`file://${path.join(folder, 'index.html')}`);
  await expect(other.getByRole('figure')).toHaveCount(2);
  const figure = other.getByRole('figure').first();
  await expect(figure.getByText('The ketch <b>01</b> & her crew.')).toBeVisible();
  await expect(figure.getByRole('link', { name: labels.ui.licence })).toHaveAttribute(
    'href',
    'https://creativecommons.org/licenses/by/4.0/',
  );
  expect(await figure.getByRole('img').evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(600);
  const said = JSON.parse((await figure.locator('script').textContent())!) as Record<string, unknown>;
  expect(said).toMatchObject({
    '@type': 'ImageObject',
    contentUrl: '20260309-0001.jpg',
    license: 'https://creativecommons.org/licenses/by/4.0/',
    creditText: 'Aune Pell',
    copyrightNotice: '© 2026 Aune Pell',
    description: 'The ketch <b>01</b> & her crew.',
  });
  await other.close();
  expect(exif(path.join(folder, '20260309-0001.jpg'), '-PXkv')).toMatch(
    /WebStatement\s+https:\/\/creativecommons\.org\/licenses\/by\/4\.0\//,
  );
});

test('raw and finished files alike, into a folder, with the camera’s embedded JPEG beside each raw file', async () => {
  const out = mkdtempSync(path.join(data, 'client '));
  // Written here, and in no file so far: the copies carry it.
  await send(page, `assignments/${set.id}/writing`, {
    scope: { of: 'these', ids: [set.ids[raw]] },
    writing: { kind: 'set', field: 'headline', value: 'The yard at dawn' },
  });
  await deliverPage();
  await page.getByRole('button', { name: labels.deliver.sendAnyway }).click();
  await choose('Format', () =>
    opened()
      .getByLabel(/^as they are/)
      .check(),
  );
  await choose('Names', async () => {
    await opened().getByLabel('Ready patterns: Names').selectOption('');
  });
  await choose('Beside them', async () => {
    await opened()
      .getByLabel(/^a page for the web/)
      .uncheck();
    await opened()
      .getByLabel(/^checksums/)
      .uncheck();
    await opened()
      .getByLabel(/^the camera’s embedded JPEG/)
      .check();
  });
  await choose('Place', async () => {
    await opened().getByLabel(labels.deliver.aFolderOfThisMachine).check();
    await opened().getByLabel(labels.deliver.folderForTheCopies, { exact: true }).fill(out);
  });
  await expect.poll(deliveryPlan).toMatchObject({ to: 'folder', path: out, frozen: true });
  await press('Deliver 4', 4);
  await expect(page.getByText('2 pictures fail what the list asks, and were sent anyway.')).toBeVisible();
  expect(readdirSync(out).sort()).toEqual(
    [across, upright, bare, 'dv26-04-camera.jpg', raw, 'dv26-04.xmp'].sort(),
  );
  expect(readFileSync(path.join(out, raw)).equals(readFileSync(path.join(set.folder, raw)))).toBe(true);
  expect((await sharp(path.join(out, 'dv26-04-camera.jpg')).metadata()).width).toBe(96);
  for (const name of ['dv26-04-camera.jpg', 'dv26-04.xmp'])
    expect(exif(path.join(out, name), '-PXkv')).toMatch(/Headline\s+The yard at dawn/);
  // Again: nothing that stands there is overwritten.
  await deliverPage();
  await press('Deliver 2', 2);
  expect(readdirSync(out)).toContain('dv26-01-2.jpg');
  expect(digests()).toEqual(before);
});

test('a client’s delivery: own credit on top, a licence until its day, a saved delivery plan, a report, and the history', async () => {
  await deliverPage();
  await choose('Place', () =>
    opened()
      .getByLabel(/^one archive to download/)
      .check(),
  );
  await choose('Templates on the way out', async () => {
    await opened()
      .getByLabel(labels.deliver.putATemplateOnTop)
      .selectOption({ label: `${job}, terms` });
  });
  await choose('Licence', async () => {
    await opened()
      .getByLabel(/^one is granted/)
      .check();
    await opened().getByLabel(labels.deliver.toWhom).fill(`Boat Trust ${job}`);
    await opened().getByLabel(labels.deliver.forWhatUse).fill('on its own web pages');
    await opened().getByLabel(labels.deliver.where).fill('all countries');
    await opened().getByLabel(labels.deliver.until).fill('2029-03-31');
    await opened().getByLabel(labels.deliver.invoiceOrJob).fill('J-2026-7');
  });
  await expect(choice('Licence')).toHaveText(
    /^Boat Trust .* may use them: on its own web pages, in all countries, until/,
  );
  await page.getByRole('button', { name: labels.deliver.saveAs }).click();
  await page.getByLabel(labels.deliver.nameOfThePlan).fill('For the Boat Trust');
  await page.getByRole('button', { name: labels.ui.save, exact: true }).click();
  await expect(page.getByText(labels.deliver.asSaved)).toBeVisible();
  await choose('Format', () => opened().getByLabel(/^JPEG/).check());
  await expect(page.getByText('differs from the saved plan: format')).toBeVisible();
  await page.getByRole('button', { name: labels.deliver.revert }).click();
  await expect(choice('Format')).toHaveText('they are');
  await choose('Format', () => opened().getByLabel(/^JPEG/).check());
  await page.getByRole('button', { name: labels.deliver.saveThePlan, exact: true }).click();
  await expect(page.getByText(labels.deliver.asSaved)).toBeVisible();
  await expect(region('One copy').getByText('Aune Pell for the Boat Trust').first()).toBeVisible();

  await press('Deliver 2', 2);
  const receipt = page.url();
  const told = exif(path.join(await unpacked(), across), '-PXIkv');
  expect(told).toMatch(/photoshop\.Credit\s+Aune Pell for the Boat Trust/);
  expect(told).toMatch(/plus\.LicenseEndDate\s+2029-03-31/);
  expect(told).toMatch(/LicenseeName\s+Boat Trust/);
  const [report] = await Promise.all([
    page.context().waitForEvent('page'),
    page.getByRole('link', { name: labels.receipts.reportToPrint }).click(),
  ]);
  await expect(report.getByText('Aune Pell for the Boat Trust').first()).toBeVisible();
  await expect(report.getByText(/SHA-256/).first()).toBeVisible();
  expect(
    await report
      .getByRole('img')
      .first()
      .evaluate((img: HTMLImageElement) => img.naturalWidth),
  ).toBeGreaterThan(100);
  await report.close();

  await page.goto(`${address}/licences`);
  await idle(page);
  await page.getByLabel(labels.ui.find, { exact: true }).fill(job);
  const row = page.getByRole('list', { name: labels.ui.licences }).getByRole('listitem');
  await expect(row).toHaveCount(1);
  await expect(row).toContainText('on its own web pages, in all countries, J-2026-7');
  await expect(row).toContainText(/until .*2029/);
  await page.getByLabel(labels.deliver.thatEnd).selectOption('this month');
  await expect(row).toHaveCount(0);
  await page.reload();
  await expect(page.getByText(labels.deliver.noLicencesMatch)).toBeVisible();
  await page.getByLabel(labels.deliver.thatEnd).selectOption('at any time');
  await row.getByRole('button', { name: /^Remove the licence/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: labels.deliver.removeIt }).click();
  await expect(page.getByText(labels.deliver.noLicencesMatch)).toBeVisible();

  await page.goto(`${address}/read?photo=${set.ids[across]}`);
  await page.getByRole('tab', { name: labels.readout.history }).click();
  const entry = page.getByRole('list', { name: labels.readout.history }).getByRole('listitem').first();
  await expect(entry.getByRole('link', { name: 'Delivered' })).toHaveAttribute(
    'href',
    new URL(receipt).pathname,
  );
  await expect(entry).toContainText('Licensed to Boat Trust');
  await expect(entry).toContainText('On the copies, not in the picture');
  expect(digests()).toEqual(before);
});

test('by the keyboard alone: a part is opened, changed, left, and the copies leave', async () => {
  await deliverPage();
  await choice('Pictures').focus();
  await page.keyboard.press('Enter');
  await expect(opened().getByLabel(/^all of them/)).toBeVisible();
  await opened()
    .getByLabel(/^all of them/)
    .focus();
  await page.keyboard.press('ArrowDown');
  await expect(opened().getByLabel(/^those that pass the check/)).toBeChecked();
  await page.keyboard.press('Escape');
  await expect(choice('Pictures')).toBeFocused();
  await expect(choice('Pictures')).toHaveText('2 pictures that pass the check');
  await page.getByRole('button', { name: 'Deliver 2', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Delivered 2 of 2' })).toBeVisible({ timeout: 60_000 });
});

test('pictures are chosen by the selection of Describe, and by their rating', async () => {
  await page.goto(`${address}/assignments/${set.id}/describe`);
  await page.locator(`[data-photo="${upright}"]`).click();
  await page.keyboard.press('4');
  await expect(
    page.getByText('1 with drafts, saved').or(page.getByText('2 with drafts, saved')).first(),
  ).toBeVisible();
  await deliverPage();
  await choose('Pictures', () =>
    opened()
      .getByLabel(/^those selected in Describe/)
      .check(),
  );
  await expect(choice('Pictures')).toHaveText('1 picture selected in Describe');
  await choose('Pictures', async () => {
    await opened()
      .getByLabel(/^those with a rating/)
      .check();
    await opened().getByLabel(labels.deliver.ratingAtLeast).fill('5');
  });
  await expect(choice('Pictures')).toHaveText('0 pictures rated 5 or more');
  await expect(page.getByRole('button', { name: labels.deliver.nothingToDeliver })).toBeDisabled();
  await choose('Pictures', () => opened().getByLabel(labels.deliver.ratingAtLeast).fill('4'));
  await press('Deliver 1', 1);
  await expect(page.getByRole('listitem').filter({ hasText: upright }).first()).toBeVisible();
  await deliverPage();
  await choose('Pictures', () =>
    opened()
      .getByLabel(/^those that pass/)
      .check(),
  );
});

test('two windows: a delivery plan that was changed in the other is not overwritten; a double press makes one run', async () => {
  await deliverPage();
  const other = await page.context().newPage();
  await other.goto(`${address}/assignments/${set.id}/deliver`);
  await choose('Colours', () =>
    opened()
      .getByLabel(/^their own colours/)
      .check(),
  );
  await expect.poll(deliveryPlan).toMatchObject({ profile: 'keep' });
  await expect(other.getByRole('button', { name: 'Colours:' })).toHaveText('their own colours');
  await other.close();
  const runs = () =>
    send<unknown[]>(page, `runs?kind=deliver&words=${encodeURIComponent(job)}`, undefined, 'GET');
  const earlier = (await runs()).length;
  await page.getByRole('button', { name: 'Deliver 2', exact: true }).dblclick();
  await expect(page.getByRole('heading', { name: 'Delivered 2 of 2' })).toBeVisible({ timeout: 60_000 });
  expect((await runs()).length).toBe(earlier + 1);
});

test('what came back from a site is known again, and what was lost is told', async () => {
  const back = mkdtempSync(path.join(data, 'back '));
  const sent = readFileSync(path.join(set.folder, across));
  const copy = await page.request.post(`${address}/api/site?name=${across}&profile=keeps-iim`, {
    data: sent,
    headers: { origin: address },
  });
  writeFileSync(path.join(back, across), await copy.body());
  await page.getByRole('link', { name: labels.receipts.compareWithPublished }).click();
  await expect(page.getByRole('heading', { name: labels.check.check })).toBeAttached();
  await expect(page).toHaveURL(/view=back/);
  const fetched = page.getByRole('region', { name: labels.check.publishedCopies });
  await fetched.getByLabel(labels.check.folderOfTheFiles, { exact: true }).fill(back);
  await fetched.getByRole('button', { name: labels.check.compare, exact: true }).click();
  await expect(fetched.getByRole('status')).toContainText('did not come back');
  await expect(fetched.getByText(across).first()).toBeVisible();
});

test('pictures of others are an open point before a delivery with a template, and told in its receipt', async () => {
  const names = ['own.jpg', 'other.jpg'];
  const mixed = await assignmentWith(page, `${job}, mixed`, names, {
    inForce: [],
    make: async (folder) => {
      await makePictures(folder, names);
      for (const [at, maker] of ['Aune Pell', 'Ruth Skerry'].entries())
        execFileSync('exiv2', ['-M', `set Xmp.dc.creator XmpSeq ${maker}`, path.join(folder, names[at]!)]);
    },
  });
  const { id: template } = await send<{ id: string }>(page, 'templates', {
    name: `${job}, embargo`,
    kind: 'job',
    entries: [
      { field: 'creator', rule: 'fill', texts: ['Aune Pell'] },
      { field: 'instructions', rule: 'overwrite', texts: ['Not before 1 December'] },
    ],
  });
  const sentBy = {
    ...usualDeliveryPlan,
    to: 'folder',
    path: mkdtempSync(path.join(data, 'sent ')),
    templates: [template],
  };
  await send(page, `assignments/${mixed.id}`, { deliveryPlan: { ...sentBy, checklist: 'minimum' } }, 'PATCH');
  await page.goto(`${address}/assignments/${mixed.id}/deliver`);
  await page.getByRole('button', { name: labels.deliver.sendAnyway }).click();
  await expect(page.getByText('1 by others')).toBeVisible();
  const question = page.getByRole('group', { name: 'Who is Ruth Skerry?' });
  await expect(question).toBeVisible();
  await page.getByRole('button', { name: 'Deliver 2', exact: true }).click();
  await expect(
    page.getByRole('heading', { name: 'Delivered 2 of 2, 1 without the templates and licence' }),
  ).toBeVisible();
  const sentFiles = readdirSync(sentBy.path).sort();
  expect(sentFiles).toEqual(['other.jpg', 'own.jpg']);
  const written = sentFiles.map((name) => exif(path.join(sentBy.path, name), '-q', '-PXkv'));
  expect(written[0]).not.toContain('Not before 1 December');
  expect(written[1]).toContain('Not before 1 December');
  // Undone: the copy that was changed since stays.
  appendFileSync(path.join(sentBy.path, 'other.jpg'), 'changed');
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  await expect(
    page
      .getByRole('dialog')
      .getByText('1 copy is there and will be removed; 1 changed since: it stays (other.jpg).'),
  ).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Undo 2' }).click();
  await expect(page.getByRole('heading', { name: 'Undone 1 of 2' })).toBeVisible();
  expect(readdirSync(sentBy.path)).toEqual(['other.jpg']);
  // Said to be oneself, the picture takes the template, and nothing stands open.
  await page.goto(`${address}/assignments/${mixed.id}/deliver`);
  await page.getByRole('button', { name: labels.deliver.sendAnyway }).click();
  await question.getByRole('radio', { name: 'That’s me' }).click();
  await expect(page.getByText('1 by others')).toHaveCount(0);
  await send(page, 'makers', { name: 'Ruth Skerry', answer: 'unknown' }, 'PUT');
});

test('nothing complained in the browser', () => expect(complaints).toEqual([]));
