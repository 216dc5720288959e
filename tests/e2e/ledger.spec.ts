import { expect, type Page } from '@playwright/test';
import {
  assignmentWith,
  type DeskAssignment,
  describeUrl,
  embedAll,
  exiv2,
  holdBack,
  send,
  values,
} from './desk';
import { labels } from './labels';
import { test } from './test';

// Covers: describe, fields

/** The ledger by keyboard, with a spreadsheet, in two windows; and what the three arrangements have in common. */
test.describe.configure({ mode: 'serial' });

const names = Array.from({ length: 12 }, (_, at) => `lg26-${String(at + 1).padStart(2, '0')}.jpg`);

let page: Page;
let assignment: DeskAssignment;
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    permissions: ['clipboard-read', 'clipboard-write'],
  });
  page = await context.newPage();
  page.on('pageerror', (error) => complaints.push(error.message));
  assignment = await assignmentWith(page, 'Ledger', names);
});
test.afterAll(() => page.context().close());

const grid = () => page.getByRole('grid', { name: labels.describe.ledger });
const cell = (name: string, field: string) => page.locator(`[data-photo="${name}"] [data-cell="${field}"]`);
const held = async (name: string, ...fields: string[]) => values(page, assignment, name, fields);
/** Put on the clipboard as a spreadsheet does, and pasted where the focus is. */
async function paste(text: string): Promise<void> {
  await page.evaluate((words) => navigator.clipboard.writeText(words), text);
  await page.keyboard.press('Control+v');
}
/** A choice that is made before the page is alive is lost. */
const isReady = (one: Page) =>
  expect(one.getByRole('grid', { name: labels.describe.ledger })).toHaveAttribute('aria-busy', 'false');
const open = async (query = '') => {
  await page.goto(describeUrl(assignment, `?as=ledger${query}`));
  await expect(grid()).toHaveAttribute('aria-busy', 'false');
};

test('cells are written by keyboard: Enter goes down, Tab goes right, Escape puts it back', async () => {
  await open();
  await cell(names[0]!, 'description').click();
  await page.keyboard.type('The first plank');
  await page.keyboard.press('Enter');
  await page.keyboard.type('The second plank');
  await page.keyboard.press('Tab');
  await page.keyboard.type('plank, bilge');
  await page.keyboard.press('Enter');
  await page.keyboard.press('F2');
  await page.keyboard.type('gone again');
  await page.keyboard.press('Escape');
  await expect
    .poll(() => held(names[1]!, 'keywords'))
    .toEqual({
      caption: 'The second plank',
      keywords: ['plank', 'bilge'],
    });
  expect(await held(names[0]!)).toEqual({ caption: 'The first plank' });
  expect(await held(names[2]!, 'keywords')).toEqual({ caption: '', keywords: null });
  await expect(cell(names[1]!, 'keywords')).toHaveText(/plank, bilge, draft/);
});

test('cells are filled down, cleared, and undone as one act', async () => {
  await cell(names[0]!, 'description').click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => held(names[3]!)).toEqual({ caption: 'The first plank' });
  await expect(page.getByText('Writing to 4 pictures')).toBeVisible();
  await page.keyboard.press('Delete');
  await expect.poll(() => held(names[3]!)).toEqual({ caption: '' });
  await page.keyboard.press('Control+z');
  await expect.poll(() => held(names[3]!)).toEqual({ caption: 'The first plank' });
  // One alone: into the next picture, and on to it.
  await expect(cell(names[3]!, 'description')).toContainText('The first plank');
  await cell(names[3]!, 'description').click();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => held(names[4]!)).toEqual({ caption: 'The first plank' });
  await expect(page.getByText(`Writing to ${names[4]}`, { exact: true })).toBeVisible();
});

/** Opens the ledger; its words come when the one it gives back is called. */
async function openUnread(): Promise<() => Promise<void>> {
  const goOn = await holdBack(page, '**/values*');
  await page.goto(describeUrl(assignment, '?as=ledger'));
  return async () => {
    await goOn();
    await expect(cell(names[2]!, 'description')).toContainText('The first plank');
  };
}
const beingRead = () => page.getByText('The words of this picture are still being read.');
const editor = (name: string) => page.getByLabel(`Description of ${name}`);
async function undo(): Promise<void> {
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => held(names[3]!)).toEqual({ caption: 'The first plank' });
}

