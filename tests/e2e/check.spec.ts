import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Locator, type Page } from '@playwright/test';
import sharp from 'sharp';
import { assignmentWith, type DeskAssignment, embedAll, exiv2, makePictures, send, values } from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: check

/** Before sharing: a mixed set of exported copies is looked at, fixed on the spot, and what cannot be fixed is listed. */
test.describe.configure({ mode: 'serial' });
const { address, data } = running();
const names = Array.from({ length: 8 }, (_, at) => `sh26-0${at + 1}.jpg`);
const [noMaker, noMakerToo, noKeywords, small, smallToo, oldYear, bare] = names as [string, ...string[]];

let page: Page;
let set: DeskAssignment;
const complaints: string[] = [];

/** Written by libexiv2, as another program exports copies. */
const tag = (folder: string, name: string, ...commands: string[]) =>
  execFileSync('exiv2', [...commands.flatMap((one) => ['-M', one]), path.join(folder, name)]);

async function exportedCopies(folder: string): Promise<void> {
  await makePictures(folder, names);
  for (const name of names) {
    const isSmall = name === small || name === smallToo;
    const at = path.join(folder, name);
    await sharp(readFileSync(at))
      .resize(isSmall ? 600 : 1600)
      .withIccProfile('srgb')
      .keepMetadata()
      .toFile(`${at}.new`);
    execFileSync('mv', [`${at}.new`, at]);
    const taken = ['set Xmp.photoshop.DateCreated 2026-03-09'];
    const maker = [
      'set Xmp.dc.creator XmpSeq Aune Pell',
      'set Xmp.iptc.CreatorContactInfo/Iptc4xmpCore:CiEmailWork aune@pell.example',
      'set Xmp.xmpRights.Marked True',
    ];
    const year = name === oldYear ? '2019' : '2026';
    const web = name === bare ? 'www.pell.example/rights' : 'https://pell.example/rights';
    tag(
      folder,
      name,
      ...taken,
      ...(name === noMaker || name === noMakerToo ? [] : maker),
      ...(name === noKeywords ? [] : ['set Xmp.dc.subject XmpBag ketch']),
      `set Xmp.dc.rights LangAlt lang=x-default © ${year} Aune Pell`,
      `set Xmp.xmpRights.WebStatement ${web}`,
      `set Xmp.dc.description LangAlt lang=x-default Plank ${name.slice(5, 7)} is bent to the frames of the old ketch.`,
    );
  }
}

test.beforeAll(async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 900 },
    permissions: ['clipboard-read', 'clipboard-write'],
  });
  page = await context.newPage();
  page.on('pageerror', (error) => complaints.push(error.message));
  for (const { id, name } of await lists())
    if (name.startsWith('Sharing')) await send(page, `checklists/${id}`, undefined, 'DELETE');
  const { id: template } = await send<{ id: string }>(page, 'templates', {
    name: 'Sharing, who made it',
    kind: 'job',
    entries: [
      { field: 'creator', rule: 'overwrite', texts: ['Aune Pell'] },
      { field: 'contactEmail', rule: 'overwrite', texts: ['aune@pell.example'] },
      { field: 'city', rule: 'overwrite', texts: ['Havnes'] },
    ],
  });
  set = await assignmentWith(page, 'Sharing', names, { inForce: [template], make: exportedCopies });
});
test.afterAll(() => page.context().close());

const check = (query = '') => page.goto(`${address}/assignments/${set.id}/check${query}`);
const rules = () => page.getByRole('region', { name: labels.check.rules });
const rule = (name: string | RegExp) => rules().getByRole('button', { name });
const photo = (name: string) => page.locator(`[data-photo="${name}"]`);
const shown = () =>
  page.locator('[data-photo]').evaluateAll((all) => all.map((one) => (one as HTMLElement).dataset.photo));
const held = (name: string, ...fields: string[]) => values(page, set, name, fields);
const assignment = () => send<{ checklist: string }>(page, `assignments/${set.id}`, undefined, 'GET');
const lists = () =>
  send<{ id: string; name: string; rules: { check: string; severity: string }[] }[]>(
    page,
    'checklists',
    undefined,
    'GET',
  );

