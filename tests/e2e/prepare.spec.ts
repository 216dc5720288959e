import { copyFileSync, existsSync, mkdirSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { retype, running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: prepare, workshop, folders, bringIn

/** Before the pictures: folders that are chosen and made, facts that save themselves, names from parts, pictures found. */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const root = path.join(data, 'prepare');
const source = path.join(root, 'cards/card 1');
const working = path.join(root, 'jobs/2026/launch');

let page: Page;
let home = '';
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  mkdirSync(source, { recursive: true });
  mkdirSync(path.join(root, 'jobs'));
  for (const name of ['kt26-0401.jpg', 'kt26-0402.jpg'])
    copyFileSync(path.join(data, 'card/DCIM/100KETCH', name), path.join(source, name));
  // A place that choosing can begin at.
  await send('assignments', { name: 'Place to begin', workingPath: root });
});
test.afterAll(() => page.close());

async function send<T>(where: string, body?: unknown, method = 'POST'): Promise<T> {
  const answer = await page.request.fetch(`${address}/api/${where}`, {
    method,
    ...(body === undefined ? {} : { data: body }),
    headers: { origin: address },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as T;
}

const box = (name: string) => page.getByRole('textbox', { name, exact: true });
const dialog = () => page.getByRole('dialog');
const assignmentId = () => home.split('/').at(-1)!;
const assignment = () =>
  send<{ name: string; facts: { name: string; value: string }[] }>(
    `assignments/${assignmentId()}`,
    undefined,
    'GET',
  );

test('an assignment: one folder is chosen by mouse and keys, the missing one is made', async () => {
  await page.goto(address);
  await page.getByRole('button', { name: labels.workshop.newAssignment }).click();
  await box('Name').fill('Launch of the hull');
  await page.getByRole('button', { name: 'Choose: Pictures come from' }).click();
  await dialog()
    .getByRole('navigation', { name: labels.folders.places })
    .getByRole('button', { name: 'prepare' })
    .click();
  await dialog()
    .getByRole('button', { name: /^cards/ })
    .click();
  await expect(dialog().getByRole('button', { name: /^card 1/ })).toContainText('2 pictures');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(dialog().getByText('2 pictures', { exact: true })).toBeVisible();
  await dialog().getByRole('button', { name: labels.folders.useThisFolder }).click();
  await expect(box('Pictures come from')).toHaveValue(source);
  await box('Folder').fill(working);
  await expect(page.getByText('There is no such folder.')).toBeVisible();
  // What is typed outlives a reload.
  await page.reload();
  await page.getByRole('button', { name: labels.workshop.newAssignment }).click();
  await expect(box('Name')).toHaveValue('Launch of the hull');
  await page.getByRole('button', { name: labels.folders.makeThisFolder }).click();
  await expect(page.getByText('There is no such folder.')).toHaveCount(0);
  expect(existsSync(working)).toBe(true);
  await page.getByRole('button', { name: labels.workshop.begin, exact: true }).click();
  await expect(page).toHaveURL(/\/prepare$/);
  home = page.url().replace(/\/prepare$/, '');
});

test('of two identities one is chosen: the assignment begins with their templates, and never with two creators', async () => {
  const template = async (name: string, creator: string) => {
    const { id } = await send<{ id: string }>('templates', {
      name,
      kind: 'standing',
      entries: [
        { field: 'creator', rule: 'overwrite', texts: [creator] },
        { field: 'description', rule: 'after', texts: [creator] },
      ],
    });
    return id;
  };
  const identity = await send<{ id: string }>('identities', {
    name: 'Sunniva Rake',
    kind: 'person',
    parts: {},
  });
  const mine = await template('Start, own', 'Aune Pell');
  const hers = await template('Start, hers', '{{ Sunniva Rake : name }}');
  const folder = path.join(data, 'prepare-begin');
  mkdirSync(folder);
  await page.goto(address);
  await page.getByRole('button', { name: labels.workshop.newAssignment }).click();
  await expect(page.getByText(labels.workshop.typeAName)).toBeVisible();
  await box('Name').fill('Begun for another');
  await box('Folder').fill(folder);
  const offered = page.getByRole('group', { name: labels.workshop.templatesToBeginWith });
  await expect(offered.getByRole('checkbox', { name: /^Start, own/ })).not.toBeChecked();
  await page.getByLabel(labels.workshop.whoMakesThePictures).selectOption('Sunniva Rake');
  const [own, others] = [/^Start, own/, /^Start, hers/].map((name) =>
    offered.getByRole('checkbox', { name }),
  );
  await expect(others!).toBeChecked();
  // Both can be ticked, with a warning; a choice by hand survives a reload.
  const conflict = offered.getByText('“Start, own” and “Start, hers” contradict each other');
  await own!.check();
  await expect(conflict).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: labels.workshop.newAssignment }).click();
  await expect(conflict).toBeVisible();
  await own!.uncheck();
  await expect(conflict).toHaveCount(0);
  await page.getByRole('button', { name: labels.workshop.begin, exact: true }).click();
  await expect(page).toHaveURL(/\/prepare$/);
  const id = new URL(page.url()).pathname.split('/')[2]!;
  const { inForce } = await send<{ inForce: string[] }>(`assignments/${id}`, undefined, 'GET');
  expect(inForce).toContain(hers);
  expect(inForce).not.toContain(mine);
  // Put in force by hand, it is said what contradicts.
  await page.getByLabel(labels.prepare.putATemplateInForce).selectOption({ label: 'Start, own' });
  await expect(page.getByText('“Start, hers” and “Start, own” contradict each other')).toBeVisible();
  await expect
    .poll(() => send<{ inForce: string[] }>(`assignments/${id}`, undefined, 'GET'))
    .toMatchObject({ inForce: expect.arrayContaining([hers, mine]) });
  await send(`assignments/${id}`, { inForce: [] }, 'PATCH');
  for (const one of [mine, hers]) await send(`templates/${one}`, undefined, 'DELETE');
  await send(`identities/${identity.id}`, undefined, 'DELETE');
});