// The cell below it was selected as well: it came under the pressed mouse as the ledger scrolled.
// Filled down before they were read, the words of the picture below were taken for empty ones.
test('words that are still being read are neither filled down nor copied', async () => {
  const read = await openUnread();
  await cell(names[3]!, 'description').click();
  await page.keyboard.press('Alt+ArrowDown');
  const told = page.getByText('The words of these pictures are still being read. Try again in a moment.');
  await expect(told).toBeVisible();
  await page.keyboard.press('Control+c');
  await read();
  expect(await held(names[4]!)).toEqual({ caption: 'The first plank' });
});

// The press was refused, and the letters that followed it went nowhere.
test('a cell that is not read yet opens as its words come, with what was typed meanwhile', async () => {
  let read = await openUnread();
  await cell(names[3]!, 'description').dblclick();
  await expect(beingRead()).toBeVisible();
  await expect(editor(names[3]!)).toBeHidden();
  await read();
  await expect(editor(names[3]!)).toBeFocused();
  await expect(beingRead()).toBeHidden();
  await page.keyboard.press('Escape');

  read = await openUnread();
  await cell(names[3]!, 'description').click();
  await page.keyboard.press('F2');
  await page.keyboard.type(' again!');
  await page.keyboard.press('Backspace');
  await expect(beingRead()).toContainText('“ again”');
  // It does not go on to the next row while the words stand nowhere.
  await page.keyboard.press('Enter');
  await read();
  await expect(editor(names[3]!)).toHaveValue('The first plank again');
  await page.keyboard.press('Enter');
  await expect.poll(() => held(names[3]!)).toEqual({ caption: 'The first plank again' });
  await undo();
});

test('what was typed into a cell before it was read is saved, though one went on to the desk', async () => {
  const read = await openUnread();
  await cell(names[3]!, 'description').click();
  await page.keyboard.type('Typed early');
  await page.getByRole('button', { name: labels.describe.openDesk }).focus();
  await read();
  await expect.poll(() => held(names[3]!)).toEqual({ caption: 'Typed early' });
  await expect(editor(names[3]!)).toBeHidden();
  await expect(page.getByRole('button', { name: labels.describe.openDesk })).toBeFocused();
  await undo();
});