test('a list is chosen, and kept with the assignment', async () => {
  await check();
  await expect(page.getByText('6 of 8 are ready')).toBeVisible();
  await page.getByLabel(labels.ui.for, { exact: true }).selectOption({ label: 'Web with licence link' });
  await expect(page.getByText('5 of 8 are ready')).toBeVisible();
  await page.reload();
  await expect(page.getByText('5 of 8 are ready')).toBeVisible();
  expect((await assignment()).checklist).toBe('web');
});

test('a ready list becomes one’s own, with its own numbers and a rule more', async () => {
  await page.getByRole('button', { name: labels.check.changeThisList }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.ui.name).fill('Sharing');
  const size = dialog.getByRole('listitem', { name: /^Long side/ });
  await size.getByLabel(labels.check.atLeast, { exact: true }).fill('1500');
  await size.getByLabel(labels.check.howGrave, { exact: true }).selectOption('Must');
  await dialog
    .getByRole('listitem', { name: /^At least 3 keywords/ })
    .getByLabel(labels.check.atLeast, { exact: true })
    .fill('1');
  await dialog
    .getByRole('listitem', { name: 'A caption of its own' })
    .getByLabel(labels.check.severalPicturesMayShareOne)
    .check();
  await dialog.getByLabel(labels.check.anotherRule).selectOption({ label: 'A field that must be filled' });
  await dialog.getByRole('button', { name: labels.check.add, exact: true }).click();
  await dialog
    .getByRole('listitem', { name: 'Headline' })
    .getByLabel('field')
    .selectOption({ label: 'Title' });
  await dialog
    .getByRole('listitem', { name: 'Title' })
    .getByLabel(labels.check.howGrave, { exact: true })
    .selectOption('Must');
  await dialog.getByRole('button', { name: 'Remove: No coordinates' }).click();
  // What is half done outlives a reload.
  await page.reload();
  await page.getByRole('button', { name: labels.check.changeThisList }).click();
  await expect(dialog.getByLabel(labels.ui.name)).toHaveValue('Sharing');
  await expect(dialog.getByRole('listitem', { name: 'Title' })).toBeVisible();
  await dialog.getByRole('button', { name: labels.check.saveAsAListOfYourOwn }).click();
  await expect(dialog).toBeHidden();
  await expect(rule(/^Long side at least 1,500 px/)).toBeVisible();
  const own = (await lists()).find((one) => one.name === 'Sharing')!;
  expect((await assignment()).checklist).toBe(own.id);
  expect(own.rules).toEqual(
    expect.arrayContaining([
      { check: 'pixels', side: 'long', least: 1500, severity: 'must' },
      { check: 'keyword-count', least: 1, severity: 'note' },
      { check: 'own-caption', mayBeShared: true, severity: 'should' },
      { check: 'field', field: 'title', severity: 'must' },
    ]),
  );
  expect(own.rules.map((one) => one.check)).not.toContain('no-coordinates');
  await expect(page.getByText('0 of 8 are ready')).toBeVisible();
});

test('a list of one’s own is changed, and goes out as a file and in again', async () => {
  await page.getByRole('button', { name: labels.check.changeThisList }).click();
  const dialog = page.getByRole('dialog');
  await dialog
    .getByRole('listitem', { name: 'Credit Line' })
    .getByLabel(labels.check.howGrave, { exact: true })
    .selectOption('Worth a look');
  await dialog.getByRole('button', { name: labels.ui.save, exact: true }).click();
  await expect(dialog).toBeHidden();
  const own = (await lists()).find((one) => one.name === 'Sharing')!;
  expect(own.rules).toContainEqual({ check: 'field', field: 'creditLine', severity: 'note' });
  await page.getByRole('button', { name: labels.check.changeThisList }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('link', { name: labels.check.exportAsAFile }).click(),
  ]);
  const bytes = readFileSync(await file.path());
  await dialog
    .getByLabel(labels.check.checklistFile)
    .setInputFiles({ name: 'a.json', mimeType: 'application/json', buffer: bytes });
  await expect(dialog).toBeHidden();
  const again = (await lists()).find((one) => one.name === 'Sharing (2)')!;
  expect(again.rules).toEqual(own.rules);
  await expect.poll(async () => (await assignment()).checklist).toBe(again.id);
  await expect(page.getByLabel(labels.ui.for, { exact: true })).toHaveValue(again.id);
  await page.getByRole('button', { name: labels.check.changeThisList }).click();
  await dialog.getByLabel(labels.check.checklistFile).setInputFiles({
    name: 'b.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      '{"fabrica":"checklist","version":1,"name":"B","rules":[{"check":"pixels","severity":"must"}]}',
    ),
  });
  await expect(dialog.getByRole('alert')).toContainText('This is no checklist');
  await dialog.getByRole('button', { name: labels.check.removeThisList }).click();
  await expect(dialog).toBeHidden();
  await expect.poll(async () => (await assignment()).checklist).toBe('minimum');
  await page.getByLabel(labels.ui.for, { exact: true }).selectOption({ label: 'Sharing' });
  await expect(rule(/^Long side at least 1,500 px/)).toBeVisible();
});

