import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { fieldLabel } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import { embedInMemory, type WantedValues } from '../fixtures/embed';
import { assignmentWith, type DeskAssignment, makePictures, send } from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: find, shell

const { address } = running();
let page: Page;
let slip: DeskAssignment;
let loft: DeskAssignment;

const said: Readonly<Record<string, WantedValues>> = {
  'fi26-01.jpg': {
    description: 'The ketch Fjordglimt leaves the slip.',
    city: 'Havnes',
    keywords: ['ketch'],
    rating: '4',
    personShown: ['Ida Brandvik'],
  },
  'fi26-02.jpg': { description: 'Fjordglimt under sail.', city: 'Pellvik', keywords: ['ketch'] },
  'fi26-11.jpg': { description: 'A jib for Fjordglimt is cut.', city: 'Havnes', keywords: ['jib'] },
  'fi26-12.jpg': {},
};
const withValues = (names: readonly string[]) => ({
  make: async (folder: string) => {
    await makePictures(folder, names);
    for (const name of names) {
      const file = path.join(folder, name);
      writeFileSync(file, (await embedInMemory(new Uint8Array(readFileSync(file)), said[name]!)).file);
    }
  },
});
const found = () => page.getByRole('list', { name: labels.find.found });
const names = async () => (await found().getByRole('link').allInnerTexts()).map((one) => one.trim()).sort();
const search = () => page.getByRole('combobox', { name: labels.find.search });
const facet = (name: string) =>
  page.getByRole('navigation', { name: labels.find.narrow }).getByRole('button', { name });

test.describe.configure({ mode: 'serial' });
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  slip = await assignmentWith(
    page,
    'Find slip',
    ['fi26-01.jpg', 'fi26-02.jpg'],
    withValues(['fi26-01.jpg', 'fi26-02.jpg']),
  );
  loft = await assignmentWith(
    page,
    'Find loft',
    ['fi26-11.jpg', 'fi26-12.jpg'],
    withValues(['fi26-11.jpg', 'fi26-12.jpg']),
  );
});

test('words find pictures of all assignments; the result is narrowed, and the address keeps it', async () => {
  await page.goto(address);
  await page.getByRole('link', { name: labels.shell.find, exact: true }).click();
  await search().fill('fjordglimt');
  await expect.poll(names).toEqual(['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg']);
  await facet('Havnes').click();
  await expect.poll(names).toEqual(['fi26-01.jpg', 'fi26-11.jpg']);
  await expect(facet('Havnes')).toHaveAttribute('aria-pressed', 'true');
  await facet('Find slip').click();
  await expect.poll(names).toEqual(['fi26-01.jpg']);
  await page.reload();
  await expect.poll(names).toEqual(['fi26-01.jpg']);
  expect(new URL(page.url()).searchParams.getAll('where')).toEqual([
    'City is Havnes',
    'Assignment is Find slip',
  ]);
  await page.goBack();
  await expect.poll(names).toEqual(['fi26-01.jpg', 'fi26-11.jpg']);
  await page.getByRole('button', { name: 'Remove City is Havnes' }).click();
  await expect.poll(names).toEqual(['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg']);
});

