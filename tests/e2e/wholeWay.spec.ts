import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { boxOf, running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: templates, bringIn, describe, receipts, readout

/** From a card to a picture on disk that carries its owner's name, as a person does it. */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const card = path.join(data, 'card/DCIM/100KETCH');
const pictures = path.join(data, 'pictures/Relaunch of the ketch');
const inFolder = (name: string) => path.join(pictures, name);
const digest = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex');
const pixels = (file: string) =>
  createHash('sha256')
    .update(execFileSync('djpeg', [file], { maxBuffer: 1 << 28 }))
    .digest('hex');
/** An independent reader: libexiv2. */
const exiv2 = (file: string) => execFileSync('exiv2', ['-q', '-PEIXkv', file], { encoding: 'utf8' });

let page: Page;
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  page.on('pageerror', (error) => complaints.push(error.message));
  page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
});
test.afterAll(() => page.close());

async function openStage(stage: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('link', { name: 'Relaunch of the ketch', exact: true }).first().click();
  const path = page.getByRole('navigation', { name: labels.shell.pathOfTheAssignment });
  await path.getByRole('link', { name: new RegExp(`^${stage}`) }).click();
  await expect(page).toHaveURL(new RegExp(stage.toLowerCase().replace(' ', '-')));
}

const box = (name: string) => page.getByRole('textbox', { name, exact: true });

test('a template is made from nothing, changed, and put in force', async () => {
  await page.goto(`${address}/templates/new`);
  await box('Name of the template').fill('Evening edition');
  await box('Creator').fill('Aune Pell');
  await box('Job title').fill('Staff photographer');
  await box('Credit Line').fill('Tarn & Tide');
  await box('Copyright Notice').fill('© ');
  await page.getByLabel('Placeholder for Copyright Notice').selectOption({ label: 'year taken' });
  await box('Copyright Notice').press('End');
  await box('Copyright Notice').pressSequentially(' Aune Pell');
  await page
    .getByLabel('Copyright Status', { exact: true })
    .and(page.locator('select'))
    .selectOption('in-copyright');
  await box('Rights Usage Terms').fill('No use without written permission.');
  await box('Web Statement of Rights').fill('https://tarnandtide.example/evening');
  await box('E-mail').fill('evening@tarnandtide.example');
  await box('Keywords').fill('evening edition');
  await box('Description').fill('Aune Pell / Tarn & Tide');
  await expect(page.getByText('licence link ready')).toBeVisible();
  await expect(page.getByText('sign ✓ owner ✓ year ✓')).toBeVisible();
  await expect(page.getByText('draft, saved')).toBeVisible();
  await page.reload();
  await expect(box('Creator')).toHaveText('Aune Pell');
  await page.getByRole('button', { name: labels.templates.saveTheTemplate }).click();
  await expect(page).toHaveURL(/templates\/[0-9a-f-]{36}/);
  await box('E-mail').fill('night@tarnandtide.example');
  await page.getByRole('button', { name: 'Save as version 2' }).click();
  await expect(page.getByRole('status').getByText('version 2')).toBeVisible();
  await openStage('Bring in');
  await page.getByLabel(labels.prepare.putATemplateInForce).selectOption({ label: 'Evening edition' });
  await expect(page.getByText('E-mail: night@tarnandtide.example')).toBeVisible();
});

test('what is written into files only if one says so is chosen in Prepare, and stays chosen', async () => {
  await openStage('Prepare');
  const choice = page.getByRole('checkbox', { name: /Leave DNG files as they are/ });
  await expect(choice).not.toBeChecked();
  await choice.click();
  await expect(choice).toBeChecked();
  await page.reload();
  await expect(choice).toBeChecked();
  await choice.click();
  await expect(choice).not.toBeChecked();
});