test('every kind of rule with its own values', async () => {
  await page.getByRole('button', { name: labels.check.changeThisList }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.ui.name).fill('Sharing everything');
  while ((await dialog.getByRole('button', { name: /^Remove: / }).count()) > 0)
    await dialog
      .getByRole('button', { name: /^Remove: / })
      .first()
      .click();
  const add = async (kind: string) => {
    await dialog.getByLabel(labels.check.anotherRule).selectOption({ label: kind });
    await dialog.getByRole('button', { name: labels.check.add, exact: true }).click();
    return dialog.getByRole('listitem').last();
  };
  const oneOf = await add('One of several fields');
  await oneOf.getByRole('button', { name: 'Without Country' }).click();
  await oneOf.getByRole('button', { name: labels.check.orAnother }).click();
  await oneOf.getByLabel('field 2', { exact: true }).selectOption({ label: 'Sublocation' });
  const pattern = await add('A field of a certain form');
  await pattern.getByLabel('field', { exact: true }).selectOption({ label: 'Title' });
  await pattern.getByLabel(labels.check.like, { exact: true }).fill('SH##-*');
  const length = await add('The length of a text');
  await length.getByLabel(labels.check.unit, { exact: true }).selectOption('words');
  await length.getByLabel(labels.check.atLeast, { exact: true }).fill('3');
  await length.getByLabel(labels.check.atMost, { exact: true }).fill('');
  const size = await add('The size in pixels');
  await size.getByLabel(labels.check.side, { exact: true }).selectOption('megapixels');
  await size.getByLabel(labels.check.atLeast, { exact: true }).fill('0.5');
  const format = await add('The format of the file');
  await format.getByLabel('TIFF', { exact: true }).check();
  await format.getByLabel('JPEG', { exact: true }).uncheck();
  const profile = await add('The colour profile');
  await profile.getByLabel(labels.check.oneOf, { exact: true }).fill('Display P3, sRGB');
  const bits = await add('Bits of a sample');
  await bits.getByLabel('16', { exact: true }).check();
  await add('Keywords from the vocabulary');
  await dialog.getByRole('button', { name: labels.check.saveAsANewList }).click();
  await expect(dialog).toBeHidden();
  const everything = (await lists()).find((one) => one.name === 'Sharing everything')!;
  expect(everything.rules).toEqual([
    { check: 'one-of', fields: ['city', 'sublocation'], severity: 'should' },
    { check: 'pattern', field: 'title', pattern: 'SH##-*', severity: 'should' },
    { check: 'length', field: 'description', unit: 'words', least: 3, severity: 'should' },
    { check: 'pixels', side: 'megapixels', least: 0.5, severity: 'should' },
    { check: 'format', formats: ['tiff'], severity: 'should' },
    { check: 'profile', profiles: ['Display P3', 'sRGB'], severity: 'should' },
    { check: 'bits', bits: [8, 16], severity: 'should' },
    { check: 'keywords-known', severity: 'should' },
  ]);
  await expect(rule(/^Format TIFF/)).toContainText('8');
  await expect(rule(/^Picture at least 0.5 megapixels/)).toContainText('2');
  await page.getByLabel(labels.ui.for, { exact: true }).selectOption({ label: 'Sharing' });
  await expect(rule(/^Long side at least 1,500 px/)).toBeVisible();
});