test('a cell asked for before it was read is forgotten as one goes on, or by Escape', async () => {
  const read = await openUnread();
  await cell(names[3]!, 'description').dblclick();
  await cell(names[4]!, 'description').click();
  await expect(beingRead()).toBeHidden();
  await page.keyboard.type('x');
  await expect(beingRead()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(beingRead()).toBeHidden();
  await read();
  await expect(page.getByRole('grid', { name: labels.describe.ledger }).getByRole('textbox')).toHaveCount(0);
  expect(await held(names[4]!)).toEqual({ caption: 'The first plank' });
});

// Only a second key, or leaving, saved it.
test('a cell begun with one letter is saved with no further key', async () => {
  await cell(names[3]!, 'description').click();
  await page.keyboard.press('Z');
  await expect(editor(names[3]!)).toHaveValue('Z');
  await expect.poll(() => held(names[3]!)).toEqual({ caption: 'Z' });
  await expect(editor(names[3]!)).toBeFocused();
  await page.keyboard.press('Escape');
  await expect.poll(() => held(names[3]!)).toEqual({ caption: 'The first plank' });
});

// The cell went with its row: further letters went nowhere, and back in sight it began with its first letter again.
test('a cell that is written in stays while one scrolls away and back', async () => {
  await page.setViewportSize({ width: 800, height: 480 });
  await open();
  await cell(names[0]!, 'description').click();
  await page.keyboard.type('Zeb');
  await expect.poll(() => held(names[0]!)).toEqual({ caption: 'Zeb' });
  await grid().hover();
  await page.mouse.wheel(2000, 5000);
  await expect(cell(names[11]!, 'creator')).toBeInViewport();
  await expect(editor(names[0]!)).not.toBeInViewport();
  await page.keyboard.type('ra');
  await expect.poll(() => held(names[0]!)).toEqual({ caption: 'Zebra' });
  await page.mouse.wheel(-5000, -5000);
  await expect(editor(names[0]!)).toHaveValue('Zebra');
  await page.keyboard.press('Escape');
  await expect.poll(() => held(names[0]!)).toEqual({ caption: 'The first plank' });
  await page.setViewportSize({ width: 1280, height: 800 });
});

// Saved by itself, the word made the column say the same on all: it folded, and the cell went in the middle of it.
test('a column does not fold while one writes in it', async () => {
  const ids = names.map((name) => assignment.ids[name]);
  const event = (text: string | null, of: readonly (string | undefined)[]) =>
    send(page, `assignments/${assignment.id}/writing`, {
      scope: { of: 'these', ids: of },
      writing: { kind: 'cells', rows: of.map((id) => ({ id, values: { headline: text } })) },
    });
  await event('Launch', ids);
  await event('Lau', ids.slice(0, 1));
  await open();
  await cell(names[0]!, 'headline').click();
  await page.keyboard.press('F2');
  await page.keyboard.type('nch');
  await expect.poll(() => held(names[0]!, 'headline')).toMatchObject({ headline: 'Launch' });
  const folded = page.getByRole('group', { name: labels.describe.sameOnAll });
  await expect(page.getByRole('button', { name: /^Undo Headline/ })).toBeVisible();
  await page.waitForTimeout(1000);
  await page.keyboard.type(' day');
  await expect.poll(() => held(names[0]!, 'headline')).toMatchObject({ headline: 'Launch day' });
  for (let at = 0; at < 4; at++) await page.keyboard.press('Backspace');
  // Nor as one goes down in it: the cell one is in would be another.
  await page.keyboard.press('Enter');
  await expect.poll(() => held(names[0]!, 'headline')).toMatchObject({ headline: 'Launch' });
  await page.waitForTimeout(1000);
  await expect(cell(names[1]!, 'headline')).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('ArrowLeft');
  await expect(cell(names[1]!, 'headline')).toBeHidden();
  await expect(folded).toContainText('Headline');
  // Filled down, it is the same on all: one is still in it.
  await event('Lau', ids.slice(1));
  await cell(names[0]!, 'headline').click();
  await page.keyboard.press('Shift+Control+End');
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => held(names[11]!, 'headline')).toMatchObject({ headline: 'Launch' });
  await page.waitForTimeout(1000);
  await page.keyboard.press('Delete');
  await expect.poll(() => held(names[11]!, 'headline')).toMatchObject({ headline: null });
  expect(await held(names[0]!)).toEqual({ caption: 'The first plank' });
});

// Every change in the set, by whomever, brought the current picture back into sight.
test('one looks at other pictures while words come in from elsewhere: nothing scrolls away', async () => {
  const last = names[11]!;
  const written = (text: string) =>
    send(page, `assignments/${assignment.id}/writing`, {
      scope: { of: 'these', ids: [assignment.ids[last]] },
      writing: { kind: 'caption', text },
    });
  for (const [arrangement, name, words] of [
    ['ledger', 'Ledger', 'From elsewhere'],
    ['sheet', 'Pictures', 'From elsewhere again'],
  ] as const) {
    await page.goto(describeUrl(assignment, `?as=${arrangement}&picture=${assignment.ids[names[0]!]}`));
    const pictures = page.getByRole('grid', { name });
    await expect(page.locator(`[data-photo="${names[0]}"]`)).toBeInViewport();
    await pictures.hover();
    await page.mouse.wheel(0, 5000);
    await expect(page.locator(`[data-photo="${last}"]`)).toBeInViewport();
    await expect(page.locator(`[data-photo="${names[0]}"]`)).not.toBeInViewport();
    await written(words);
    await expect(page.locator(`[data-photo="${last}"]`)).toContainText(words);
    await page.waitForTimeout(500);
    await expect(page.locator(`[data-photo="${last}"]`)).toBeInViewport();
    await expect(page.locator(`[data-photo="${names[0]}"]`)).not.toBeInViewport();
  }
  await written('');
  await open();
});