test('pictures are brought in with the templates already embedded; those of another maker stay out', async () => {
  await openStage('Bring in');
  await expect(await boxOf(page, 'kt26-0414.jpg')).not.toBeChecked();
  await expect(page.getByText('made by Mats Orrin')).toBeVisible();
  await page.getByLabel(labels.bringIn.keywordsForAllOfThem).fill('Marena, Havnes harbour');
  const before = digest(path.join(card, 'kt26-0401.jpg'));
  await page.getByRole('button', { name: 'Bring in 28' }).click();
  await expect(page.getByRole('heading', { name: 'Brought in 28 of 28' })).toBeVisible({ timeout: 600_000 });
  expect(readdirSync(pictures).filter((name) => name.startsWith('.'))).toEqual([]);
  expect(digest(path.join(card, 'kt26-0401.jpg'))).toBe(before);
  const found = exiv2(inFolder('kt26-0401.jpg'));
  for (const value of [
    '© 2026 Aune Pell',
    'Staff photographer',
    'night@tarnandtide.example',
    'https://tarnandtide.example/evening',
    'Havnes harbour',
    'Relaunch of the ketch Marena',
  ])
    expect(found).toContain(value);
  // The year is the picture's own.
  expect(exiv2(inFolder('kt26-0423.jpg'))).toContain('© 2025 Aune Pell');
  expect(pixels(inFolder('kt26-0401.jpg'))).toBe(pixels(path.join(card, 'kt26-0401.jpg')));
  // Every format, and the sidecar of the raw file, which itself stays bit for bit.
  for (const name of ['kt26-0424.dng', 'kt26-sail-plan.tif', 'kt26-name-board.png', 'kt26-invitation.webp'])
    expect(exiv2(inFolder(name))).toContain('night@tarnandtide.example');
  expect(readFileSync(inFolder('kt26-0426.xmp'), 'utf8')).toContain('night@tarnandtide.example');
  expect(digest(inFolder('kt26-0426.raw'))).toBe(digest(path.join(card, 'kt26-0426.raw')));
});

test('a group caption goes in front of the sign-off, with keywords, after a proof', async () => {
  await openStage('Describe');
  const cell = (name: string) => page.locator(`[data-photo="${name}"]`);
  await cell('kt26-0401.jpg').click();
  await cell('kt26-0403.jpg').click({ modifiers: ['Shift'] });
  await expect(page.getByText('Writing to 3 pictures')).toBeVisible();
  await page.getByLabel(labels.describe.caption).fill('Two shipwrights bend the first plank — båt, 船, 😀.');
  await page.getByLabel(labels.describe.keywords).fill('planking; shipwright');
  await page.getByLabel(labels.describe.keywords).press('Enter');
  await expect(page.getByText('3 with drafts, saved')).toBeVisible();
  await page.reload();
  await expect(cell('kt26-0402.jpg')).toContainText('draft');
  await page.getByRole('button', { name: 'Embed 3', exact: true }).click();
  const proof = page.getByRole('dialog');
  await expect(proof.getByText('added to in 3').first()).toBeVisible();
  await expect(proof.getByText(labels.ui.noExistingValuesWillBeOverwritten, { exact: false })).toBeVisible();
  const before = pixels(inFolder('kt26-0402.jpg'));
  await proof.getByRole('button', { name: 'Embed 3' }).click();
  await expect(page.getByRole('heading', { name: 'Embedded 3 of 3' })).toBeVisible();
  const found = exiv2(inFolder('kt26-0402.jpg'));
  expect(found).toMatch(
    /Iptc\.Application2\.Caption\s+Two shipwrights bend the first plank — båt, 船, 😀\.\nAune Pell \/ Tarn & Tide/,
  );
  expect(found).toContain('shipwright');
  expect(pixels(inFolder('kt26-0402.jpg'))).toBe(before);
});

test('the picture is read again: fields with origins, records, markup', async () => {
  await page.getByRole('link', { name: labels.receipts.viewMetadata }).first().click();
  await expect(page).toHaveURL(/\/read\?photo=/);
  await expect(
    page.getByRole('tabpanel').getByText('Two shipwrights bend the first plank', { exact: false }),
  ).toBeVisible();
  await expect(page.getByText('XMP, IIM, Exif').first()).toBeVisible();
  await page.getByRole('tab', { name: /^IIM/ }).click();
  await expect(page.getByText('Caption/Abstract')).toBeVisible();
  await page.getByRole('tab', { name: labels.readout.rawMarkup }).click();
  await expect(page.getByText('x:xmpmeta', { exact: false }).first()).toBeVisible();
});