test('empty fields are filled from the templates in force, after a proof, and nothing else is touched', async () => {
  await rule(/^Creator/).click();
  await expect.poll(shown).toEqual([noMaker, noMakerToo]);
  await page.getByRole('button', { name: labels.check.fillFromTheTemplatesInForce }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('filled in 2')).toBeVisible();
  await dialog.getByRole('button', { name: 'Write into 2 drafts' }).click();
  await expect(rule(/^Creator/)).toContainText('none fails');
  await expect(page.getByText(labels.check.everyPicturePasses)).toBeVisible();
  await expect
    .poll(() => held(noMaker, 'creator', 'city', 'contactEmail'))
    .toMatchObject({
      creator: ['Aune Pell'],
      city: null,
      contactEmail: null,
    });
  await rule(/^E-mail, Telephone or Web address/).click();
  await page.getByRole('button', { name: labels.check.fillFromTheTemplatesInForce }).click();
  await dialog.getByRole('button', { name: 'Write into 2 drafts' }).click();
  await expect
    .poll(() => held(noMakerToo!, 'contactEmail'))
    .toMatchObject({ contactEmail: 'aune@pell.example' });
});

test('one step fixes a year and an address, with proof; Undo brings the picture back into the list', async () => {
  await rule(/^The year of the notice fits/).click();
  await expect.poll(shown).toEqual([oldYear]);
  await expect(photo(oldYear!)).toContainText('the notice says 2019');
  await page.getByRole('button', { name: 'Fix 1 in one step …' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('© 2026 Aune Pell')).toBeVisible();
  await dialog.getByRole('button', { name: 'Write into 1 draft' }).click();
  await expect(rule(/^The year of the notice fits/)).toContainText('none fails');
  await expect
    .poll(() => held(oldYear!, 'copyrightNotice'))
    .toMatchObject({ copyrightNotice: '© 2026 Aune Pell' });
  await page.getByRole('button', { name: /^Undo Copyright Notice in 1 picture/ }).click();
  await expect(photo(oldYear!)).toBeVisible();
  await expect
    .poll(() => held(oldYear!, 'copyrightNotice'))
    .toMatchObject({ copyrightNotice: '© 2019 Aune Pell' });
  await page.getByRole('button', { name: /^Redo Copyright Notice in 1 picture/ }).click();
  await expect
    .poll(() => held(oldYear!, 'copyrightNotice'))
    .toMatchObject({ copyrightNotice: '© 2026 Aune Pell' });
  await rule(/^Licence link ready/).click();
  await expect.poll(shown).toEqual([bare]);
  await page.getByRole('button', { name: 'Fix 1 in one step …' }).click();
  await dialog.getByRole('button', { name: 'Write into 1 draft' }).click();
  await expect
    .poll(() => held(bare!, 'webStatement'))
    .toMatchObject({ webStatement: 'https://www.pell.example/rights' });
});

test('the failing ones are selected by one act and written on the spot; the count falls, and what is fixed stays in sight until it is left', async () => {
  await rule(/^At least 1 keyword/).click();
  await expect.poll(shown).toEqual([noKeywords]);
  await page.getByRole('button', { name: 'Write for this one' }).click();
  await page.getByLabel(labels.describe.keywords, { exact: true }).fill('plank');
  await page.getByLabel(labels.describe.keywords, { exact: true }).press('Enter');
  await expect(rule(/^At least 1 keyword/)).toContainText('none fails');
  await expect(photo(noKeywords!)).toContainText('fixed');
  await expect.poll(() => held(noKeywords!, 'keywords')).toMatchObject({ keywords: ['plank'] });
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Escape');
  await expect(photo(noKeywords!)).toHaveCount(0);
});

test('titles are written one by one, among those that lack one', async () => {
  await rule(/^Title/).click();
  await expect.poll(async () => (await shown()).length).toBe(8);
  await page.getByRole('link', { name: labels.check.oneByOne }).click();
  await expect(page.getByText('8 of 8 pictures')).toBeVisible();
  await page.goto(`${address}/assignments/${set.id}/check?rule=${await placeOf('title')}`);
  await page.getByRole('button', { name: 'Write for these 8' }).click();
  // The field that fails is open, and has the focus.
  await expect(page.getByRole('textbox', { name: 'Title', exact: true })).toBeFocused();
  await page.getByRole('textbox', { name: 'Title', exact: true }).fill('The old ketch');
  await page.getByRole('textbox', { name: 'Title', exact: true }).press('Tab');
  await expect(rule(/^Title/)).toContainText('none fails');
  await expect.poll(() => held(small!, 'title')).toMatchObject({ title: 'The old ketch' });
});

async function placeOf(field: string): Promise<number> {
  const own = (await lists()).find((one) => one.name === 'Sharing')! as unknown as {
    rules: { field?: string }[];
  };
  return own.rules.findIndex((one) => one.field === field) + 1;
}

test('what writing cannot fix is a list for the source, copied as text', async () => {
  await rules().getByRole('button', { name: 'Back to the source: 2 pictures' }).click();
  const list = page.getByRole('region', { name: labels.check.backToTheSource });
  await expect(list.getByRole('row')).toHaveCount(3);
  await expect(list.getByRole('row', { name: new RegExp(small!) })).toContainText('600 × 400 px');
  await list.getByRole('button', { name: labels.check.copyTheList }).click();
  await expect(list.getByText('Copied.')).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text.split('\n')).toEqual([
    'File\tWhy\tNeeded',
    `${small}\t600 × 400 px\tLong side at least 1,500 px`,
    `${smallToo}\t600 × 400 px\tLong side at least 1,500 px`,
  ]);
});