test('a folder that another assignment works in is explained; its pictures stay or move by a choice', async () => {
  const folder = path.join(data, 'prepare-shared');
  mkdirSync(folder);
  copyFileSync(path.join(data, 'card/DCIM/100KETCH/kt26-0401.jpg'), path.join(folder, 'one.jpg'));
  const first = await send<{ id: string }>('assignments', { name: 'First here', workingPath: folder });
  const names = async (id: string) => {
    const lines = await (await page.request.get(`${address}/api/assignments/${id}/photos`)).text();
    return [...lines.matchAll(/"name":"([^"]+)"/g)].map(([, name]) => name);
  };
  await page.goto(`${address}/assignments/${first.id}/describe`);
  await expect.poll(() => names(first.id)).toEqual(['one.jpg']);
  await page.locator('[data-photo="one.jpg"]').click();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('Not embedded yet.');
  await expect(page.getByText('1 with drafts, saved')).toBeVisible();

  await page.goto(address);
  await page.getByRole('button', { name: labels.workshop.newAssignment }).click();
  await box('Name').fill('Second here');
  await box('Folder').fill(folder);
  const choices = page.getByRole('radiogroup', { name: labels.workshop.picturesOfTheOthers });
  await expect(choices.getByRole('link', { name: 'First here' })).toBeVisible();
  const begin = page.getByRole('button', { name: labels.workshop.begin, exact: true });
  await expect(begin).toBeDisabled();
  await choices.getByRole('radio', { name: labels.workshop.theyMoveHere }).check();
  await begin.click();
  await expect(page).toHaveURL(/\/prepare$/);
  const second = new URL(page.url()).pathname.split('/')[2]!;
  expect([await names(first.id), await names(second)]).toEqual([[], ['one.jpg']]);
  await page.goto(`${address}/assignments/${second}/describe`);
  await expect(page.locator('[data-photo="one.jpg"]')).toContainText('Not embedded yet.');
});