test('a cell that is half out of sight is selected alone, though the ledger moves under the mouse', async () => {
  await open();
  const bottom = (await grid().boundingBox())!;
  const edge = bottom.y + bottom.height - 14;
  let half: string | undefined;
  for (const name of names) {
    const box = await cell(name, 'description').boundingBox();
    if (box && box.y < edge && box.y + box.height > edge + 14) half = name;
  }
  const box = (await cell(half!, 'description').boundingBox())!;
  await page.mouse.move(box.x + 20, edge);
  await page.mouse.down();
  await expect.poll(async () => (await cell(half!, 'description').boundingBox())!.y).toBeLessThan(box.y);
  await page.mouse.up();
  await expect(page.getByText(`Writing to ${half}`, { exact: true })).toBeVisible();
  // A drag still takes what it goes over.
  const from = (await cell(names[4]!, 'description').boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y + 90, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText('Writing to 2 pictures')).toBeVisible();
});

test('cells come from a spreadsheet and go to it, with lines and quotes in them', async () => {
  await cell(names[5]!, 'description').click();
  await paste('Caulking, second week\tcaulking, port side\n"Two lines\nof a ""caption"""\tsail\n');
  await expect
    .poll(() => held(names[5]!, 'keywords'))
    .toEqual({
      caption: 'Caulking, second week',
      keywords: ['caulking', 'port side'],
    });
  await expect
    .poll(() => held(names[6]!, 'keywords'))
    .toEqual({
      caption: 'Two lines\nof a "caption"',
      keywords: ['sail'],
    });
  await cell(names[5]!, 'description').click();
  await cell(names[6]!, 'keywords').click({ modifiers: ['Shift'] });
  await page.keyboard.press('Control+c');
  await expect(page.getByText('4 cells copied')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(
    'Caulking, second week\tcaulking, port side\n"Two lines\nof a ""caption"""\tsail\n',
  );
  // A date that is none is left out and named; the others go in.
  await cell(names[7]!, 'dateCreated').click();
  await paste('yesterday');
  await expect(page.getByText('Not all was put in. Date Created', { exact: false })).toBeVisible();
  // One cell into many.
  await cell(names[7]!, 'sublocation').click();
  await cell(names[9]!, 'sublocation').click({ modifiers: ['Shift'] });
  await paste('Pellvik yard');
  await expect.poll(() => held(names[9]!, 'sublocation')).toMatchObject({ sublocation: 'Pellvik yard' });
});

test('the server is away while one writes in a cell: the words stay, and are saved when it is back', async () => {
  await page.route('**/api/assignments/*/writing', (route) => route.abort());
  await cell(names[8]!, 'description').click();
  await page.keyboard.type('Written while nobody answered');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Fabrica does not answer.', { exact: false }).first()).toBeVisible();
  await page.reload();
  await page.unroute('**/api/assignments/*/writing');
  await expect
    .poll(() => held(names[8]!), { message: 'what was kept in the browser was not sent' })
    .toEqual({ caption: 'Written while nobody answered' });
});

test('ordered and shown by a column; what is hidden is never written to', async () => {
  await open();
  await page.getByRole('button', { name: /^Description/ }).click();
  await page.getByRole('button', { name: 'Show those without it' }).click();
  await expect(page).toHaveURL(/show=empty\.description/);
  await expect(page.getByText('4 of 12 pictures')).toBeVisible();
  await grid().focus();
  await page.keyboard.press('Control+a');
  await expect(page.getByText('Writing to 4 pictures')).toBeVisible();
  await page.getByRole('button', { name: labels.describe.openDesk }).click();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('Nobody had written here.');
  await expect.poll(() => held(names[9]!)).toEqual({ caption: 'Nobody had written here.' });
  // They stay until the filter is applied again.
  await expect(page.getByText('4 no longer,', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: labels.describe.filterAgain }).click();
  await expect(page.getByText(labels.describe.noPicturesMatch)).toBeVisible();
  expect(await held(names[0]!)).toEqual({ caption: 'The first plank' });
  await page.goBack();
  await expect(page.locator('[data-photo]').first()).toBeVisible();
  await page.getByRole('button', { name: labels.describe.closeDesk }).click();
  await page.getByRole('button', { name: /^Description/ }).click();
  await page.getByLabel('Show those whose Description holds').fill('second week');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 of 12 pictures')).toBeVisible();
  await page.getByRole('button', { name: labels.describe.showAll }).click();
  await page.getByRole('button', { name: /^Description/ }).click();
  await page.getByRole('button', { name: 'Order: Z to A' }).click();
  await expect(page).toHaveURL(/order=-description/);
  await expect(page.locator('[role=row][data-photo]').first()).toHaveAttribute('data-photo', names[8]!);
  await page.reload();
  await expect(page.locator('[role=row][data-photo]').first()).toHaveAttribute('data-photo', names[8]!);
});

test('columns are chosen, ordered, kept under a name, and found by it in another window', async () => {
  await open();
  await page.getByRole('button', { name: labels.describe.chooseColumns }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('checkbox', { name: 'Job Id' }).check();
  for (
    let steps = 0;
    steps < 40 && (await dialog.getByRole('button', { name: 'Job Id earlier' }).isEnabled());
    steps++
  )
    await dialog.getByRole('button', { name: 'Job Id earlier' }).click();
  await dialog.getByLabel(labels.describe.nameOfTheseColumns).fill('By job');
  await dialog.getByRole('button', { name: labels.ui.keep }).click();
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('columnheader').nth(1)).toHaveText(/^Job Id/);
  const other = await page.context().newPage();
  await other.goto(describeUrl(assignment, '?as=ledger'));
  await isReady(other);
  await other.getByLabel(labels.describe.columns, { exact: true }).selectOption('rights');
  await other.getByLabel(labels.describe.columns, { exact: true }).selectOption('By job');
  await expect(other.getByRole('columnheader').nth(1)).toHaveText(/^Job Id/);
  await other.getByRole('button', { name: /^Job Id/ }).click();
  await other.getByRole('button', { name: 'Move right' }).click();
  await expect(other.getByRole('columnheader').nth(2)).toHaveText(/^Job Id/);
  await other.getByRole('button', { name: /^Job Id/ }).click();
  await other.getByRole('button', { name: 'Hide the column' }).click();
  await expect(other.getByRole('columnheader', { name: /^Job Id/ })).toHaveCount(0);
  await other.close();
});

test('what says the same on all is folded, and unfolds', async () => {
  await send(page, `assignments/${assignment.id}/writing`, {
    scope: { of: 'all' },
    writing: { kind: 'set', field: 'headline', value: 'Restoration' },
  });
  await open();
  await page.getByLabel(labels.describe.columns, { exact: true }).selectOption('captions and names');
  await expect(page.getByRole('group', { name: labels.describe.sameOnAll })).toContainText('Headline');
  await expect(page.getByRole('columnheader', { name: /^Headline/ })).toHaveCount(0);
  await page.getByRole('button', { name: /^unfold/ }).click();
  await cell(names[0]!, 'description').click();
  for (let right = 0; right < 5; right++) await page.keyboard.press('ArrowRight');
  await expect(cell(names[0]!, 'headline')).toContainText('Restoration');
  await page.getByRole('button', { name: /^fold/ }).click();
  await expect(cell(names[0]!, 'headline')).toHaveCount(0);
});

test('structures and codes have editors of their own', async () => {
  await open();
  await page.getByLabel(labels.describe.columns, { exact: true }).selectOption('rights');
  await cell(names[0]!, 'rightsStatus').click();
  await page.keyboard.press('Enter');
  await page.getByLabel(`Copyright Status of ${names[0]}`).selectOption('in-copyright');
  await page.keyboard.press('Enter');
  await expect.poll(() => held(names[0]!, 'rightsStatus')).toMatchObject({ rightsStatus: 'in-copyright' });
  // What cannot be called back is asked for twice; nothing is written before.
  await cell(names[0]!, 'rightsStatus').click();
  await page.keyboard.press('Enter');
  await page.getByLabel(`Copyright Status of ${names[0]}`).selectOption('public-domain');
  await page.keyboard.press('Enter');
  const ask = page.getByRole('alertdialog', { name: 'Public domain?' });
  await ask.getByRole('button', { name: labels.templates.keepMyRights }).click();
  await expect(ask).toHaveCount(0);
  await expect(cell(names[0]!, 'rightsStatus')).toContainText('in copyright');
  expect(await held(names[0]!, 'rightsStatus')).toMatchObject({ rightsStatus: 'in-copyright' });
  await cell(names[1]!, 'rightsStatus').click();
  await page.keyboard.press('Enter');
  await page.getByLabel(`Copyright Status of ${names[1]}`).selectOption('public-domain');
  await page.keyboard.press('Enter');
  await ask.getByRole('button', { name: 'I mean public domain' }).click();
  await ask.getByRole('button', { name: 'Give them up, for ever' }).click();
  await expect.poll(() => held(names[1]!, 'rightsStatus')).toMatchObject({ rightsStatus: 'public-domain' });
  await cell(names[0]!, 'rightsStatus').click();
  for (let right = 0; right < 5; right++) await page.keyboard.press('ArrowRight');
  await expect(cell(names[0]!, 'licensor')).toBeVisible();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: /add one$/ }).click();
  await dialog.getByLabel('Licensor: Name', { exact: true }).fill('Tarn & Tide');
  await dialog.getByRole('button', { name: labels.describe.saveAsADraft }).click();
  await expect.poll(() => held(names[0]!, 'licensor')).toMatchObject({ licensor: [{ name: 'Tarn & Tide' }] });
});

