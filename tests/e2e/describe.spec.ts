import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { holdBack } from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: describe, receipts

/** The writing desk to the end: templates on a selection, undo and redo, two windows, a server that is away. */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const source = path.join(data, 'describe-source');
const working = path.join(data, 'describe-working');
const exiv2 = (name: string) =>
  execFileSync('exiv2', ['-q', '-PEIXkv', path.join(working, name)], { encoding: 'utf8' });

let page: Page;
let id = '';
const ids: Record<string, string> = {};
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  page.on('pageerror', (error) => complaints.push(error.message));
  for (const folder of [source, working]) mkdirSync(folder);
  for (const name of ['kt26-0401.jpg', 'kt26-0402.jpg', 'kt26-0403.jpg'])
    copyFileSync(path.join(data, 'card/DCIM/100KETCH', name), path.join(source, name));
  const theirs = path.join(source, 'kt26-0403.jpg');
  execFileSync('exiv2', ['-M', 'set Iptc.Application2.Byline Ylva Sund', theirs]);
  execFileSync('exiv2', [
    '-M',
    'set Xmp.iptc.CreatorContactInfo/Iptc4xmpCore:CiEmailWork ylva@sund.example',
    theirs,
  ]);
  id = (await send<{ id: string }>('assignments', { name: 'Desk', workingPath: working, sourcePath: source }))
    .id;
  await send(`assignments/${id}`, { inForce: [] }, 'PATCH');
  for (const [name, entries] of Object.entries({
    'Desk place': [{ field: 'city', rule: 'overwrite', texts: ['Havnes'] }],
    'Desk rights': [
      { field: 'creator', rule: 'overwrite', texts: ['Aune Pell'] },
      { field: 'contactPhone', rule: 'overwrite', texts: ['+47 55 50 10 20'] },
      { field: 'headline', rule: 'overwrite', texts: ['In {{ city }}'] },
    ],
  }))
    await send('templates', { name, kind: 'job', entries });
});
test.afterAll(async () => {
  await send('makers', { name: 'Ylva Sund', answer: 'unknown' }, 'PUT');
  await page.close();
});