test('facts save themselves: after a moment, on leaving, and after a server that was away', async () => {
  await page.goto(`${home}/prepare`);
  await page.getByRole('button', { name: labels.prepare.addAFact }).click();
  await expect(box('Name of fact 1')).toBeFocused();
  await page.keyboard.type('vessel');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Marena');
  await expect.poll(async () => (await assignment()).facts).toEqual([{ name: 'vessel', value: 'Marena' }]);
  await box('Value of fact 1').fill('Marena II');
  await page.goto(address);
  await expect.poll(async () => (await assignment()).facts[0]?.value).toBe('Marena II');
  await page.goto(`${home}/prepare`);
  await page.route(`**/api/assignments/${assignmentId()}`, (route) => route.abort());
  await box('Value of fact 1').fill('Typed while nobody answered');
  await expect(page.getByText('not saved yet', { exact: false })).toBeVisible();
  await page.unroute(`**/api/assignments/${assignmentId()}`);
  await page.reload();
  await expect(box('Value of fact 1')).toHaveValue('Typed while nobody answered');
  await expect.poll(async () => (await assignment()).facts[0]?.value).toBe('Typed while nobody answered');
});

test('facts of two windows: nothing is overwritten, one says which stay', async () => {
  await page.goto(`${home}/prepare`);
  // This window does not hear of the other in time.
  await page.route('**/api/changes', (route) => route.abort());
  await page.reload();
  await expect(box('Value of fact 1')).toHaveValue('Typed while nobody answered');
  await send(`assignments/${assignmentId()}`, { facts: [{ name: 'vessel', value: 'Hers' }] }, 'PATCH');
  await box('Value of fact 1').fill('Mine');
  await expect(page.getByText('changed in another window', { exact: false })).toBeVisible();
  expect((await assignment()).facts[0]?.value).toBe('Hers');
  await page.getByRole('button', { name: labels.ui.saveMine }).click();
  await expect.poll(async () => (await assignment()).facts[0]?.value).toBe('Mine');
  await page.unroute('**/api/changes');
});

test('names are put together from parts, by ready patterns and by presses, and so the files are called', async () => {
  await page.goto(`${home}/bring-in`);
  await expect(page.getByRole('button', { name: 'Bring in 2', exact: true })).toBeEnabled();
  await page
    .getByRole('combobox', { name: 'Ready patterns: Folders' })
    .selectOption({ value: '{{ date taken : y-MM-dd }}' });
  const names = page.getByRole('textbox', { name: labels.ui.names, exact: true });
  await names.click();
  const parts = page.getByRole('group', { name: 'Parts for Names' });
  await parts.getByRole('button', { name: /^vessel/ }).click();
  await page.keyboard.type('-');
  await parts.getByRole('button', { name: /^running number/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^kt26-0401\.jpg → \d{4}-\d\d-\d\d\/Mine-0001\.jpg$/).last()).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^kt26-0402\.jpg → \d{4}-\d\d-\d\d\/Mine-0002\.jpg$/).last()).toBeVisible();
  await page.getByRole('button', { name: 'Bring in 2', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Brought in 2 of 2' })).toBeVisible();
  const made = readdirSync(working, { recursive: true }).filter((name) => String(name).endsWith('.jpg'));
  expect(made.map((name) => path.basename(String(name))).sort()).toEqual(['Mine-0001.jpg', 'Mine-0002.jpg']);
});

test('a pattern that cannot be used is told at once, and nothing is begun', async () => {
  await page.goto(`${home}/bring-in`);
  const names = page.getByRole('textbox', { name: labels.ui.names, exact: true });
  await retype(page, names, '{{ date taken : qqq }}');
  await expect(page.getByText('the letters of a date', { exact: false })).toBeVisible();
  await expect(page.getByText(/^0 of 2 come\./)).toBeVisible();
  await page.getByRole('button', { name: labels.bringIn.tickAll }).last().click();
  await expect(page.getByRole('button', { name: 'Bring in 2', exact: true })).toBeDisabled();
  await retype(page, names, '');
  await expect(page.getByRole('button', { name: 'Bring in 2', exact: true })).toBeEnabled();
});