test('selection, picture, order and filter are kept from one arrangement to the next; Back works', async () => {
  await page.goto(describeUrl(assignment));
  await page.locator(`[data-photo="${names[2]}"]`).click();
  await page.locator(`[data-photo="${names[4]}"]`).click({ modifiers: ['Control'] });
  await page.keyboard.press('l');
  await expect(page.getByText('Writing to 2 pictures')).toBeVisible();
  await expect(page).toHaveURL(/as=ledger/);
  await page.getByRole('button', { name: 'One by one' }).click();
  await expect(page.getByText(`Writing to ${names[4]}`, { exact: true })).toBeVisible();
  await page.keyboard.press('Control+ArrowDown');
  await expect(page.getByText(`Writing to ${names[5]}`, { exact: true })).toBeVisible();
  await expect(page).toHaveURL(new RegExp(assignment.ids[names[5]!]!));
  await page.reload();
  await expect(page.getByText(`Writing to ${names[5]}`, { exact: true })).toBeVisible();
  await page.goBack();
  await expect(grid()).toBeVisible();
  // The selection was left alone.
  await expect(page.getByText('Writing to 2 pictures')).toBeVisible();
  // The router is at hand still: it had gone to what Back led to by itself, and stood still from then on.
  await stage('Prepare').click();
  await expect(page.getByRole('heading', { name: labels.prepare.prepare })).toBeVisible();
  await page.goBack();
  await expect(grid()).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('grid', { name: labels.ui.pictures })).toBeVisible();
});

