import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: templates, fields, details

/** The template book and shelf, to the bytes in a file; an assignment of its own keeps the others undisturbed. */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const source = path.join(data, 'book-source');
const working = path.join(data, 'book-working');
const exiv2 = (name: string) =>
  execFileSync('exiv2', ['-q', '-PEIXkv', path.join(working, name)], { encoding: 'utf8' });

let page: Page;
let assignment = '';
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  page.on('pageerror', (error) => complaints.push(`${page.url()} ${error.message}`));
  page.on(
    'console',
    (message) => message.type() === 'error' && complaints.push(`${page.url()} ${message.text()}`),
  );
  for (const folder of [source, working]) mkdirSync(folder);
  for (const name of ['kt26-0401.jpg', 'kt26-0402.jpg', 'kt26-0423.jpg'])
    copyFileSync(path.join(data, 'card/DCIM/100KETCH', name), path.join(source, name));
  const made = await post('assignments', { name: 'Book', workingPath: working, sourcePath: source });
  assignment = (made as { id: string }).id;
});
test.afterAll(() => page.close());

async function post(where: string, body: unknown, method = 'POST'): Promise<unknown> {
  const answer = await page.request.fetch(`${address}/api/${where}`, {
    method,
    data: body,
    headers: { origin: address },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return answer.json();
}

const box = (name: string) => page.getByRole('textbox', { name, exact: true });
const status = (words: string) => page.getByRole('status').getByText(words);

/** Tab, and nothing but Tab, until the element of this name has the focus. */
async function tabTo(name: string, key = 'Tab'): Promise<void> {
  for (let i = 0; i < 150; i++) {
    await page.keyboard.press(key);
    const here = await page.evaluate(() => {
      const at = document.activeElement as HTMLElement | null;
      return at?.getAttribute('aria-label') ?? at?.textContent?.trim() ?? '';
    });
    if (here === name) return;
  }
  throw new Error(`Tab never came to ${name}`);
}

async function findField(words: string): Promise<void> {
  await page.keyboard.press('Control+Shift+f');
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
}

test('a template is built from nothing by keyboard alone', async () => {
  await page.goto(`${address}/templates`);
  await tabTo('Make a template');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel(labels.templates.nameOfTheTemplate)).toBeFocused();
  await page.keyboard.type('By keyboard');
  await findField('who owns it');
  await expect(box('Copyright Notice')).toBeFocused();
  await page.keyboard.type('(c)');
  await expect(page.getByText(labels.shell.makesItCopyright)).toBeVisible();
  await page.keyboard.press('Alt+KeyC');
  await page.keyboard.type(' {{year t');
  await expect(page.getByRole('option', { name: 'year taken 2025' })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.type(' Aune Pell{[ for {{ client }}]}');
  await expect(page.getByText('sign ✓ owner ✓ year ✓')).toBeVisible();
  await findField('photographer');
  await expect(box('Creator')).toBeFocused();
  await page.keyboard.type('Aune Pell');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(box('Job title')).toBeFocused();
  await findField('caption');
  await expect(box('Description')).toBeFocused();
  await page.keyboard.type('{{ creator }} / {{ credit line ? no credit }}');
  await tabTo('Rule for Description: put after');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: /^fill if empty/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(status('draft, saved')).toBeVisible();
  await page.keyboard.press('Control+Shift+f');
  await tabTo('Save the template', 'Shift+Tab');
  await page.keyboard.press('Enter');
  await expect(status('version 1')).toBeVisible();
  const id = page.url().split('/').at(-1)!;
  const kept = (await (await page.request.get(`${address}/api/templates/${id}`)).json()) as {
    entries: { field: string; texts: string[] }[];
  };
  expect(Object.fromEntries(kept.entries.map((one) => [one.field, one.texts[0]]))).toEqual({
    copyrightNotice: '© {{ year taken }} Aune Pell{[ for {{ client }}]}',
    creator: 'Aune Pell',
    description: '{{ creator }} / {{ credit line ? no credit }}',
  });
  await post(`assignments/${assignment}`, { inForce: [id] }, 'PATCH');
});

test('changes of the page are undone and done again over a reload, by key and by button', async () => {
  await page.goto(`${address}/templates/new`);
  await box('Name of the template').fill('Steps of a page');
  await box('City (legacy)').or(box('City')).first().fill('Havnes');
  await expect(status('draft, saved')).toBeVisible();
  await box('Headline').fill('The launch');
  const undo = page.getByRole('button', { name: 'Undo Headline' });
  await expect(undo).toBeVisible();
  await page.reload();
  await undo.click();
  await expect(box('Headline')).toHaveText('');
  await page.getByRole('button', { name: 'Redo Headline' }).focus();
  await page.keyboard.press('Control+Shift+Z');
  await expect(box('Headline')).toHaveText('The launch');
  const { templates } = (await (await page.request.get(`${address}/api/templates/shelf`)).json()) as {
    templates: { name: string; draft: { entries: { field: string; texts: string[] }[] } }[];
  };
  const saved = templates.find((one) => one.name === 'Steps of a page')!.draft.entries;
  expect(saved.find((one) => one.field === 'headline')?.texts).toEqual(['The launch']);
});

test('Description is a sign-off or a caption by choice, and a status can be not stated', async () => {
  await page.goto(`${address}/templates/new`);
  await box('Name of the template').fill('Words by choice');
  await box('Description').fill('Seen from the quay.');
  await page.getByRole('radio', { name: labels.templates.theCaptionItselfWhereThereIsNone }).focus();
  await page.keyboard.press('Space');
  const state = page.locator('[data-field="rightsStatus"] select').first();
  await state.selectOption({ label: 'not stated' });
  await expect(page.getByText('draft, saved')).toBeVisible();
  await page.reload();
  await expect(state).toHaveValue(' not stated');
  await page.getByRole('button', { name: labels.templates.saveTheTemplate }).click();
  await expect(page.getByText('version 1', { exact: true })).toBeVisible();
  const id = page.url().split('/').at(-1)!;
  const saved = (await (await page.request.get(`${address}/api/templates/${id}`)).json()) as {
    entries: { field: string; rule: string }[];
  };
  expect(saved.entries.map((one) => [one.field, one.rule])).toEqual(
    expect.arrayContaining([
      ['description', 'fill'],
      ['rightsStatus', 'erase'],
    ]),
  );
  await state.selectOption({ label: 'in copyright' });
  await expect(page.getByText('draft over version 1, saved')).toBeVisible();
  const { draft } = (await (await page.request.get(`${address}/api/templates/${id}`)).json()) as {
    draft: { entries: { field: string; rule: string; texts: string[] }[] };
  };
  expect(draft.entries.find((one) => one.field === 'rightsStatus')).toMatchObject({
    rule: 'overwrite',
    texts: ['in-copyright'],
  });
});

test('of an XMP file one chooses: what belongs to one picture is not ticked, a year becomes each picture’s', async () => {
  const packet = `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
    <rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/">
    <photoshop:Headline>One day only</photoshop:Headline><photoshop:Credit>Tarn &amp; Tide</photoshop:Credit>
    <dc:rights><rdf:Alt><rdf:li xml:lang="x-default">© 2024 Aune Pell</rdf:li></rdf:Alt></dc:rights>
    </rdf:Description></rdf:RDF></x:xmpmeta>`;
  await page.goto(`${address}/templates`);
  await page.getByRole('button', { name: labels.templates.beginFrom }).click();
  await page
    .getByLabel(labels.templates.templateFile)
    .setInputFiles({ name: 'Old rights.xmp', mimeType: 'application/rdf+xml', buffer: Buffer.from(packet) });
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('checkbox', { name: /^Headline/ })).not.toBeChecked();
  await expect(dialog.getByRole('checkbox', { name: /^Credit Line/ })).toBeChecked();
  await expect(dialog.getByText('© [year taken] Aune Pell')).toBeVisible();
  await dialog.getByRole('button', { name: 'Begin it with 2 lines' }).click();
  await expect(page).toHaveURL(/templates\/[0-9a-f-]{36}/);
  const id = page.url().split('/').at(-1)!;
  const { draft } = (await (await page.request.get(`${address}/api/templates/${id}`)).json()) as {
    draft: { name: string; entries: { field: string; texts: string[] }[] };
  };
  expect(draft.entries.map((one) => one.texts[0]).sort()).toEqual([
    'Tarn & Tide',
    '© {{ year taken }} Aune Pell',
  ]);
  await page.goto(`${address}/templates`);
  await page.getByText(/begun and never saved$/).click();
  await expect(page.getByRole('link', { name: draft.name })).toBeVisible();
});

test('one’s details are kept once, and taken up by placeholder', async () => {
  await page.goto(`${address}/details`);
  await box('Name').fill('Ida Brandvik');
  await box('E-mail').fill('ida@tarnandtide.example');
  await box('Telephone').fill('+47 555 01 80');
  await box('Web address').fill('www.tarnandtide.example');
  await page.getByRole('button', { name: 'make it https://www.tarnandtide.example' }).click();
  await page.getByRole('button', { name: labels.details.saveMyDetails }).click();
  await expect(page.getByText('No template takes these up yet', { exact: false })).toBeVisible();
  await page.goto(`${address}/templates/new`);
  await page.getByLabel(labels.templates.nameOfTheTemplate).fill('Reach of Ida');
  await page.getByRole('button', { name: 'from my details' }).last().click();
  await page.getByRole('checkbox', { name: /^Creator/ }).uncheck();
  await page.getByRole('button', { name: 'Put these 3 in' }).click();
  await expect(page.getByRole('button', { name: 'Placeholder Ida Brandvik, telephone' })).toBeVisible();
  await expect(page.getByText('+47 555 01 80', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: labels.templates.saveTheTemplate }).click();
  await expect(status('version 1')).toBeVisible();
});

test('structures, an open licence and public domain: consistent, and asked twice', async () => {
  await page.goto(`${address}/templates/new`);
  await page.getByLabel(labels.templates.nameOfTheTemplate).fill('Open, with licensor');
  await page.getByRole('button', { name: 'Licensor: add one' }).click();
  await page.getByLabel('Licensor: Name').fill('Tarn & Tide');
  await page.getByRole('button', { name: 'an open licence' }).click();
  await page.getByLabel(labels.ui.licence, { exact: true }).selectOption('by-sa');
  await page.getByRole('button', { name: 'Put CC BY-SA 4.0 in' }).click();
  await expect(page.getByText('https://creativecommons.org/licenses/by-sa/4.0/').first()).toBeVisible();
  const state = page.getByLabel('Copyright Status', { exact: true }).and(page.locator('select'));
  await expect(state).toHaveValue('in-copyright');
  await state.selectOption('public-domain');
  await expect(page.getByRole('alertdialog')).toContainText('for ever');
  await page.getByRole('button', { name: labels.templates.keepMyRights }).click();
  await expect(state).toHaveValue('in-copyright');
  await page.getByRole('button', { name: labels.templates.saveTheTemplate }).click();
  await expect(status('version 1')).toBeVisible();
});

test('three together: each value shows where it came from; embedded, they stand in the file', async () => {
  const all = (await (await page.request.get(`${address}/api/templates`)).json()) as {
    id: string;
    name: string;
  }[];
  const ids = ['By keyboard', 'Reach of Ida', 'Open, with licensor'].map(
    (name) => all.find((one) => one.name === name)!.id,
  );
  await post(
    `assignments/${assignment}`,
    { inForce: ids, facts: [{ name: 'client', value: 'the Boat Trust' }] },
    'PATCH',
  );
  await page.goto(`${address}/assignments/${assignment}/prepare`);
  const outcome = page.getByRole('region', { name: labels.prepare.whatComesOut });
  await expect(outcome.getByText('for the Boat Trust', { exact: false })).toBeVisible();
  await expect(outcome.getByText('Reach of Ida').first()).toBeVisible();
  await page.goto(`${address}/assignments/${assignment}/bring-in`);
  await page.getByRole('button', { name: /^Bring in \d/ }).click();
  await expect(page.getByRole('heading', { name: /^Brought in 3 of 3$/ })).toBeVisible();
  const found = exiv2('kt26-0401.jpg');
  for (const value of [
    '© 2026 Aune Pell for the Boat Trust',
    'ida@tarnandtide.example',
    'https://www.tarnandtide.example',
    'https://creativecommons.org/licenses/by-sa/4.0/',
    'Tarn & Tide',
  ])
    expect(found).toContain(value);
  // The year is the picture's own; a value that is missing has its fallback.
  expect(exiv2('kt26-0423.jpg')).toContain('© 2025 Aune Pell for the Boat Trust');
  expect(found).toMatch(/Caption\s+(?:.*\n)?Aune Pell \/ /);
});

test('a new telephone number is changed in one place, and rolled out with proof', async () => {
  await page.goto(`${address}/details`);
  await expect(page.getByText(labels.details.aChangeHereReaches, { exact: false })).toContainText(
    'Reach of Ida',
  );
  await box('Telephone').fill('+47 555 01 99');
  const telephones = async () =>
    (
      (await (await page.request.get(`${address}/api/identities`)).json()) as {
        identities: { parts: { telephone?: string } }[];
      }
    ).identities.map(({ parts }) => parts.telephone);
  await expect.poll(telephones).toContain('+47 555 01 99');
  await expect(box('Telephone')).toHaveValue('+47 555 01 99');
  await page.goto(`${address}/templates`);
  await page.getByRole('link', { name: 'Reach of Ida' }).click();
  await page.getByRole('button', { name: 'Used', exact: true }).click();
  await expect(page.getByText('3 pictures carry it', { exact: false })).toContainText(
    '3 of an earlier state',
  );
  await page.getByRole('button', { name: 'Bring 3 to the present version …' }).click();
  await expect(page.getByText('+47 555 01 80 → +47 555 01 99')).toBeVisible();
  await page.getByRole('button', { name: 'Embed in 3' }).click();
  await page.getByRole('link', { name: /^Receipt of / }).click();
  await expect(page.getByRole('heading', { name: 'Embedded 3 of 3' })).toBeVisible();
  expect(exiv2('kt26-0402.jpg')).toContain('+47 555 01 99');
  expect(exiv2('kt26-0402.jpg')).not.toContain('+47 555 01 80');
});

test('versions tell what changed and lead back; a draft is told from a version', async () => {
  await page.goto(`${address}/templates`);
  await page.getByRole('link', { name: 'By keyboard' }).click();
  await box('Credit Line').fill('Tarn & Tide');
  await expect(status('draft over version 1, saved')).toBeVisible();
  await page.reload();
  await expect(box('Credit Line')).toHaveText('Tarn & Tide');
  await page.getByRole('button', { name: 'Save as version 2' }).click();
  await page.getByRole('button', { name: labels.describe.versions, exact: true }).click();
  await expect(page.getByText('1 more', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: labels.templates.whatChanged }).click();
  await expect(page.getByText('Same in both: 3.')).toBeVisible();
  await page.getByRole('button', { name: 'Make version 1 the present one again' }).click();
  await expect(status('version 3')).toBeVisible();
  await expect(box('Credit Line')).toHaveText('');
});

test('a starter is a page to fill in; a run refuses it until then, and advice mends what can be mended', async () => {
  await page.goto(`${address}/templates`);
  await page.getByRole('button', { name: labels.templates.beginFrom }).click();
  await page.getByRole('button', { name: /^All rights reserved/ }).click();
  await expect(page.getByRole('button', { name: /^Placeholder fill in/ }).first()).toBeVisible();
  await page.getByRole('button', { name: labels.templates.saveTheTemplate }).click();
  await expect(status('version 1')).toBeVisible();
  const id = page.url().split('/').at(-1)!;
  await post(`assignments/${assignment}`, { inForce: [id] }, 'PATCH');
  const refused = await page.request.post(`${address}/api/assignments/${assignment}/import`, {
    data: { paths: ['kt26-0401.jpg'], keywords: '', leaveAsTheyAre: [] },
    headers: { origin: address },
  });
  expect(refused.status()).toBe(409);
  expect(await refused.text()).toContain('Copyright Notice');
  await box('Copyright Notice').fill('(c) 2024 Aune Pell');
  await box('Web Statement of Rights').fill('www.tarnandtide.example/rights');
  await page.getByRole('button', { name: /^Make it https/ }).click();
  await page.getByRole('button', { name: /^Advice/ }).click();
  await page.getByRole('button', { name: 'use the year taken' }).click();
  await page.getByRole('button', { name: labels.templates.putCopyright }).last().click();
  await expect(box('Copyright Notice')).toHaveText('© year taken Aune Pell');
  await expect(page.getByText('Nothing to say', { exact: false })).toBeVisible();
});

test('from a picture that is described; what belongs to it alone is not ticked', async () => {
  await page.goto(`${address}/read`);
  await page.getByLabel(labels.readout.pictureToRead).setInputFiles(path.join(working, 'kt26-0401.jpg'));
  await page.getByRole('button', { name: labels.templates.makeATemplateOfIt }).click();
  await expect(page.getByRole('checkbox', { name: /^Creator Aune Pell/ })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: /^Date Created/ })).not.toBeChecked();
  await page.getByRole('button', { name: /^Begin it with/ }).click();
  await expect(page.getByLabel(labels.templates.nameOfTheTemplate)).toHaveValue('From kt26-0401');
  await expect(box('Creator')).toHaveText('Aune Pell');
  // What one picture says does not go into every new assignment.
  const begun = await page.request.get(`${address}/api/templates/${page.url().split('/').at(-1)}`);
  expect(await begun.json()).toMatchObject({ draft: { kind: 'job' } });
});