test('a condition is built of its parts by keyboard alone, and another one is left out', async () => {
  await page.goto(`${address}/find?where=Assignment+is+Find+slip`);
  await page.getByRole('button', { name: labels.find.addACondition }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel(labels.find.what, { exact: true }).selectOption(fieldLabel('personShown'));
  await page.getByLabel(labels.find.how, { exact: true }).selectOption('contains');
  await page.getByLabel(labels.find.value, { exact: true }).focus();
  await page.keyboard.type('brandvik');
  await page.keyboard.press('Enter');
  await expect.poll(names).toEqual(['fi26-01.jpg']);
  await page.getByRole('button', { name: labels.find.removeAll }).click();
  await expect(page.getByRole('button', { name: /^Remove / })).toHaveCount(0);
});

test('what is typed is offered as a person, a place or an assignment, and becomes a condition by keyboard', async () => {
  await page.goto(`${address}/find`);
  await search().pressSequentially('fjordglimt brandv');
  await expect(page.getByRole('option', { name: /Ida Brandvik/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(search()).toHaveValue('fjordglimt');
  await expect.poll(names).toEqual(['fi26-01.jpg']);
  expect(new URL(page.url()).searchParams.getAll('where')).toEqual([
    `${fieldLabel('personShown')} is Ida Brandvik`,
  ]);
  await search().fill('find lof');
  await page.getByRole('option', { name: 'Assignment Find loft' }).click();
  await expect(page.getByRole('button', { name: 'Remove Assignment is Find loft' })).toBeVisible();
  await expect(search()).toHaveValue('');
  await page.goBack();
  await expect(page.getByRole('button', { name: 'Remove Assignment is Find loft' })).toHaveCount(0);
});

const built: readonly (readonly [what: string, how: string, value: string, found: readonly string[]])[] = [
  ['Taken', 'in', '2026-03', ['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg', 'fi26-12.jpg']],
  ['Taken', 'from', '2027', []],
  ['Taken', 'to', '2025', []],
  ['Rating', 'is at least', '3', ['fi26-01.jpg']],
  ['Assignment', 'is', 'Find loft', ['fi26-11.jpg', 'fi26-12.jpg']],
  ['Format', 'is', 'jpeg', ['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg', 'fi26-12.jpg']],
  ['File', '', 'has drafts', []],
  ['Without the words', '', 'slip jib', ['fi26-12.jpg']],
  ['City', 'is', 'pellvik', ['fi26-02.jpg']],
  ['Longer side', 'is at least', '100000', []],
  ['Orientation', 'is', 'landscape', ['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg', 'fi26-12.jpg']],
  ['Within', '', '20 km of 63.11, 7.73', []],
  ['Fact', '', 'client is Nobody', []],
  ['Draft', 'is from the template', 'Nothing', []],
  ['Run', 'is', '00000000', []],
  ['Licence', 'is missing', '', ['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg', 'fi26-12.jpg']],
  ['Check', 'fails in', 'No coordinates', []],
  ['Check', 'fails', '', ['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg', 'fi26-12.jpg']],
  ['Keywords', 'is empty', '', ['fi26-12.jpg']],
  ['Keywords', 'is filled', '', ['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg']],
];
for (const [what, how, value, expected] of built)
  test(`${[what, how, value].filter(Boolean).join(' ')}: built of its parts, it finds its pictures`, async () => {
    await page.goto(`${address}/find?words=fi26-`);
    await page.getByRole('button', { name: labels.find.addACondition }).click();
    await page.getByLabel(labels.find.what, { exact: true }).selectOption(what);
    if (how) await page.getByLabel(labels.find.how, { exact: true }).selectOption(how);
    const box = page.getByLabel(labels.find.value, { exact: true });
    if (value && (await box.evaluate((one) => one.tagName)) === 'SELECT') await box.selectOption(value);
    else if (value) await box.fill(value);
    await page.getByRole('button', { name: labels.find.add, exact: true }).click();
    await expect(
      page.getByRole('button', { name: `Remove ${[what, how, value].filter(Boolean).join(' ')}` }),
    ).toBeVisible();
    await expect.poll(names).toEqual(expected);
  });

test('more than sixty pictures come window by window', async () => {
  const many = Array.from({ length: 62 }, (_, n) => `fm26-${String(n).padStart(2, '0')}.jpg`);
  await assignmentWith(page, 'Find many', many);
  await page.goto(`${address}/find?where=Assignment+is+Find+many`);
  await expect(found().getByRole('link')).toHaveCount(60);
  await page.getByRole('button', { name: labels.find.showMore }).click();
  await expect(found().getByRole('link')).toHaveCount(62);
  await expect(page.getByRole('button', { name: labels.find.showMore })).toHaveCount(0);
});

test('without a result it is explained: what may be meant, and what excludes most', async () => {
  await page.goto(`${address}/find?words=fjordglmit`);
  await page.getByRole('button', { name: 'fjordglimt' }).click();
  await expect.poll(names).toEqual(['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg']);
  await page.goto(`${address}/find?words=fjordglimt+&where=City+is+Oslo&where=Colour+is+red`);
  await expect(page.getByText('Without “City is Oslo” there are 3.')).toBeVisible();
  await expect(page.getByText('Not understood, and not searched for: “Colour is red”.')).toBeVisible();
  await page.getByRole('button', { name: labels.find.leaveItOut }).click();
  await expect.poll(names).toEqual(['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg']);
});

test('a draft is found at once, in another window too', async () => {
  await page.goto(`${address}/find?words=tarpaulin`);
  await expect(page.getByText('No picture has all of this.')).toBeVisible();
  await send(page, `assignments/${loft.id}/writing`, {
    scope: these([loft.ids['fi26-12.jpg']!]),
    writing: { kind: 'caption', text: 'A tarpaulin over the keel.' },
  });
  await expect.poll(names).toEqual(['fi26-12.jpg']);
  await found().getByRole('link').click();
  await expect(page).toHaveURL(new RegExp(`/assignments/${loft.id}/describe\\?picture=`));
});

test('what is found is gathered, and opened in each assignment', async () => {
  await page.goto(`${address}/find?words=fjordglimt`);
  await page.getByRole('button', { name: /^Gather them: 3$/ }).click();
  await page.getByLabel(labels.find.nameOfTheGathering).fill('All of Fjordglimt');
  await page.getByRole('dialog').getByRole('button', { name: labels.find.gather }).click();
  await expect(page.getByRole('dialog').getByText('3 pictures gathered.')).toBeVisible();
  const gatherings = await send<{ name: string; pictures: number }[]>(page, 'gatherings', undefined, 'GET');
  expect(gatherings).toContainEqual(expect.objectContaining({ name: 'All of Fjordglimt', pictures: 3 }));
  await page.getByRole('dialog').getByRole('link', { name: 'Find loft' }).click();
  await expect(page.locator('[data-photo="fi26-11.jpg"]')).toBeVisible();
  await expect(page.locator('[data-photo="fi26-12.jpg"]')).toHaveCount(0);
});

test('the timeline narrows the result: by a press, by a pull, by keyboard; and is left again', async () => {
  await send(page, `assignments/${loft.id}/writing`, {
    scope: these([loft.ids['fi26-12.jpg']!]),
    writing: { kind: 'set', field: 'dateCreated', value: '2026-01-20' },
  });
  await page.goto(`${address}/find?words=fi26-`);
  const timeline = page.getByRole('region', { name: labels.find.timeline });
  const bar = (at: number) => timeline.locator('.recharts-bar-rectangle').nth(at);
  await bar(0).click();
  await expect.poll(names).toEqual(['fi26-12.jpg']);
  await timeline.getByRole('button', { name: labels.find.wholeTime }).click();
  await expect.poll(names).toHaveLength(4);
  const [to, from] = await Promise.all([bar(2).boundingBox(), bar(1).boundingBox()]);
  const y = to!.y + to!.height / 2;
  await page.mouse.move(to!.x + to!.width / 2, y);
  await page.mouse.down();
  await page.mouse.move(from!.x + from!.width / 2, y, { steps: 4 });
  await page.mouse.up();
  await expect.poll(names).toEqual(['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg']);
  expect(new URL(page.url()).searchParams.getAll('where')).toEqual(['Taken from 2026-02 to 2026-03']);
  await page.goBack();
  await expect.poll(names).toHaveLength(4);
  await timeline.getByLabel(labels.find.takenTo, { exact: true }).focus();
  await page.keyboard.press('ArrowUp');
  await expect.poll(names).toEqual(['fi26-12.jpg']);
  await timeline.getByRole('button', { name: labels.find.wholeTime }).click();
  await timeline.getByLabel(labels.find.takenFrom, { exact: true }).selectOption('2026-03');
  await expect.poll(names).toEqual(['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg']);
});

test('the map narrows the result: by a dot, by a pull, by keyboard; and is left again', async () => {
  const put = (set: DeskAssignment, name: string, gpsLatitude: string, gpsLongitude: string) =>
    send(page, `assignments/${set.id}/writing`, {
      scope: these([set.ids[name]!]),
      writing: { kind: 'set-fields', values: { gpsLatitude, gpsLongitude } },
    });
  await put(slip, 'fi26-01.jpg', '63.11', '7.73');
  await put(loft, 'fi26-11.jpg', '59.91', '10.75');
  await page.goto(`${address}/find?words=fi26-`);
  const map = page.getByRole('region', { name: labels.find.map });
  const dot = (at: string) => map.getByRole('button', { name: `1 picture around ${at}` });
  await dot('63, 7.5').click();
  await expect.poll(names).toEqual(['fi26-01.jpg']);
  expect(new URL(page.url()).searchParams.getAll('where')).toEqual(['Within 40 km of 63, 7.5']);
  await map.getByRole('button', { name: labels.find.everywhere }).click();
  await expect.poll(names).toHaveLength(4);
  await dot('60, 11').focus();
  await page.keyboard.press('Enter');
  await expect.poll(names).toEqual(['fi26-11.jpg']);
  await page.goBack();
  await expect.poll(names).toHaveLength(4);
  const box = (await dot('63, 7.5').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x + 20, y);
  await page.mouse.down();
  await page.mouse.move(x - 20, y, { steps: 4 });
  await page.mouse.up();
  await expect.poll(names).toEqual(['fi26-01.jpg']);
});

test('all that is found is written to in one act, undone everywhere, and done again', async () => {
  const where = '?words=fi26-&where=Keywords+is+filled';
  const all = ['fi26-01.jpg', 'fi26-02.jpg', 'fi26-11.jpg'];
  const written = async () => {
    const { photos } = await send<{ photos: { name: string }[] }>(
      page,
      'search',
      { words: '', where: [`${fieldLabel('sublocation')} is Skarv`], from: 0 },
      'POST',
    );
    return photos.map(({ name }) => name).sort();
  };
  await page.goto(`${address}/find${where}`);
  await page.getByRole('button', { name: `${labels.find.writeIntoThem}: 3` }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.find.whatToWrite).selectOption(fieldLabel('sublocation'));
  await dialog.getByLabel(fieldLabel('sublocation'), { exact: true }).fill('Skarv');
  await dialog.getByRole('button', { name: labels.find.writeDrafts }).click();
  await expect(dialog.getByText('Nothing is in the files yet.')).toBeVisible();
  await expect(dialog.getByRole('listitem')).toHaveText([/Find loft/, /Find slip/]);
  await expect.poll(written).toEqual(all);
  await dialog.getByRole('button', { name: labels.find.undoIt }).click();
  await expect(dialog.getByText('Undone: the pictures say what they said before.')).toBeVisible();
  await expect.poll(written).toEqual([]);
  await dialog.getByRole('button', { name: labels.find.doItAgain }).click();
  await expect.poll(written).toEqual(all);
  await dialog.getByRole('button', { name: labels.find.undoIt }).click();
  await expect.poll(written).toEqual([]);
});

test('only what is picked is written to and gathered; another search begins without picks', async () => {
  await page.goto(`${address}/find?words=fi26-`);
  await page.getByRole('checkbox', { name: 'Pick fi26-02.jpg' }).check();
  await page.getByRole('checkbox', { name: 'Pick fi26-11.jpg' }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('2 picked.')).toBeVisible();
  await page.getByRole('button', { name: `${labels.find.writeIntoThem}: 2` }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.find.wordsToWrite, { exact: true }).fill('picked one');
  await dialog.getByRole('button', { name: labels.find.writeDrafts }).click();
  await expect(dialog.getByText('Nothing is in the files yet.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: `${labels.find.gather}: 2` }).click();
  await page.getByLabel(labels.find.nameOfTheGathering).fill('Picked by hand');
  await page.getByRole('dialog').getByRole('button', { name: labels.find.gather }).click();
  await expect(page.getByText('2 pictures gathered.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: labels.find.pickNone }).click();
  await expect(page.getByText('picked.')).toHaveCount(0);
  for (const where of ['Keywords is picked one', 'Gathering is Picked by hand']) {
    await page.goto(`${address}/find?where=${encodeURIComponent(where)}`);
    await expect.poll(names).toEqual(['fi26-02.jpg', 'fi26-11.jpg']);
  }
  await page.getByRole('checkbox', { name: 'Pick fi26-02.jpg' }).check();
  await facet('Find loft').click();
  await expect.poll(names).toEqual(['fi26-11.jpg']);
  await expect(page.getByText('picked.')).toHaveCount(0);
});

test('keywords are added to what is found, and a word can be left out before', async () => {
  await page.goto(`${address}/find?words=fi26-&where=Keywords+is+empty`);
  await page.getByRole('button', { name: `${labels.find.writeIntoThem}: 1` }).click();
  const dialog = page.getByRole('dialog');
  const what = dialog.getByLabel(labels.find.whatToWrite);
  await dialog.getByRole('button', { name: labels.find.writeDrafts }).click();
  await expect(dialog.getByText(labels.find.typeAWordFirst)).toBeVisible();
  await dialog.getByLabel(labels.find.wordsToWrite, { exact: true }).fill('nobody');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('button', { name: 'Leave out nobody' })).toBeVisible();
  // A word that was meant as a keyword does not become a person.
  await what.selectOption('Add people shown');
  await expect(dialog.getByRole('button', { name: 'Leave out nobody' })).toHaveCount(0);
  await what.selectOption('Add keywords');
  await dialog.getByLabel(labels.find.wordsToWrite, { exact: true }).fill('slipway, drydock');
  await page.keyboard.press('Enter');
  await dialog.getByRole('button', { name: 'Leave out drydock' }).click();
  await dialog.getByRole('button', { name: labels.find.writeDrafts }).click();
  // The search finds nothing any more; what was done can still be undone.
  await expect(dialog.getByText('Nothing is in the files yet.')).toBeVisible();
  await expect(page.getByText('No picture has all of this.')).toBeVisible();
  const { photos } = await send<{ photos: { name: string }[] }>(
    page,
    'search',
    { words: '', where: ['Keywords is slipway'], from: 0 },
    'POST',
  );
  expect(photos.map(({ name }) => name)).toEqual(['fi26-12.jpg']);
  await dialog.getByRole('button', { name: labels.find.undoIt }).click();
  await expect(dialog.getByText('Undone')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect.poll(names).toEqual(['fi26-12.jpg']);
});

test('a search is saved, says what is new, is opened, removed, and brought back', async () => {
  await page.goto(`${address}/find?words=fjordglimt&where=City+is+Havnes`);
  await expect.poll(names).toHaveLength(2);
  await page.getByRole('button', { name: labels.find.saveIt }).click();
  await page.getByLabel(labels.find.nameOfTheSearch).fill('Fjordglimt at home');
  await page.getByRole('dialog').getByRole('button', { name: labels.find.saveIt }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await send(page, `assignments/${slip.id}/writing`, {
    scope: these([slip.ids['fi26-02.jpg']!]),
    writing: { kind: 'set', field: 'city', value: 'Havnes' },
  });
  await page.goto(`${address}/find`);
  await expect(page.getByText('3 pictures, 1 new')).toBeVisible();
  await page.getByRole('button', { name: 'Fjordglimt at home', exact: true }).click();
  await expect.poll(names).toHaveLength(3);
  await page.goBack();
  await expect(search()).toHaveValue('');
  await expect(page.locator('section').getByText('3 pictures', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Remove Fjordglimt at home' }).click();
  await expect(page.getByText('“Fjordglimt at home” is removed')).toBeVisible();
  await page.getByRole('button', { name: labels.find.undoRemoval, exact: true }).click();
  await expect(page.getByRole('button', { name: 'Fjordglimt at home', exact: true })).toBeVisible();
  expect(await send<{ name: string }[]>(page, 'searches', undefined, 'GET')).toMatchObject([
    { name: 'Fjordglimt at home' },
  ]);
});

test('Ctrl+K leads to an assignment, to a search, and to an act of the page', async () => {
  await page.goto(`${address}/vocabulary`);
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: labels.shell.goToOrDo })).toBeFocused();
  await page.keyboard.type('find slip check');
  await expect(page.getByRole('option', { name: 'Find slip: Check' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(new RegExp(`/assignments/${slip.id}/check`));
  await page.getByRole('button', { name: labels.shell.goTo }).click();
  await expect(page.getByRole('combobox', { name: labels.shell.goToOrDo })).toBeFocused();
  await page.keyboard.type('fjordglimt at home');
  await page.getByRole('option', { name: 'Search Fjordglimt at home' }).click();
  await expect.poll(names).toHaveLength(3);
  await page.getByRole('button', { name: labels.shell.goTo }).click();
  await expect(page.getByRole('combobox', { name: labels.shell.goToOrDo })).toBeFocused();
  await page.keyboard.type('jib');
  await page.getByRole('button', { name: 'Find “jib” in all pictures' }).click();
  await expect.poll(names).toEqual(['fi26-11.jpg']);
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: labels.shell.goToOrDo })).toBeFocused();
  await page.keyboard.type(labels.find.addACondition);
  await page.getByRole('option', { name: labels.find.addACondition }).click();
  await expect(page.getByLabel(labels.find.what, { exact: true })).toBeVisible();
});

test('gatherings and saved searches are on the workshop page, and lead to their pictures', async () => {
  await page.goto(address);
  await page.getByRole('button', { name: 'Fjordglimt at home', exact: true }).click();
  await expect.poll(names).toHaveLength(3);
  await page.goto(`${address}/find?words=fi26-11.jpg`);
  await page.getByRole('button', { name: `${labels.find.gather}: 1` }).click();
  await page.getByLabel(labels.find.nameOfTheGathering).fill('Loft alone');
  await page.getByRole('dialog').getByRole('button', { name: labels.find.gather }).click();
  await expect(page.getByText('1 picture gathered.')).toBeVisible();
  await page.goto(address);
  await page.getByRole('link', { name: 'Loft alone' }).click();
  await expect.poll(names).toEqual(['fi26-11.jpg']);
});

test('an assignment is archived and brought back; its pictures are found all the time', async () => {
  await page.goto(address);
  const row = page.getByRole('link', { name: 'Find loft', exact: true });
  await page.getByRole('button', { name: `${labels.workshop.archive} Find loft` }).click();
  await expect(page.getByText('“Find loft” is archived')).toBeVisible();
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: labels.workshop.undoArchiving, exact: true }).click();
  await expect(row).toBeVisible();
  await page.getByRole('button', { name: `${labels.workshop.archive} Find loft` }).click();
  await expect(row).toHaveCount(0);
  await page.reload();
  await page.getByRole('button', { name: labels.workshop.archivedAssignments }).click();
  await expect(row).toBeVisible();
  await page.goto(`${address}/find?where=Assignment+is+Find+loft`);
  await expect.poll(names).toHaveLength(2);
  await page.goto(address);
  await page.getByRole('button', { name: labels.workshop.archivedAssignments }).click();
  await page.getByRole('button', { name: `${labels.workshop.bringBack} Find loft` }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('“Find loft” is back.')).toBeVisible();
  await page.getByRole('button', { name: labels.workshop.presentAssignments }).click();
  await expect(row).toBeVisible();
});