test('Back, while the page comes to life after a reload, leads to what was there before', async () => {
  await page.goto(describeUrl(assignment));
  await page.locator(`[data-photo="${names[1]}"]`).click();
  await expect(page).toHaveURL(new RegExp(assignment.ids[names[1]!]!));
  for (const [round, name] of ['Ledger', 'One by one', 'Ledger', 'One by one'].entries()) {
    await page.getByRole('button', { name, exact: true }).click();
    await expect(page).toHaveURL(round % 2 ? /as=one/ : /as=ledger/);
    if (round !== 1) continue;
    await page.keyboard.press('Control+ArrowDown');
    await expect(page).toHaveURL(new RegExp(assignment.ids[names[2]!]!));
  }
  // Of four reloads and Backs each comes in another moment: behind the scripts, with them, before them.
  for (const [round, wait] of [900, 500, 200, 0].entries()) {
    await page.reload({ waitUntil: 'commit' });
    await page.waitForTimeout(wait);
    // Not by the driver: it asks the browser, which may still change over to the new document.
    await page.evaluate(() => window.history.back());
    await expect(
      round === 3 ? page.getByRole('grid', { name: labels.ui.pictures }) : shownBy(round),
    ).toBeVisible();
  }
  // All that follow the address were told: the current picture is that of the address too.
  await page.getByRole('button', { name: 'One by one', exact: true }).click();
  await expect(page.getByText(`Writing to ${names[1]}`, { exact: true })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('grid', { name: labels.ui.pictures })).toBeVisible();
  await stage('Prepare').click();
  await expect(page.getByRole('heading', { name: labels.prepare.prepare })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('grid', { name: labels.ui.pictures })).toBeVisible();
});