async function send<T>(where: string, body: unknown, method = 'POST'): Promise<T> {
  const answer = await page.request.fetch(`${address}/api/${where}`, {
    method,
    data: body,
    headers: { origin: address },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as T;
}

const cell = (name: string) => page.locator(`[data-photo="${name}"]`);
const caption = () => page.getByLabel(labels.describe.caption, { exact: true });
/** The caption as the server holds it, draft or file. */
const held = async (name: string) =>
  (
    await send<{ caption: { same?: string } }>(`assignments/${id}/desk`, {
      scope: { of: 'these', ids: [ids[name]] },
    })
  ).caption.same;

test('a double press on Bring in makes one run', async () => {
  await page.goto(`${address}/assignments/${id}/bring-in`);
  await page.getByRole('checkbox', { name: /kt26-0403\.jpg/ }).check();
  await page.getByRole('button', { name: 'Bring in 3', exact: true }).dblclick();
  await expect(page.getByRole('heading', { name: 'Brought in 3 of 3' })).toBeVisible();
  expect(readdirSync(working)).toEqual(['kt26-0401.jpg', 'kt26-0402.jpg', 'kt26-0403.jpg']);
  await page.goto(`${address}/assignments/${id}/describe`);
  for (const name of readdirSync(working))
    ids[name] = (await cell(name).getAttribute('id'))!.replace('photo-', '');
});

test('templates of the shelf are found by typing, put on a selection in an order, and embedded', async () => {
  await cell('kt26-0401.jpg').click();
  await cell('kt26-0403.jpg').click({ modifiers: ['Shift'] });
  // One types faster than the shelf comes: Enter pressed before it is there took nothing.
  const letCome = await holdBack(page, '**/api/templates/shelf');
  await page.getByRole('button', { name: labels.describe.applyTemplates }).click();
  const dialog = page.getByRole('dialog');
  const find = dialog.getByLabel(labels.ui.findATemplate);
  await expect(find).toBeFocused();
  await find.fill('desk place');
  await find.press('Enter');
  await find.fill('desk rights');
  await find.press('Enter');
  await letCome();
  await expect(dialog.getByText('2 pictures change.', { exact: false })).toBeVisible();
  await expect(dialog.getByText('In Havnes')).toBeVisible();
  await dialog
    .getByRole('group', { name: 'Who is Ylva Sund?' })
    .getByLabel('somebody else: fill only what is empty')
    .check();
  await dialog.getByRole('button', { name: 'Apply to 3' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByText('3 with drafts, saved')).toBeVisible();
  await page.getByRole('button', { name: 'Embed 3', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Embed 3' }).click();
  await expect(page.getByRole('heading', { name: 'Embedded 3 of 3' })).toBeVisible();
  expect(exiv2('kt26-0401.jpg')).toMatch(/Iptc\.Application2\.Headline\s+In Havnes/);
  expect(exiv2('kt26-0401.jpg')).toContain('+47 55 50 10 20');
  // Hers: filled where nothing stood, and never another telephone beside her e-mail.
  expect(exiv2('kt26-0403.jpg')).toMatch(/Iptc\.Application2\.City\s+Havnes/);
  expect(exiv2('kt26-0403.jpg')).toMatch(/Iptc\.Application2\.Byline\s+Ylva Sund/);
  expect(exiv2('kt26-0403.jpg')).not.toContain('+47 55 50 10 20');
});

test('acts are undone and done again by key and by button, and only what is left is embedded', async () => {
  await page.goto(`${address}/assignments/${id}/describe`);
  await cell('kt26-0402.jpg').click();
  await page.getByLabel(labels.describe.keywords).fill('mast');
  await page.getByLabel(labels.describe.keywords).press('Enter');
  await expect(page.getByRole('button', { name: 'Undo keywords in 1 picture' })).toBeVisible();
  await caption().fill('The mast is stepped.');
  await expect(page.getByRole('button', { name: 'Undo caption in 1 picture' })).toBeVisible();
  await cell('kt26-0402.jpg').click();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Redo caption in 1 picture' })).toBeVisible();
  await expect(caption()).toHaveValue('');
  await page.keyboard.press('Control+Shift+Z');
  await expect(caption()).toHaveValue('The mast is stepped.');
  // Quick presses are one act each.
  for (let twice = 0; twice < 2; twice++) await page.keyboard.press('Control+z');
  await expect(page.getByText(labels.describe.noDrafts)).toBeVisible();
  for (let twice = 0; twice < 2; twice++) await page.keyboard.press('Control+Shift+Z');
  await expect(page.getByRole('button', { name: 'Undo caption in 1 picture' })).toBeVisible();
  await expect(caption()).toHaveValue('The mast is stepped.');
  await page.getByRole('button', { name: 'Undo caption in 1 picture' }).click();
  await page.getByRole('button', { name: 'Undo keywords in 1 picture' }).click();
  await expect(page.getByText(labels.describe.noDrafts)).toBeVisible();
  await page.reload();
  // The selection is found again.
  await expect(page.getByText('Writing to kt26-0402.jpg')).toBeVisible();
  await page.getByRole('button', { name: 'Redo keywords in 1 picture' }).click();
  await page.getByRole('button', { name: 'Embed 1', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Embed 1' }).click();
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
  expect(exiv2('kt26-0402.jpg')).toContain('mast');
  expect(exiv2('kt26-0402.jpg')).not.toContain('The mast is stepped.');
});

// A draft that was left in another picture was embedded in place of the words just typed.
test('what is typed just before Embed is pressed is what is embedded', async () => {
  await send(`assignments/${id}/writing`, {
    scope: { of: 'these', ids: [ids['kt26-0401.jpg']] },
    writing: { kind: 'caption', text: 'Another picture.' },
  });
  await page.goto(`${address}/assignments/${id}/describe`);
  await cell('kt26-0402.jpg').click();
  await expect(page.getByRole('button', { name: 'Embed 1', exact: true })).toBeEnabled();
  await caption().fill('Just typed.');
  await page.getByRole('button', { name: 'Embed 1', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('1 selected picture with drafts', { exact: false })).toBeVisible();
  await expect(dialog.getByText('Just typed.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Embed 1' }).click();
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
  expect(exiv2('kt26-0402.jpg')).toContain('Just typed.');
  expect(exiv2('kt26-0401.jpg')).not.toContain('Another picture.');
});

test('a caption written in another window meanwhile is told; one says which stays', async () => {
  await page.goto(`${address}/assignments/${id}/describe`);
  await cell('kt26-0401.jpg').click();
  await expect(caption()).toHaveValue('Another picture.');
  // What changes elsewhere is not told to this window in time.
  await page.route(`**/assignments/${id}/desk`, (route) => route.abort());
  await send(`assignments/${id}/writing`, {
    scope: { of: 'these', ids: [ids['kt26-0401.jpg']] },
    writing: { kind: 'caption', text: 'Hers.' },
  });
  await caption().fill('Mine.');
  const told = page.getByRole('alert').filter({ hasText: 'Not saved' });
  await expect(told).toContainText('The caption of kt26-0401.jpg is now “Hers.”');
  expect(await held('kt26-0401.jpg')).toBe('Hers.');
  // What was typed outlives a reload while the question is open.
  await page.reload();
  await told.getByRole('button', { name: 'Write “Mine.” anyway' }).click();
  await expect(told).toBeHidden();
  await expect.poll(() => held('kt26-0401.jpg')).toBe('Mine.');
  await page.unroute(`**/assignments/${id}/desk`);
});

// Nothing said why no words came; without a network the page did not even ask.
test('words that cannot be read say why, and come as soon as they can; a lost network is no reason', async () => {
  await page.goto(`${address}/assignments/${id}/describe`);
  await cell('kt26-0403.jpg').click();
  await expect(caption()).toHaveValue((await held('kt26-0403.jpg')) ?? '');
  await page.route(`**/assignments/${id}/desk`, (route) => route.abort());
  await cell('kt26-0402.jpg').click();
  const told = page.getByRole('status').filter({ hasText: 'it is read again by itself' });
  await expect(told).toContainText('Fabrica does not answer. Is it still running?');
  await expect(caption()).toHaveValue('');
  await page.unroute(`**/assignments/${id}/desk`);
  await expect(caption()).toHaveValue((await held('kt26-0402.jpg')) ?? '');
  await expect(page.getByLabel(labels.describe.keywords, { exact: true })).toBeVisible();
  await expect(told).toBeHidden();
  await page.evaluate(() => window.dispatchEvent(new Event('offline')));
  // Both together were not read yet.
  const asked = page.waitForResponse(`**/assignments/${id}/desk`, { timeout: 20_000 });
  await cell('kt26-0403.jpg').click({ modifiers: ['Control'] });
  await expect(page.getByText('Writing to 2 pictures')).toBeVisible();
  expect((await asked).ok()).toBe(true);
  await cell('kt26-0403.jpg').click();
  await expect(caption()).toHaveValue((await held('kt26-0403.jpg')) ?? '');
  await caption().fill('Written in a train.');
  await expect.poll(() => held('kt26-0403.jpg')).toBe('Written in a train.');
  await page.getByRole('button', { name: 'Undo caption in 1 picture' }).click();
  await expect.poll(() => held('kt26-0403.jpg')).not.toBe('Written in a train.');
});

test('the web application is killed while one types: no letter is lost, and it is saved when it is back', async () => {
  await page.goto(`${address}/assignments/${id}/describe`);
  await cell('kt26-0402.jpg').click();
  await expect(page.getByText('Writing to kt26-0402.jpg')).toBeVisible();
  await expect(caption()).toHaveValue((await held('kt26-0402.jpg')) ?? '');
  await caption().fill('');
  await caption().pressSequentially('The first half, ');
  const children = () =>
    (JSON.parse(readFileSync(path.join(data, 'running.json'), 'utf8')) as { children: { pid: number }[] })
      .children;
  const killed = children()[0]!.pid;
  process.kill(killed, 'SIGKILL');
  await caption().pressSequentially('and the second.');
  await expect(page.getByRole('alert').filter({ hasText: 'Fabrica does not answer' })).toBeVisible();
  await expect.poll(() => children()[0]!.pid).not.toBe(killed);
  await expect(page.getByRole('alert').filter({ hasText: 'Fabrica does not answer' })).toBeHidden();
  await expect(caption()).toHaveValue('The first half, and the second.');
  expect(await held('kt26-0402.jpg')).toBe('The first half, and the second.');
  await page.reload();
  await expect(caption()).toHaveValue('The first half, and the second.');
  await send(`assignments/${id}/writing`, {
    scope: { of: 'these', ids: [ids['kt26-0402.jpg']] },
    writing: { kind: 'discard' },
  });
});

/** A packet in which City occurs twice with different values, as some cameras write it: other readers refuse it. */
function withRefusedPacket(name: string): void {
  const file = path.join(working, name);
  const jpeg = readFileSync(path.join(data, 'card/DCIM/100KETCH/kt26-0404.jpg'));
  const packet = Buffer.from(
    'http://ns.adobe.com/xap/1.0/\0<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF ' +
      'xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" ' +
      'xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/"><photoshop:City>Havnes</photoshop:City>' +
      '<photoshop:City>Skarv</photoshop:City></rdf:Description></rdf:RDF></x:xmpmeta>',
  );
  const head = Buffer.from([0xff, 0xe1, (packet.length + 2) >> 8, (packet.length + 2) & 0xff]);
  writeFileSync(file, Buffer.concat([jpeg.subarray(0, 2), head, packet, jpeg.subarray(2)]));
}

test('a record that other programs refuse is only written new after a yes', async () => {
  withRefusedPacket('refused.jpg');
  await page.goto(`${address}/assignments/${id}/describe`);
  await cell('refused.jpg').click();
  await caption().fill('Written on request.');
  await expect(page.getByText('1 with drafts, saved')).toBeVisible();
  const embed = async (yes: boolean) => {
    await page.getByRole('button', { name: 'Embed 1', exact: true }).click();
    const dialog = page.getByRole('dialog');
    if (yes) await dialog.getByLabel('Write such a record new', { exact: false }).check();
    await dialog.getByRole('button', { name: 'Embed 1' }).click();
  };
  const before = readFileSync(path.join(working, 'refused.jpg'));
  await embed(false);
  await expect(page.getByRole('heading', { name: 'Embedded 0 of 1' })).toBeVisible();
  expect(readFileSync(path.join(working, 'refused.jpg'))).toEqual(before);
  await page.goBack();
  await expect(page.getByText('Writing to refused.jpg')).toBeVisible();
  await embed(true);
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
  expect(exiv2('refused.jpg')).toMatch(/Xmp\.photoshop\.City\s+Havnes/);
  expect(exiv2('refused.jpg')).toMatch(/Xmp\.dc\.description\s+.*Written on request\./);
});

test('records that disagree show which one says what, and are settled there in one act', async () => {
  const file = path.join(working, 'kt26-0402.jpg');
  execFileSync('exiv2', ['-M', 'set Xmp.photoshop.City Havnes', '-M', 'set Xmp.photoshop.State Rogn', file]);
  execFileSync('exiv2', ['-M', 'set Iptc.Application2.City Pellvik', file]);
  execFileSync('exiv2', ['-M', 'set Iptc.Application2.ProvinceState Sunn', file]);
  await page.goto(`${address}/assignments/${id}/describe`);
  await cell('kt26-0402.jpg').click();
  const open = page.getByRole('button', { name: 'Settle what disagrees in this picture …' });
  await open.click();
  const dialog = page.getByRole('dialog');
  const city = dialog.getByRole('group', { name: 'City' });
  await expect(city).toContainText('Havnes');
  await expect(city).toContainText('Pellvik');
  await city.getByRole('radio', { name: /^Picture, IIM/ }).focus();
  await page.keyboard.press('Space');
  await dialog
    .getByRole('group', { name: 'Province or State' })
    .getByRole('radio', { name: /Leave/ })
    .check();
  await dialog.getByRole('button', { name: 'Settle 1 field', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo disagreements in 1 picture' })).toBeVisible();
  await open.click();
  await expect(dialog.getByRole('group', { name: 'City' })).toHaveCount(0);
  await dialog.getByRole('button', { name: labels.ui.cancel }).click();
  await page.getByRole('button', { name: 'Embed 1', exact: true }).click();
  await dialog.getByRole('button', { name: /^Embed 1/ }).click();
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
  expect(exiv2('kt26-0402.jpg')).toMatch(/Iptc\.Application2\.City\s+Pellvik/);
  expect(exiv2('kt26-0402.jpg')).toMatch(/Xmp\.photoshop\.City\s+Pellvik/);
  expect(exiv2('kt26-0402.jpg')).toMatch(/Iptc\.Application2\.ProvinceState\s+Sunn/);
});

test('nothing complained in the browser', () => {
  expect(complaints).toEqual([]);
});
