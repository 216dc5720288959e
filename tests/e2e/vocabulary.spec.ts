import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import {
  assignmentWith,
  type DeskAssignment,
  describeUrl,
  embedAll,
  exiv2,
  holdBack,
  makePictures,
  send,
  values,
} from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: vocabulary, keywords

/** A journey and a product series: keywords from a vocabulary, from the first list to the files. */
test.describe.configure({ mode: 'serial' });
const { address, data } = running();
const names = Array.from({ length: 6 }, (_, at) => `jr26-0${at + 1}.jpg`);
const terms =
  'Northern coast\n\tKvalhavn\n\tGrunnvik\nfish drying rack\nold quay\nharbour crane\nrowing gear\n';

let page: Page;
let journey: DeskAssignment;
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  page.on('pageerror', (error) => complaints.push(error.message));
});
test.afterAll(() => page.close());

const vocabulary = (query = '') => page.goto(`${address}/vocabulary${query}`);
const tree = () => page.getByRole('tree', { name: labels.ui.terms });
const term = (name: string) => tree().getByRole('treeitem').filter({ hasText: name });
const leaf = (name: string) => page.getByRole('region', { name: `The term ${name}` });
const keywords = () => page.getByLabel(labels.describe.keywords, { exact: true });
const photo = (name: string) => page.locator(`[data-photo="${name}"]`);
const held = async (name: string) => (await values(page, journey, name, ['keywords'])).keywords;
const all = async () =>
  send<{ spelling: string; pictures: number }[]>(page, 'vocabulary/terms', undefined, 'GET');
const uses = async (spelling: string) => (await all()).find((one) => one.spelling === spelling)?.pictures;

async function takeInFile(name: string, text: string, button: string) {
  await vocabulary('?view=exchange');
  await page
    .getByLabel('Vocabulary file')
    .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: button }).click();
  await expect(dialog.getByText(`Taken in: ${name}`)).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();
}

/** The page of what is out of order, with all of each list: other tests leave words behind. */
async function outOfOrder() {
  await vocabulary('?view=order');
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
  for (const more = page.getByRole('button', { name: /^all \d+$/ }); (await more.count()) > 0; )
    await more.first().click();
}

/** By the mouse, as a hand does it: in several steps. */
async function drag(name: string, onto: string) {
  const [from, to] = [await term(name).boundingBox(), await term(onto).boundingBox()];
  await page.mouse.move(from!.x + 90, from!.y + from!.height / 2);
  await page.mouse.down();
  await page.mouse.move(to!.x + 100, to!.y + to!.height / 2, { steps: 12 });
  await page.mouse.up();
}

const oldKeyword = /Iptc\.Application2\.Keywords\s+old quay/;

/** Without a selection, all drafts are meant. */
const embedDrafts = async (count: number) => {
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Select pictures to write')).toBeVisible();
  await embedAll(page, count);
};

test('a list of terms is shown before it is taken in, stands in the tree, and can be undone', async () => {
  await takeInFile('coast.txt', terms, 'Take in 7 terms');
  await page
    .getByRole('navigation', { name: labels.vocabulary.ofTheVocabulary })
    .getByRole('link', { name: labels.ui.terms })
    .click();
  await expect(term('Kvalhavn')).toHaveAttribute('aria-level', '2');
  await page.getByRole('button', { name: 'Undo taking in 7 terms' }).click();
  await expect(term('Kvalhavn')).toHaveCount(0);
  await page.getByRole('button', { name: 'Redo taking in 7 terms' }).click();
  await expect(term('Kvalhavn')).toHaveCount(1);
});

test('a heading groups terms and is not on offer; words lead to their term', async () => {
  await term('Northern coast').click();
  await leaf('Northern coast').getByRole('button', { name: labels.vocabulary.makeItAHeading }).click();
  await expect(term('Northern coast')).toContainText('heading');
  await term('fish drying rack').click();
  const synonyms = leaf('fish drying rack').getByLabel(labels.vocabulary.synonyms);
  await synonyms.fill('stockfish rack');
  await synonyms.press('Enter');
  await expect(term('fish drying rack')).toContainText('stockfish rack');
  await leaf('fish drying rack').getByLabel(labels.vocabulary.languageOfANewWord).fill('nb');
  await leaf('fish drying rack').getByLabel(labels.vocabulary.wordInThatLanguage).fill('fiskehjell');
  await leaf('fish drying rack').getByLabel(labels.vocabulary.wordInThatLanguage).press('Enter');
  await expect(leaf('fish drying rack').getByLabel('In nb')).toHaveValue('fiskehjell');
  await page.reload();
  await expect(leaf('fish drying rack').getByLabel(labels.vocabulary.synonyms)).toHaveValue('stockfish rack');
});