test('a picture dropped from elsewhere is read in the browser and sent nowhere', async () => {
  await page.goto(`${address}/read`);
  const asked: string[] = [];
  page.on('request', (one) => asked.push(`${one.method()} ${one.url()}`));
  await page.getByLabel(labels.readout.pictureToRead).setInputFiles(path.join(card, 'kt26-0414.jpg'));
  await expect(page.getByText('Mats Orrin', { exact: true })).toBeVisible();
  // Nothing that could carry a picture: no body, and no other machine.
  expect(asked.filter((one) => !one.startsWith(`GET ${address}/`) && !one.startsWith('GET blob:'))).toEqual(
    [],
  );
});

test('the run is undone: the file is what it was, the words are drafts again', async () => {
  await openStage('Describe');
  const file = inFolder('kt26-0404.jpg');
  const before = digest(file);
  await page.locator('[data-photo="kt26-0404.jpg"]').click();
  await page.getByLabel(labels.describe.caption).fill('Written, then undone.');
  await page.getByRole('button', { name: 'Embed 1', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Embed 1' }).click();
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
  expect(digest(file)).not.toBe(before);
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Undo 1' }).click();
  await expect(page.getByRole('heading', { name: 'Undone 1 of 1' })).toBeVisible();
  expect(digest(file)).toBe(before);
  await openStage('Describe');
  await expect(page.locator('[data-photo="kt26-0404.jpg"]')).toContainText('Written, then undone.');
});

test('a file that another program changed meanwhile is not overwritten, and the receipt says so', async () => {
  await openStage('Describe');
  execFileSync('exiv2', ['-q', '-M', 'set Xmp.photoshop.City XmpText Elsewhere', inFolder('kt26-0405.jpg')]);
  await page.locator('[data-photo="kt26-0405.jpg"]').click();
  await page.getByLabel(labels.describe.caption).fill('Over a file that was changed.');
  await page.getByRole('button', { name: 'Embed 1', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Embed 1' }).click();
  const summary = page.locator('summary');
  await expect(
    summary.getByText('The file was changed by another program meanwhile.', { exact: false }),
  ).toBeVisible();
  expect(exiv2(inFolder('kt26-0405.jpg'))).toContain('Elsewhere');
});

test('by keyboard alone: select, write, and open', async () => {
  await openStage('Describe');
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('Writing to 2 pictures')).toBeVisible();
  await page.keyboard.press('Control+a');
  await expect(page.getByText('Writing to 28 pictures')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^caption/ }).press('Enter');
  await expect(page.getByText(/Writing to \d+ pictures/)).toBeVisible();
});

test('a worker that is killed in the middle is started again, and its run goes on', async () => {
  const { children } = JSON.parse(readFileSync(path.join(data, 'running.json'), 'utf8')) as {
    children: { pid: number }[];
  };
  await openStage('Bring in');
  // All of the card is read.
  await expect(page.getByText(/^0 of 29 come\./)).toBeVisible();
  await page.getByRole('button', { name: labels.bringIn.tickAll }).last().click();
  const worker = children.at(-1)!.pid;
  // Stopped again and again, so that the page can tell its middle however fast the machine is.
  process.kill(worker, 'SIGSTOP');
  await page.getByRole('button', { name: 'Bring in 29' }).click();
  const middle = page.getByRole('heading', { name: /^Bringing in [1-9]/ });
  for (let slices = 0; slices < 100 && !(await middle.isVisible()); slices++) {
    process.kill(worker, 'SIGCONT');
    await page.waitForTimeout(100);
    process.kill(worker, 'SIGSTOP');
    await page.waitForTimeout(500);
  }
  await expect(middle).toBeVisible();
  process.kill(worker, 'SIGKILL');
  await expect(page.getByRole('heading', { name: 'Brought in 29 of 29' })).toBeVisible({
    timeout: 600_000,
  });
  expect(readdirSync(pictures).filter((name) => name.startsWith('.'))).toEqual([]);
  // Twenty-eight photos a second time, and one that stood twice on the card; the raw one with its sidecar and
  // raw file, all under the same number.
  const again = readdirSync(pictures).filter((name) => /-2\.[a-z]+$/.test(name));
  expect(again).toHaveLength(30);
  expect(again.filter((name) => name.startsWith('kt26-0426'))).toHaveLength(3);
});

test('a foreign Host or Origin is refused', async () => {
  const { port } = new URL(address);
  const ask = (headers: Record<string, string>, method = 'GET', where = '/api/templates') =>
    new Promise<number>((resolve, reject) => {
      const sent = request({ host: '127.0.0.1', port, path: where, method, headers }, (answer) =>
        resolve(answer.resume().statusCode ?? 0),
      );
      sent.on('error', reject).end();
    });
  expect(await ask({ host: `127.0.0.1:${port}` })).toBe(200);
  expect(await ask({ host: `evil.example:${port}` })).toBe(403);
  expect(await ask({ host: `evil.example:${port}` }, 'GET', '/')).toBe(403);
  expect(await ask({ host: `127.0.0.1:${port}`, origin: 'https://evil.example' }, 'POST')).toBe(403);
});

test('methods that nobody uses are refused, by pages and routes', async () => {
  const { hostname, port } = new URL(address);
  const ask = (method: string, where: string) =>
    new Promise<number>((resolve, reject) => {
      request({ hostname, port, method, path: where, headers: { origin: address } }, (answer) => {
        answer.resume();
        resolve(answer.statusCode ?? 0);
      })
        .on('error', reject)
        .end();
    });
  for (const where of ['/', '/templates', '/api/templates', '/api/health'])
    for (const method of ['TRACE', 'PROPFIND', 'OPTIONS', 'PURGE'])
      expect([method, where, [400, 405, 204].includes(await ask(method, where))]).toEqual([
        method,
        where,
        true,
      ]);
});

// Next.js answered 500 before any code of ours ran.
test('an address with a malformed percent sign is refused', async () => {
  const ask = (where: string) =>
    new Promise<number | undefined>((resolve, reject) => {
      const sent = request(`${address}${where}`, (answer) => resolve(answer.resume().statusCode));
      sent.on('error', reject).end();
    });
  for (const where of ['/templates/%', '/assignments/%E0%A4%A/describe', '/api/assignments/%zz', '/api/%'])
    expect([where, await ask(where)]).toEqual([where, 400]);
  expect(await ask('/api/templates/a%20b')).toBe(404);
});

// After Node's own 5 s a request met the close of its connection.
test('a connection that nobody uses is kept for longer than a pause', async () => {
  expect((await page.request.get(`${address}/api/health`)).headers()['keep-alive']).toBe('timeout=75');
});

// The unread rest of the body held up the next request of the same connection for up to half a minute.
test('a request that is too large is refused, and the next one is answered', async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const send = (where: string, body?: string) =>
    new Promise<[status?: number, connection?: string]>((resolve, reject) => {
      const method = body === undefined ? 'GET' : 'POST';
      const headers = { origin: address, 'content-type': 'application/json' };
      const sent = request(
        `${address}/api/${where}`,
        { agent, method, headers, timeout: 60_000 },
        (answer) => {
          answer.resume().on('end', () => resolve([answer.statusCode, answer.headers.connection]));
        },
      );
      sent.on('timeout', () => sent.destroy(new Error(`no answer from ${where} within a minute`)));
      sent.on('error', reject).end(body);
    });
  const large = JSON.stringify({ name: 'x'.repeat(5 * 1024 * 1024) });
  expect(await send('assignments', large)).toEqual([413, 'close']);
  expect(await send('health')).toEqual([200, 'keep-alive']);
  agent.destroy();
});

test('a script without the nonce of its page does not run', async () => {
  await page.goto(address);
  const policy = (await page.request.get(address)).headers()['content-security-policy'] ?? '';
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']{20,}';/);
  await page.evaluate(() => {
    const script = document.createElement('script');
    script.textContent = 'window.ran = true';
    document.body.append(script);
  });
  expect(await page.evaluate(() => 'ran' in window)).toBe(false);
  // That one is what was meant.
  expect(complaints.splice(0).join()).toMatch(/Content Security Policy/);
});

test('no log holds a word of what was written', () => {
  const words = /Aune|Pell\b|Boat Trust|Havnes|ketch|Tindra|shipwright|kt26/i;
  const logs = [...readdirSync(data).filter((name) => name.endsWith('.log')), 'postgres/log'];
  expect(logs).toEqual(expect.arrayContaining(['web.log', 'worker.log']));
  for (const name of logs) {
    // Where the data lie is no word of a person's.
    const text = readFileSync(path.join(data, name), 'utf8').replaceAll(data, '');
    expect([name, text.split('\n').filter((line) => words.test(line))]).toEqual([name, []]);
  }
});

test('nothing complained in the browser on the whole way', () => {
  expect(complaints).toEqual([]);
});