test('the list of people: typed, pasted from a spreadsheet, taken from CSV; it saves itself, and so does the language', async () => {
  await page.goto(`${home}/prepare`);
  await page.getByLabel('No. of person 1').fill('7');
  await page.getByLabel('Name of person 1').fill('Ida Brandvik');
  await page.getByLabel('Role of person 1').fill('sailmaker');
  await page.getByLabel('Note of person 1').fill('from ten o’clock');
  await page.getByLabel('Name of person 2').focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '12\tJon Osei\tapprentice\n14\tOttar Lien\tshipwright\n');
    const paste = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
    document.activeElement!.dispatchEvent(paste);
  });
  await expect(page.getByLabel('Name of person 3')).toHaveValue('Ottar Lien');
  await page.getByLabel(labels.prepare.takeThemFromACSVFile).setInputFiles({
    name: 'people.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Name;No.\nMaren Dahl;5\n'),
  });
  await expect(page.getByLabel('Name of person 4')).toHaveValue('Maren Dahl');
  await page.getByLabel('No. of person 4').fill('14');
  await expect(page.getByText('Ottar Lien and Maren Dahl have the same number 14.')).toBeVisible();
  await page.getByLabel('No. of person 4').fill('5');
  await expect(page.getByText('have the same number')).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove Jon Osei' }).click();
  await page.getByLabel(labels.prepare.languageOfTheCaptions).fill('nb');
  await expect(page.getByText('There is no dictionary for this language', { exact: false })).toBeVisible();
  const held = () =>
    send<{ people: unknown; language: string }>(`assignments/${assignmentId()}`, undefined, 'GET');
  await expect.poll(held, { message: 'the list was not saved' }).toMatchObject({
    people: [
      { number: '7', name: 'Ida Brandvik', role: 'sailmaker', note: 'from ten o’clock' },
      { number: '14', name: 'Ottar Lien', role: 'shipwright', note: '' },
      { number: '5', name: 'Maren Dahl', role: '', note: '' },
    ],
    language: 'nb',
  });
  await page.reload();
  await expect(page.getByLabel('Name of person 3')).toHaveValue('Maren Dahl');
});

test('pictures that lay in the folder get the templates in force by one press, or stay as they are', async () => {
  const template = await send<{ id: string }>('templates', {
    name: 'Found place',
    kind: 'job',
    entries: [{ field: 'city', rule: 'overwrite', texts: ['Havnes'] }],
  });
  await send(`assignments/${assignmentId()}`, { inForce: [template.id] }, 'PATCH');
  copyFileSync(path.join(data, 'card/DCIM/100KETCH/kt26-0404.jpg'), path.join(working, 'found.jpg'));
  await page.goto(`${home}/describe`);
  const bar = page.getByRole('region', { name: labels.describe.picturesFoundInTheFolder });
  await expect(bar).toContainText('1 picture lay in the folder already');
  await bar.getByRole('button', { name: labels.describe.applyTemplates }).click();
  await dialog().getByRole('button', { name: 'Apply to 1' }).click();
  await expect(bar).toHaveCount(0);
  await page.getByRole('button', { name: 'Embed 1', exact: true }).click();
  await dialog()
    .getByRole('button', { name: /^Embed 1/ })
    .click();
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
  copyFileSync(path.join(data, 'card/DCIM/100KETCH/kt26-0403.jpg'), path.join(working, 'left.jpg'));
  await page.goto(`${home}/describe`);
  await bar.getByRole('button', { name: labels.describe.leaveItAsItIs }).click();
  await expect(bar).toHaveCount(0);
  await page.reload();
  await expect(page.locator('[data-photo="left.jpg"]')).toBeVisible();
  await expect(bar).toHaveCount(0);
});