const stage = (name: string) =>
  page
    .getByRole('navigation', { name: labels.shell.pathOfTheAssignment })
    .getByRole('link', { name: new RegExp(`^${name}`) });
const shownBy = (round: number) =>
  round % 2 ? page.getByRole('region', { name: labels.describe.wordsOfThePicture }) : grid();

// A picture that came into the address meanwhile made the router give up the page that one had asked for.
test('a stage is opened by a press right after a picture was chosen, however long it takes', async () => {
  const other = await page.context().newPage();
  await other.goto(describeUrl(assignment));
  await other.locator('[data-photo]').first().click();
  await expect(other).toHaveURL(/picture=/);
  await other.route(/_rsc=/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 800));
    await route.continue();
  });
  await other.locator('[data-photo]').nth(1).click();
  const path = other.getByRole('navigation', { name: labels.shell.pathOfTheAssignment });
  await path.getByRole('link', { name: /^Prepare/ }).click();
  await expect(other).toHaveURL(/prepare$/);
  await other.unrouteAll({ behavior: 'wait' });
  await other.goBack();
  await expect(other).toHaveURL(/describe\?picture=/);
  await other.close();
});

test('the sheet: size by keys and slider, a rectangle by the mouse, rating by number', async () => {
  await page.goto(describeUrl(assignment));
  const first = page.locator(`[data-photo="${names[0]}"]`);
  await first.click();
  const width = async () => (await first.boundingBox())!.width;
  const before = await width();
  await page.keyboard.press('+');
  await expect.poll(width).toBeGreaterThan(before);
  await page.getByLabel(labels.describe.size, { exact: true }).fill('140');
  await expect.poll(width).toBeLessThan(before);
  const [from, to] = [
    (await first.boundingBox())!,
    (await page.locator(`[data-photo="${names[2]}"]`).boundingBox())!,
  ];
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 40);
  await page.mouse.move(to.x + 30, to.y + 60);
  await page.mouse.up();
  await expect(page.getByText('Writing to 3 pictures')).toBeVisible();
  await page.keyboard.press('5');
  await expect.poll(() => held(names[2]!, 'rating')).toMatchObject({ rating: '5' });
  expect(await held(names[3]!, 'rating')).toMatchObject({ rating: null });
  await page.getByLabel(labels.describe.order, { exact: true }).selectOption('rating');
  await page.getByRole('button', { name: labels.describe.ascendingTurnRound }).click();
  await expect(page.locator('[data-photo]').first()).toHaveAttribute('data-photo', names[0]!);
});

// The desk opened at the first press, and the second one fell on something else.
test('two presses open a picture, also the last one, which the desk moves away', async () => {
  await page.goto(describeUrl(assignment));
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('End');
  await page.keyboard.press('Escape');
  await page.locator(`[data-photo="${names[11]}"]`).dblclick();
  await expect(page).toHaveURL(new RegExp(`read\\?photo=${assignment.ids[names[11]!]}`));
});