test('out as a file and in again, the same', async () => {
  const all = (await (await page.request.get(`${address}/api/templates`)).json()) as {
    id: string;
    name: string;
  }[];
  const id = all.find((one) => one.name === 'Open, with licensor')!.id;
  await page.goto(`${address}/templates/${id}`);
  await page.getByRole('button', { name: 'Export' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: labels.ui.jSON, exact: true }).click();
  const file = await (await download).path();
  const written = JSON.parse(readFileSync(file, 'utf8')) as { entries: unknown };
  await page.goto(`${address}/templates`);
  await page.getByRole('button', { name: labels.templates.beginFrom }).click();
  await page.getByLabel(labels.templates.templateFile).setInputFiles({
    name: 'Back again.json',
    mimeType: 'application/json',
    buffer: readFileSync(file),
  });
  await expect(page).toHaveURL(/templates\/[0-9a-f-]{36}/);
  const again = page.url().split('/').at(-1)!;
  const read = (await (await page.request.get(`${address}/api/templates/${again}`)).json()) as {
    draft: { entries: unknown };
  };
  expect(read.draft.entries).toEqual(written.entries);
});

test('the shelf: found by contents, duplicated, archived', async () => {
  await page.goto(`${address}/templates`);
  await page.getByLabel(labels.ui.findATemplate).fill('by-sa');
  await expect(page.getByRole('listitem').filter({ hasText: 'Open, with licensor' }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'By keyboard' })).toBeHidden();
  await page.getByLabel(labels.ui.findATemplate).fill('Reach of Ida');
  await page.getByRole('button', { name: 'duplicate Reach of Ida' }).click();
  await expect(page.getByRole('link', { name: 'Reach of Ida 2' })).toBeVisible();
  await page.getByRole('button', { name: 'archive Reach of Ida 2' }).click();
  await expect(page.getByRole('link', { name: 'Reach of Ida 2' })).toBeHidden();
  await page.getByLabel(labels.ui.show).selectOption('archived');
  await expect(page.getByRole('link', { name: 'Reach of Ida 2' })).toBeVisible();
});

test('nothing complained in the browser', () => {
  expect(complaints).toEqual([]);
});