test('place terms are put on all at import, completed and led to their terms', async () => {
  const [card, working] = ['journey card ', 'journey '].map((one) => mkdtempSync(path.join(data, one))) as [
    string,
    string,
  ];
  await makePictures(card, names);
  const { id } = await send<{ id: string }>(page, 'assignments', {
    name: 'Journey north',
    workingPath: working,
    sourcePath: card,
  });
  await send(page, `assignments/${id}`, { inForce: [] }, 'PATCH');
  await page.goto(`${address}/assignments/${id}/bring-in`);
  const line = page.getByLabel(labels.bringIn.keywordsForAllOfThem);
  await line.pressSequentially('kval');
  await expect(page.getByRole('option', { name: /^Kvalhavn/ })).toBeVisible();
  await line.press('ArrowDown');
  await line.press('Enter');
  await expect(line).toHaveValue('Kvalhavn, ');
  await line.pressSequentially('stockfish rack');
  await line.press('Tab');
  await expect(line).toHaveValue('Kvalhavn, fish drying rack');
  await page.getByRole('button', { name: 'Bring in 6', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Brought in 6 of 6' })).toBeVisible();
  const rows = (await (await page.request.get(`${address}/api/assignments/${id}/photos`)).text())
    .split('\n')
    .flatMap((one) =>
      one ? ((JSON.parse(one) as { rows?: { id: string; name: string }[] }).rows ?? []) : [],
    );
  journey = { id, folder: working, names, ids: Object.fromEntries(rows.map((row) => [row.name, row.id])) };
  for (const name of names)
    expect(exiv2(journey, name)).toMatch(/Iptc\.Application2\.Keywords\s+fish drying rack/);
  expect(await uses('Kvalhavn')).toBe(6);
});

test('two terms for two pictures: by letters and arrow, and from what is on offer, by key', async () => {
  await page.goto(describeUrl(journey));
  await photo(names[0]!).click();
  await photo(names[1]!).click({ modifiers: ['Control'] });
  await keywords().pressSequentially('cran');
  await expect(page.getByRole('option', { name: /^harbour crane/ })).toBeVisible();
  await keywords().press('ArrowDown');
  await keywords().press('Enter');
  await expect.poll(() => held(names[0]!)).toEqual(['Kvalhavn', 'fish drying rack', 'harbour crane']);
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('Men at the old quay.');
  const offer = page.getByRole('group', { name: labels.keywords.onOffer });
  await expect(offer.getByRole('button', { name: 'Take old quay' })).toBeVisible();
  await keywords().focus();
  await keywords().press('ArrowDown');
  await keywords().press('Enter');
  await expect.poll(() => held(names[1]!)).toContain('old quay');
  expect(await held(names[2]!)).toEqual(['Kvalhavn', 'fish drying rack']);
  await expect(offer.getByRole('button', { name: 'Take old quay' })).toHaveCount(0);
});

/** What is on offer may change with every answer: the words that count are those that stood there at the press itself. */
function noteOfferAtPress() {
  return page.evaluate(() => {
    const note = () => {
      const words = [...document.querySelectorAll('[aria-label="On offer"] [aria-label^="Take "]')].map(
        (button) => button.textContent,
      );
      document.body.dataset.offered = JSON.stringify(words);
    };
    delete document.body.dataset.offered;
    for (const kind of ['keydown', 'click']) document.addEventListener(kind, note, { capture: true });
  });
}

async function offeredAtPress(): Promise<string[]> {
  return page.evaluate(() => JSON.parse(document.body.dataset.offered ?? '[]') as string[]);
}

test('the shown set is taken by one key, or by one press, and taken back by one', async () => {
  const offer = page.getByRole('group', { name: labels.keywords.onOffer });
  const before = await held(names[0]!);
  await page.keyboard.press('Escape');
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Escape');
  await photo(names[0]!).click();
  await expect(page.getByText(`Writing to ${names[0]}`)).toBeVisible();
  await page
    .getByLabel(labels.describe.caption, { exact: true })
    .fill('Men of Grunnvik at the old quay mend their rowing gear.');
  for (const take of [
    () => page.keyboard.press('Shift+Enter'),
    () => offer.getByRole('button', { name: /^take these \d+$/ }).click(),
  ]) {
    await expect(offer.getByRole('button', { name: /^take these \d+$/ })).toBeVisible();
    await keywords().focus();
    await noteOfferAtPress();
    await take();
    const words = await offeredAtPress();
    expect(words.length).toBeGreaterThan(1);
    await expect
      .poll(() => held(names[0]!))
      .toEqual(expect.arrayContaining([...(before as string[]), ...words]));
    await page.getByRole('button', { name: /^Undo keywords/ }).click();
    await expect.poll(() => held(names[0]!)).toEqual(before);
  }
});

test('on some pictures it is said on how many; one press puts it on all, another takes it away', async () => {
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Control+a');
  await page.getByRole('button', { name: 'harbour crane 2 of 6' }).click();
  await expect.poll(() => held(names[5]!)).toContain('harbour crane');
  await page.getByRole('button', { name: 'Remove harbour crane' }).click();
  await expect.poll(() => held(names[0]!)).toEqual(['Kvalhavn', 'fish drying rack', 'old quay']);
});

test('a bundle is made from a picture and put on others by one act', async () => {
  await page.keyboard.press('Escape');
  await photo(names[0]!).click();
  await expect(page.getByRole('button', { name: 'Remove old quay' })).toBeVisible();
  await page.getByRole('button', { name: labels.keywords.bundles }).click();
  await page.getByLabel(labels.keywords.nameOfTheNewBundle).fill('Quayside');
  await page.getByLabel(labels.keywords.nameOfTheNewBundle).press('Enter');
  await expect(page.getByRole('button', { name: 'Put on Quayside' })).toBeVisible();
  await page.keyboard.press('Escape');
  // The button moved under the pointer when the keywords of the next picture arrived, and the press was lost.
  const bundles = page.getByRole('button', { name: labels.keywords.bundles });
  const topBefore = (await bundles.boundingBox())!.y;
  const readDesk = await holdBack(page, '**/desk');
  await photo(names[4]!).click();
  await expect(page.getByText(`Writing to ${names[4]}`)).toBeVisible();
  expect(Math.abs((await bundles.boundingBox())!.y - topBefore)).toBeLessThan(20);
  await readDesk();
  await bundles.click();
  await page.getByRole('button', { name: 'Put on Quayside' }).click();
  await expect.poll(() => held(names[4]!)).toEqual(['Kvalhavn', 'fish drying rack', 'old quay']);
});

test('a ready bundle is put on, and undone by key', async () => {
  const before = await held(names[4]!);
  await page.getByRole('button', { name: labels.keywords.bundles }).click();
  await page.getByRole('button', { name: 'Put on Old town' }).click();
  await expect.poll(() => held(names[4]!)).toContain('facade');
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Control+z');
  await expect.poll(() => held(names[4]!)).toEqual(before);
});

test('a near-duplicate is named and mended in one step; that two are two is remembered', async () => {
  await keywords().fill('harbour cranes, rowing gears');
  await keywords().press('Enter');
  const said = page.getByRole('status', { name: labels.keywords.ofTheWordsJustEntered });
  await said.getByRole('button', { name: 'Write harbour crane for harbour cranes' }).click();
  await expect.poll(() => held(names[4]!)).toContain('harbour crane');
  expect(await held(names[4]!)).not.toContain('harbour cranes');
  await said.getByRole('button', { name: 'keep both: rowing gears and rowing gear' }).click();
  await expect(said.getByRole('button')).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove rowing gears' }).click();
  await expect.poll(() => held(names[4]!)).not.toContain('rowing gears');
  await keywords().fill('rowing gears');
  await keywords().press('Enter');
  await expect.poll(() => held(names[4]!)).toContain('rowing gears');
  await expect(said.getByRole('button')).toHaveCount(0);
});

test('the list is found through by letters, with counts that are right', async () => {
  await vocabulary();
  await page.getByLabel(labels.vocabulary.findATerm).fill('quay');
  await expect(tree().getByRole('treeitem')).toHaveCount(1);
  await expect(term('old quay')).toContainText('3');
  await page.getByLabel(labels.vocabulary.findATerm).fill('');
  await page.getByLabel(labels.ui.showPictures, { exact: true }).selectOption('heading');
  await expect(term('Northern coast')).toBeVisible();
});

test('a term is renamed and carried through to the files after a proof, and taken back', async () => {
  await page.goto(describeUrl(journey));
  await expect(page.getByText(`Writing to ${names[4]}`)).toBeVisible();
  await embedDrafts(3);
  await vocabulary();
  await term('old quay').click();
  const spelling = leaf('old quay').getByLabel(labels.ui.spelling);
  await spelling.fill('stone quay');
  await spelling.press('Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('Journey north')).toBeVisible();
  // Nothing is written by renaming alone.
  expect(await held(names[0]!)).toContain('old quay');
  await dialog.getByRole('button', { name: 'Write drafts on 3 pictures' }).click();
  await dialog.getByRole('link', { name: 'Journey north' }).click();
  await expect(page.getByText('3 of 6 pictures')).toBeVisible();
  expect(await held(names[0]!)).toEqual(['Kvalhavn', 'fish drying rack', 'stone quay']);
  expect(exiv2(journey, names[0]!)).toMatch(oldKeyword);
  await embedDrafts(3);
  expect(exiv2(journey, names[0]!)).not.toMatch(oldKeyword);
  for (const record of [/Iptc\.Application2\.Keywords\s+stone quay/, /Xmp\.dc\.subject\s+.*stone quay/])
    expect(exiv2(journey, names[0]!)).toMatch(record);
  await page.getByRole('button', { name: labels.receipts.undoThisRun }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => exiv2(journey, names[0]!), { timeout: 60_000 }).toMatch(oldKeyword);
});

test('joined by keyboard alone, split, moved by the mouse, and removed: the tree says so, and undo does too', async () => {
  await vocabulary();
  await term('rowing gear').click();
  await tree().focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowDown');
  await expect(leaf('rowing gear')).toBeVisible();
  await leaf('rowing gear').getByRole('button', { name: labels.vocabulary.joinIntoAnother }).press('Enter');
  const picker = page.getByLabel('Join rowing gear into');
  await picker.focus();
  await page.keyboard.type('harbour');
  await page.keyboard.press('Enter');
  await expect(leaf('harbour crane').getByLabel(labels.vocabulary.synonyms)).toHaveValue('rowing gear');
  await page.getByRole('button', { name: 'Undo joining into “harbour crane”' }).click();
  await expect(term('harbour crane')).not.toContainText('rowing gear');
  await term('rowing gear').click();
  await leaf('rowing gear').getByRole('button', { name: labels.vocabulary.split }).click();
  await page.getByLabel('Split rowing gear into').fill('oar, thole pin');
  await page.getByLabel('Split rowing gear into').press('Enter');
  await expect(term('thole pin')).toHaveCount(1);
  await expect(term('rowing gear')).toHaveCount(0);
  await drag('thole pin', 'oar');
  await expect(term('thole pin')).toHaveAttribute('aria-level', '2');
  await term('thole pin').click();
  await leaf('thole pin').getByRole('button', { name: labels.vocabulary.move }).click();
  await page.getByRole('button', { name: labels.vocabulary.toTheTop }).click();
  await expect(term('thole pin')).toHaveAttribute('aria-level', '1');
  await leaf('thole pin').getByRole('button', { name: labels.vocabulary.retire }).click();
  await expect(term('thole pin')).toContainText('retired');
  await leaf('thole pin').getByRole('button', { name: labels.vocabulary.useItAsAKeywordAgain }).click();
  await expect(term('thole pin')).not.toContainText('retired');
  await leaf('thole pin').getByRole('button', { name: labels.ui.remove }).click();
  await expect(term('thole pin')).toHaveCount(0);
});

test('folded and unfolded by key and by press; a note and a rename without the old word; undone by key', async () => {
  await term('Northern coast').click();
  await tree().focus();
  await page.keyboard.press('ArrowLeft');
  await expect(term('Grunnvik')).toHaveCount(0);
  await page.keyboard.press('ArrowRight');
  await expect(term('Grunnvik')).toHaveCount(1);
  await page.getByRole('button', { name: labels.vocabulary.foldAll }).click();
  await expect(term('Grunnvik')).toHaveCount(0);
  await page.getByRole('button', { name: labels.vocabulary.unfoldAll }).click();
  await term('Grunnvik').click();
  await leaf('Grunnvik').getByLabel(labels.vocabulary.note).fill('The village, not the bay');
  await leaf('Grunnvik').getByLabel(labels.vocabulary.note).press('Enter');
  await leaf('Grunnvik').getByRole('checkbox').uncheck();
  await leaf('Grunnvik').getByLabel(labels.ui.spelling).fill('Grønnvik');
  await leaf('Grunnvik').getByLabel(labels.ui.spelling).press('Enter');
  await expect(leaf('Grønnvik').getByLabel(labels.vocabulary.synonyms)).toHaveValue('');
  const [made] = (await all()).filter((one) => one.spelling === 'Grønnvik');
  expect(made).toMatchObject({ note: 'The village, not the bay', synonyms: [] });
  await tree().focus();
  await page.keyboard.press('Control+z');
  await expect(term('Grunnvik')).toHaveCount(1);
  await page.keyboard.press('Control+Shift+Z');
  await expect(term('Grønnvik')).toHaveCount(1);
});

test('two windows show the same; what is half typed outlives a reload and is nobody’s word before Enter', async () => {
  const other = await page.context().browser()!.newPage();
  await other.goto(`${address}/vocabulary`);
  const theirs = other.getByRole('tree', { name: labels.ui.terms }).getByRole('treeitem');
  await page.getByLabel(labels.vocabulary.newTerms).fill('ice foot');
  await page.getByLabel(labels.vocabulary.findATerm).focus();
  await page.reload();
  await expect(page.getByLabel(labels.vocabulary.newTerms)).toHaveValue('ice foot');
  expect((await all()).map((one) => one.spelling)).not.toContain('ice foot');
  await page.getByLabel(labels.vocabulary.newTerms).press('Enter');
  await expect(theirs.filter({ hasText: 'ice foot' })).toHaveCount(1);
  await send(page, `assignments/${journey.id}/writing`, {
    scope: { of: 'these', ids: [journey.ids[names[5]!]] },
    writing: { kind: 'add-keywords', terms: ['ice foot'] },
  });
  // The use of a term follows the pictures.
  await expect(theirs.filter({ hasText: 'ice foot' })).toContainText('1');
  // Its pictures open from it.
  await theirs.filter({ hasText: 'ice foot' }).click();
  await other.getByRole('link', { name: /^1 picture in / }).click();
  await expect(other.locator('[data-photo]')).toHaveCount(1);
  await expect(other.locator(`[data-photo="${names[5]}"]`)).toBeVisible();
  await other.close();
});

test('a spelling that is taken is refused with the reason, and nothing is changed', async () => {
  await page.getByLabel(labels.vocabulary.newTerms).fill('Kvalhavn');
  await page.getByLabel(labels.vocabulary.newTerms).press('Enter');
  await expect(page.getByText('“Kvalhavn” is there already')).toBeVisible();
  await term('oar').click();
  await leaf('oar').getByRole('button', { name: labels.vocabulary.addTermsUnderIt }).click();
  await page.getByLabel('New terms under oar').fill('sculling oar, steering oar');
  await page.getByLabel('New terms under oar').press('Enter');
  await expect(term('steering oar')).toHaveAttribute('aria-level', '2');
});

test('what is out of order is listed, each with the act that mends it', async () => {
  await send(page, `assignments/${journey.id}/writing`, {
    scope: { of: 'these', ids: [journey.ids[names[3]!]] },
    writing: { kind: 'set', field: 'keywords', value: ['Kvalhavns', 'stockfish rack', 'sea fog'] },
  });
  await outOfOrder();
  await page.getByRole('button', { name: 'Take in sea fog' }).click();
  await expect(page.getByRole('button', { name: 'Take in sea fog' })).toHaveCount(0);
  await page.getByRole('button', { name: 'write “fish drying rack” for stockfish rack' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Write drafts on 1 picture' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await expect.poll(() => held(names[3]!)).toEqual(['Kvalhavns', 'fish drying rack', 'sea fog']);
  // What is mended leaves the list.
  await expect(page.getByRole('button', { name: 'write “fish drying rack” for stockfish rack' })).toHaveCount(
    0,
  );
  await page.getByRole('button', { name: 'write “Kvalhavn” for Kvalhavns' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Write drafts on 1 picture' }).click();
  await expect.poll(() => held(names[3]!)).toEqual(['Kvalhavn', 'fish drying rack', 'sea fog']);
});

test('all new words are taken in at once, and a term that is used once is a press away', async () => {
  const many = Array.from({ length: 14 }, (_, at) => `sea mark ${'abcdefghijklmn'[at]}`);
  await send(page, `assignments/${journey.id}/writing`, {
    scope: { of: 'these', ids: [journey.ids[names[3]!]] },
    writing: { kind: 'set', field: 'keywords', value: many },
  });
  await vocabulary('?view=order');
  await page.getByRole('button', { name: /^Take in all \d+$/ }).click();
  await expect(page.getByRole('button', { name: /^Take in / })).toHaveCount(0);
  const spellings = (await all()).map((one) => one.spelling);
  for (const word of many) expect(spellings).toContain(word);
  await outOfOrder();
  await expect(page.getByRole('link', { name: many[13]! })).toBeVisible();
  await page.getByRole('button', { name: labels.vocabulary.fewer }).first().click();
  await expect(page.getByRole('button', { name: /^all \d+$/ }).first()).toBeVisible();
  await outOfOrder();
  await page.getByRole('link', { name: many[13]! }).click();
  await expect(leaf(many[13]!)).toBeVisible();
});

test('a new word is joined to a term: it leads there from now on, and the pictures follow', async () => {
  await send(page, `assignments/${journey.id}/writing`, {
    scope: { of: 'these', ids: [journey.ids[names[3]!]] },
    writing: { kind: 'set', field: 'keywords', value: ['haar', 'Kvalhavn'] },
  });
  await outOfOrder();
  await page.getByRole('button', { name: 'join to a term: haar' }).click();
  await page.getByLabel('Term for haar').fill('sea f');
  await page.getByLabel('Term for haar').press('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Write drafts on 1 picture' }).click();
  await expect.poll(() => held(names[3]!)).toEqual(['sea fog', 'Kvalhavn']);
  expect((await all()).find((one) => one.spelling === 'sea fog')).toMatchObject({ synonyms: ['haar'] });
});

test('terms that may be one are joined, or said to be two; long and retired ones are taken away', async () => {
  const long = 'drying racks for stockfish along the northern coast in the months of spring';
  const made = ['net loft', 'net lofts', 'sea cave', 'sea caves', 'tar barrel'].map((spelling, at) => ({
    id: `5c9f3f0e-1c7d-4b0a-8f52-00000000000${at}`,
    spelling,
  }));
  await send(page, 'vocabulary', { kind: 'add', terms: made });
  await send(page, `assignments/${journey.id}/writing`, {
    scope: { of: 'these', ids: [journey.ids[names[3]!]] },
    writing: { kind: 'set', field: 'keywords', value: ['net lofts', 'tar barrel', long] },
  });
  await send(page, 'vocabulary', { kind: 'state', ids: [made[4]!.id], state: 'retired' });
  await outOfOrder();
  await page.getByRole('button', { name: 'both are “net loft”' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Write drafts on 1 picture' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'keep both: sea cave and sea caves' }).click();
  await expect(page.getByRole('button', { name: 'keep both: sea cave and sea caves' })).toHaveCount(0);
  for (const word of [long, 'tar barrel']) {
    await page.getByRole('button', { name: `take it away: ${word}` }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Write drafts on 1 picture' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  }
  await expect.poll(() => held(names[3]!)).toEqual(['net loft']);
});

test('use is drawn: terms on most pictures', async () => {
  await vocabulary('?view=use');
  await expect(page.getByText('Kvalhavn')).toBeVisible();
  await expect(page.getByText(/\d+ of \d+ terms are on pictures\./)).toBeVisible();
});

test('a bundle is changed, renamed and removed on its page', async () => {
  await vocabulary('?view=bundles');
  await page.getByLabel('Words of Quayside').fill('stone quay, sea fog');
  await page.getByLabel('Words of Quayside').press('Enter');
  await page.getByLabel('Name of Quayside').fill('Quay');
  await page.getByLabel('Name of Quayside').press('Enter');
  await page.reload();
  await expect(page.getByLabel('Words of Quay')).toHaveValue('stone quay, sea fog');
  await page.getByLabel(labels.vocabulary.nameOfANewBundle).fill('Short-lived');
  await page.getByLabel(labels.vocabulary.nameOfANewBundle).press('Enter');
  await page.getByRole('button', { name: 'Remove the bundle Short-lived' }).click();
  await expect(page.getByRole('button', { name: 'Remove the bundle Short-lived' })).toHaveCount(0);
});

test('SKOS out, everything removed, and in again: the same vocabulary', async () => {
  await vocabulary('?view=exchange');
  const before = (await all()).map(({ pictures: _, ...one }) => one);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'SKOS, Turtle' }).click(),
  ]);
  const turtle = readFileSync((await file.path())!, 'utf8');
  expect(turtle).toContain('skos:Concept');
  await send(page, 'vocabulary', {
    kind: 'remove',
    ids: (await send<{ id: string }[]>(page, 'vocabulary/terms', undefined, 'GET')).map((one) => one.id),
  });
  await takeInFile('vocabulary.ttl', turtle, `Take in ${before.length} terms`);
  const after = (await all()).map(({ pictures: _, ...one }) => one);
  const sorted = (list: { spelling: string }[]) =>
    [...list].sort((a, b) => (a.spelling < b.spelling ? -1 : 1));
  expect(sorted(after)).toEqual(sorted(before));
  writeFileSync(path.join(data, 'broken.ttl'), '<a> <b> .');
  await page.getByLabel('Vocabulary file').setInputFiles(path.join(data, 'broken.ttl'));
  await expect(page.getByRole('dialog').getByText('The file could not be read')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'look at it: season, weather, light' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Take in \d+ terms/ })
    .click();
  await expect(page.getByText('Taken in: season, weather, light')).toBeVisible();
});

test('a product series: a list pasted with semicolons, overwritten on all, led to its terms, read back by others', async () => {
  const series = Array.from({ length: 4 }, (_, at) => `pr26-${at + 1}.jpg`);
  journey = await assignmentWith(page, 'Product series', series);
  await send(page, 'vocabulary', {
    kind: 'add',
    terms: [{ id: '0b6f2a52-7d3f-4a54-9d1c-6a3a1e2f4b11', spelling: 'oilskin coat' }],
  });
  await send(page, 'vocabulary', {
    kind: 'edit',
    id: '0b6f2a52-7d3f-4a54-9d1c-6a3a1e2f4b11',
    edit: { synonyms: ['rain coat'] },
  });
  await page.goto(describeUrl(journey));
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Control+a');
  await keywords().fill('an older word');
  await keywords().press('Enter');
  await page.getByRole('button', { name: 'Remove an older word' }).click();
  await keywords().focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'Rain coat; workwear;yellow\nwaterproof;Yellow');
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect
    .poll(async () => Promise.all(series.map(held)))
    .toEqual(series.map(() => ['oilskin coat', 'workwear', 'yellow', 'waterproof']));
  await expect(page.getByRole('status', { name: labels.keywords.ofTheWordsJustEntered })).toContainText(
    'Rain coat → oilskin coat',
  );
  await embedAll(page, 4);
  for (const name of series) {
    const read = exiv2(journey, name);
    for (const word of ['oilskin coat', 'workwear', 'yellow', 'waterproof'])
      expect(read).toMatch(new RegExp(`Iptc\\.Application2\\.Keywords\\s+${word}`));
    expect(read).toMatch(/Xmp\.dc\.subject\s+oilskin coat, workwear, yellow, waterproof/);
  }
});

test('a keyword with a comma inside stands in quotes', async () => {
  await page.goto(describeUrl(journey));
  await photo('pr26-1.jpg').click();
  await keywords().pressSequentially('"coat, yellow"');
  await keywords().press('Enter');
  await expect.poll(() => held('pr26-1.jpg')).toContain('coat, yellow');
});

// IPTC-IIM 4.2, DataSet 2:25: 64 bytes.
test('a keyword that is longer than IIM takes is told before it is written', async () => {
  await page.goto(describeUrl(journey));
  await photo('pr26-4.jpg').click();
  await expect(page.getByText('Writing to pr26-4.jpg')).toBeVisible();
  const long = 'a coat for fishermen, waxed, with a hood and two rows of horn buttons';
  await keywords().fill(`"${long}"`);
  await keywords().press('Enter');
  await expect.poll(() => held('pr26-4.jpg')).toContain(long);
  await page.getByRole('button', { name: 'Embed 1', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('older programs will see it cut')).toBeVisible();
  await expect(dialog.getByText('69 of 64 bytes')).toBeVisible();
  await dialog.getByRole('button', { name: labels.ui.cancel }).click();
  await page.getByRole('button', { name: `Remove ${long}` }).click();
  await expect.poll(() => held('pr26-4.jpg')).not.toContain(long);
});

// Metadata Working Group guidelines 2.0, keyword hierarchy; read back by libexiv2.
test('the paths of keywords are written beside the flat ones where that is wished', async () => {
  await page.goto(describeUrl(journey));
  await photo('pr26-3.jpg').click();
  await expect(page.getByText('Writing to pr26-3.jpg')).toBeVisible();
  await keywords().fill('Kvalhavn');
  await keywords().press('Enter');
  await expect.poll(() => held('pr26-3.jpg')).toContain('Kvalhavn');
  await page.getByRole('button', { name: labels.describe.writePaths }).click();
  await expect(page.getByRole('button', { name: 'Undo keyword paths in 1 picture' })).toBeVisible();
  await embedAll(page, 1);
  const read = exiv2(journey, 'pr26-3.jpg');
  expect(read).toMatch(/mwg-kw:Keyword\s+Northern coast/);
  expect(read).toMatch(/mwg-kw:Children\[1\]\/mwg-kw:Keyword\s+Kvalhavn/);
  expect(read).toMatch(/Iptc\.Application2\.Keywords\s+Kvalhavn/);
  // A heading groups, and is written flat nowhere.
  expect(read).not.toMatch(/Iptc\.Application2\.Keywords\s+Northern coast/);
  expect(read).not.toMatch(/Xmp\.dc\.subject.*Northern coast/);
});

test('words of the vocabulary and bundles go into a template', async () => {
  await page.goto(`${address}/templates/new`);
  await page.getByRole('textbox', { name: labels.templates.nameOfTheTemplate }).fill('Quayside words');
  await page.getByRole('textbox', { name: labels.describe.keywords, exact: true }).click();
  const from = page.getByLabel('Keywords: from the vocabulary');
  await from.pressSequentially('oilsk');
  await expect(page.getByRole('option', { name: /^oilskin coat/ })).toBeVisible();
  await from.press('ArrowDown');
  await from.press('Enter');
  await page.getByRole('button', { name: labels.keywords.bundles }).click();
  // By the key: the list of bundles is still finding its place.
  await page.getByRole('button', { name: 'Put on Quay' }).press('Enter');
  await expect(page.locator('[data-field="keywords"]').getByText('sea fog').first()).toBeVisible();
  await page.getByRole('button', { name: labels.templates.saveTheTemplate }).click();
  await expect(page.getByText('version 1', { exact: true })).toBeVisible();
  const where = page.url().replace(/.*\/(templates\/[0-9a-f-]{36}).*/, '$1');
  const saved = () =>
    send<{ version: number; entries: { field: string; texts: string[] }[] }>(page, where, undefined, 'GET');
  expect((await saved()).entries).toEqual([
    expect.objectContaining({ field: 'keywords', texts: ['oilskin coat', 'stone quay', 'sea fog'] }),
  ]);
  // A term that is renamed afterwards is renamed in the template, as a new version.
  const terms = await send<{ id: string; spelling: string }[]>(page, 'vocabulary/terms', undefined, 'GET');
  const { id: fog } = terms.find((one) => one.spelling === 'sea fog')!;
  await page.goto(`${address}/vocabulary?term=${fog}`);
  const rename = async (from: string, to: string) => {
    await leaf(from).getByLabel(labels.ui.spelling).fill(to);
    await leaf(from).getByLabel(labels.ui.spelling).press('Enter');
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('link', { name: 'Quayside words' })).toBeVisible();
    await dialog.getByRole('button', { name: /hange 1 template$/ }).click();
    await expect(dialog.getByRole('heading', { name: /1 template changed$/ })).toBeVisible();
    await dialog.getByRole('button', { name: 'Close' }).click();
  };
  await rename('sea fog', 'sea mist');
  expect(await saved()).toMatchObject({
    version: 2,
    entries: [{ texts: ['oilskin coat', 'stone quay', 'sea mist'] }],
  });
  await rename('sea mist', 'sea fog');
});

test('in the ledger a cell of keywords is completed, and led to its terms', async () => {
  await page.goto(describeUrl(journey, '?as=ledger'));
  await expect(page.locator('[role=grid][aria-busy=false]')).toBeVisible();
  const unfold = page.getByRole('button', { name: /^unfold/ });
  if (await unfold.isVisible()) await unfold.click();
  await page.locator('[data-photo="pr26-2.jpg"] [data-cell="keywords"]').click();
  await page.keyboard.type('rain coat, wav');
  await expect(page.getByRole('option', { name: /^waves/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect.poll(() => held('pr26-2.jpg')).toEqual(['oilskin coat', 'waves']);
});

test('nothing complained in the browser', () => {
  expect(complaints).toEqual([]);
});