// A press on Ctrl+A while 2,000 pictures were loading selected the 60 that had arrived.
test('all that is selected while a list loads is all of it; nothing is written to a part', async () => {
  const many = Array.from({ length: 62 }, (_, at) => `many-${String(at).padStart(2, '0')}.jpg`);
  const large = await assignmentWith(page, 'More than a page', many);
  const release = await holdBack(page, `**/api/assignments/${large.id}/photos`);
  await page.goto(describeUrl(large));
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Control+a');
  await expect(page.getByText(labels.describe.stillLoading)).toBeVisible();
  await expect(page.getByLabel(labels.describe.caption, { exact: true })).toHaveCount(0);
  await release();
  await expect(page.getByText('Writing to 62 pictures')).toBeVisible();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('All of them.');
  const last = () => values(page, large, many.at(-1)!, []);
  await expect.poll(last).toMatchObject({ caption: 'All of them.' });
});

test('two windows: both see the last word, and an undo takes back nothing that the other wrote after', async () => {
  const other = await page.context().newPage();
  for (const one of [page, other]) {
    await one.goto(describeUrl(assignment, '?as=ledger'));
    await isReady(one);
    await one.getByLabel(labels.describe.columns, { exact: true }).selectOption('captions and names');
  }
  // The place that was scrolled to is kept: the first picture may be out of sight.
  await grid().focus();
  await page.keyboard.press('Control+Home');
  await cell(names[0]!, 'sublocation').click();
  await page.keyboard.type('Slip');
  await page.keyboard.press('Enter');
  const theirs = other.locator(`[data-photo="${names[0]}"] [data-cell="sublocation"]`);
  await expect(theirs).toContainText('Slip');
  await theirs.click();
  await other.keyboard.type('Loft');
  await other.keyboard.press('Enter');
  await expect(cell(names[0]!, 'sublocation')).toContainText('Loft');
  await other.getByRole('button', { name: /^Undo/ }).click();
  await expect(cell(names[0]!, 'sublocation')).toContainText('Slip');
  await other.close();
});

// The page showed its own undo on all pictures, and the server's answer told of those alone that it had changed.
test('an undo of several pictures shows on each what stands there, also where another window wrote after', async () => {
  const [first, second] = [names[2]!, names[3]!];
  await open();
  await page.getByLabel(labels.describe.columns, { exact: true }).selectOption('captions and names');
  await page.getByRole('button', { name: 'Sheet', exact: true }).click();
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Escape');
  await page.locator(`[data-photo="${first}"]`).click();
  await page.locator(`[data-photo="${second}"]`).click({ modifiers: ['Control'] });
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('Written on both.');
  await expect(page.getByRole('button', { name: 'Undo caption in 2 pictures' })).toBeVisible();
  // The button goes on naming this window's act: what the other one did is not read yet.
  const steps = /\/writing$/;
  await page.route(steps, (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()));
  await send(page, `assignments/${assignment.id}/writing`, {
    scope: { of: 'these', ids: [assignment.ids[second]] },
    writing: { kind: 'caption', text: 'Written elsewhere.' },
  });
  await expect(page.locator(`[data-photo="${second}"]`)).toContainText('Written elsewhere.');
  await page.getByRole('button', { name: 'Undo caption in 2 pictures' }).click();
  await expect(page.getByText('1 picture was written to since, and kept')).toBeVisible();
  await expect(page.locator(`[data-photo="${first}"]`)).not.toContainText('Written on both.');
  await expect(page.locator(`[data-photo="${second}"]`)).toContainText('Written elsewhere.');
  await page.unroute(steps);
});

test('what was written in the ledger is in the files', async () => {
  await page.goto(describeUrl(assignment));
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Escape');
  await embedAll(page, 12);
  const read = exiv2(assignment, names[5]!);
  expect(read).toContain('Caulking, second week');
  expect(read).toMatch(/Iptc\.Application2\.Keywords\s+port side/);
  expect(exiv2(assignment, names[9]!)).toMatch(/Iptc\.Application2\.SubLocation\s+Pellvik yard/);
  expect(exiv2(assignment, names[6]!)).toContain('Two lines');
  expect(complaints).toEqual([]);
});