// The router missed the first Back, and asked the server for it: its answer took back the press of the next test.
test('Back and Forward lead through rules and views, also right after a reload', async () => {
  const title = page.getByRole('heading', { name: 'Title' });
  const list = page.getByRole('region', { name: labels.check.backToTheSource });
  await page.goBack();
  await expect(title).toBeVisible();
  await page.goForward();
  await expect(list).toBeVisible();
  await page.reload();
  await page.goBack();
  await expect(title).toBeVisible();
  await page.goForward();
  await expect(list).toBeVisible();
  await page.goBack();
  await expect(title).toBeVisible();
});

// Words for screen readers alone made the page longer than the window, and it was moved under its head.
async function expectUnmoved(leaf: Locator) {
  const head = page.getByRole('banner');
  const bottom = await head.evaluate((one) => one.getBoundingClientRect().bottom);
  expect(await leaf.evaluate((one) => one.getBoundingClientRect().top)).toBeGreaterThanOrEqual(bottom - 1);
  expect(
    await page.evaluate(() => document.documentElement.scrollHeight - document.documentElement.clientHeight),
  ).toBe(0);
}

test('how full the set is, drawn and as numbers', async () => {
  await rules().getByRole('button', { name: labels.check.completeness }).click();
  const full = page.getByRole('region', { name: labels.check.completeness });
  await expect(full.locator('svg.recharts-surface')).toHaveCount(2);
  await expectUnmoved(full);
  await expect(
    full.getByRole('table', { name: labels.check.byThread }).getByRole('row', { name: /^who/ }),
  ).toHaveText('who620');
  await expect(
    full.getByRole('table', { name: labels.check.byField }).getByRole('row', { name: /^Title/ }),
  ).toHaveText('Title80');
});

test('on a narrow screen what is asked for comes into view', async () => {
  const wide = page.viewportSize()!;
  await page.setViewportSize({ width: 480, height: 900 });
  await rules().getByRole('button', { name: 'Compare with published copies' }).click();
  const back = page.getByRole('region', { name: labels.check.publishedCopies });
  await expect(back.getByRole('heading', { name: labels.check.publishedTitle })).toBeInViewport({ ratio: 1 });
  await expect(back.getByRole('button', { name: labels.check.compare, exact: true })).toBeInViewport({
    ratio: 1,
  });
  await expectUnmoved(back);
  await page.setViewportSize(wide);
});

test('a second window follows what is written in the first', async () => {
  const second = await page.context().newPage();
  await second.goto(`${address}/assignments/${set.id}/check`);
  await expect(second.getByText('6 of 8 are ready')).toBeVisible();
  await send(page, `assignments/${set.id}/writing`, {
    scope: { of: 'these', ids: [set.ids[bare!]] },
    writing: { kind: 'set', field: 'title', value: null },
  });
  await expect(second.getByText('5 of 8 are ready')).toBeVisible();
  await second.close();
  await check();
  await expect(page.getByText('5 of 8 are ready')).toBeVisible();
  await send(page, `assignments/${set.id}/writing`, {
    scope: { of: 'these', ids: [set.ids[bare!]] },
    writing: { kind: 'set', field: 'title', value: 'The old ketch' },
  });
  await expect(page.getByText('6 of 8 are ready')).toBeVisible();
});

test('all that could be fixed is embedded, and an independent reader finds it', async () => {
  await embedAll(page, 8);
  expect(exiv2(set, noMaker)).toMatch(/Xmp\.dc\.creator\s+Aune Pell/);
  expect(exiv2(set, noMaker)).toMatch(/Iptc\.Application2\.Byline\s+Aune Pell/);
  expect(exiv2(set, noKeywords!)).toMatch(/Iptc\.Application2\.Keywords\s+plank/);
  expect(exiv2(set, oldYear!)).toMatch(/Exif\.Image\.Copyright\s+.*2026 Aune Pell/);
  expect(exiv2(set, bare!)).toMatch(/Xmp\.xmpRights\.WebStatement\s+https:\/\/www\.pell\.example\/rights/);
  for (const name of names)
    expect(exiv2(set, name)).toMatch(/Xmp\.dc\.title\s+lang="x-default" The old ketch/);
  await check();
  await expect(page.getByText('6 of 8 are ready')).toBeVisible();
});

test('what came back from a site is compared with the whole set', async () => {
  const back = mkdtempSync(path.join(data, 'back '));
  const sent = (name: string) => readFileSync(path.join(set.folder, name));
  for (const [name, as] of [
    [names[0]!, names[0]!],
    [names[7]!, 'img_7_o.jpg'],
  ] as const)
    writeFileSync(path.join(back, as), await sharp(sent(name)).resize(800).jpeg().toBuffer());
  await check();
  await rules().getByRole('button', { name: labels.check.compareWithPublished }).click();
  const region = page.getByRole('region', { name: labels.check.publishedCopies });
  await region.getByLabel(labels.check.folderOfTheFiles, { exact: true }).fill(back);
  await region.getByRole('button', { name: labels.check.compare, exact: true }).click();
  await expect(region.getByRole('status')).toContainText('2 of 2 files looked at');
  await expect(region.getByRole('status')).toContainText('did not come back');
  await expect(region.getByText(`is ${names[0]}, known by its name`)).toBeVisible();
  await expect(region.getByText('another size: 1600 × 1067 → 800 × 534').first()).toBeVisible();
  await expect(region.getByText(/^Stripped: Creator/).first()).toBeVisible();
  await expect(region.getByText('Records gone: IIM, XMP', { exact: false }).first()).toBeVisible();
});

test('a file that another program changed is looked at anew', async () => {
  tag(set.folder, names[7]!, 'del Xmp.dc.title');
  tag(set.folder, names[7]!, 'del Iptc.Application2.ObjectName');
  await page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await expect(page.getByText('5 of 8 are ready')).toBeVisible();
  await expect(rule(/^Title/)).toContainText('1');
});

test('by the keyboard alone: a rule, its pictures, the desk', async () => {
  await check();
  await expect(page.getByText('5 of 8 are ready')).toBeVisible();
  await rule(/^Title/).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Title' })).toBeVisible();
  for (let n = 0; n < 40; n++) {
    await page.keyboard.press('Tab');
    if (
      await page
        .getByRole('button', { name: 'Write for this one' })
        .evaluate((one) => one === document.activeElement)
    )
      break;
  }
  await page.keyboard.press('Enter');
  await expect(page.getByText(`Writing to ${names[7]}`)).toBeVisible();
  expect(complaints).toEqual([]);
});

test('records that disagree are settled by a choice that tells every value, and the others go with the embedding', async () => {
  const name = 'disagreeing.jpg';
  const mixed = await assignmentWith(page, 'Sharing, disagreeing', [name], {
    inForce: [],
    make: async (folder) => {
      await makePictures(folder, [name]);
      tag(folder, name, 'set Xmp.photoshop.City Havnes');
      tag(folder, name, 'set Iptc.Application2.City Grunnvik');
    },
  });
  await send(page, `assignments/${mixed.id}`, { checklist: 'archive' }, 'PATCH');
  await page.goto(`${address}/assignments/${mixed.id}/check`);
  await rule(/^Records of the file agree/).click();
  await page.getByRole('button', { name: /^Fix/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Havnes');
  await dialog.getByRole('radio', { name: /Grunnvik/ }).check();
  await dialog.getByRole('button', { name: 'Settle 1 field' }).click();
  await expect.poll(() => values(page, mixed, name, ['city'])).toMatchObject({ city: 'Grunnvik' });
  await page.goto(`${address}/assignments/${mixed.id}/describe`);
  await embedAll(page, 1);
  expect(exiv2(mixed, name)).not.toContain('Havnes');
});
