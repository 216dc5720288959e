import { renameSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { ccFields } from '@/core/rights/creativeCommons';
import {
  assignmentWith,
  type DeskAssignment,
  describeUrl,
  embedAll,
  exiv2,
  holdBack,
  makePictures,
  send,
  sql,
  values,
} from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: describe, fields

/** A studio session: titles by a pattern, full credits, one picture's words on its neighbours, a template of it. */
test.describe.configure({ mode: 'serial' });
const { address, data } = running();

const names = Array.from({ length: 6 }, (_, at) => `st26-${String(at + 1).padStart(2, '0')}.jpg`);

let page: Page;
let assignment: DeskAssignment;
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 900 },
    permissions: ['clipboard-read', 'clipboard-write'],
  });
  page = await context.newPage();
  page.on('pageerror', (error) => complaints.push(error.message));
  assignment = await assignmentWith(page, 'Studio', names);
  const facts = [{ name: 'occasion', value: 'Sail cloth' }];
  await send(page, `assignments/${assignment.id}`, { facts }, 'PATCH');
  await page.goto(describeUrl(assignment));
});
test.afterAll(() => page.context().close());

const picture = (name: string) => page.locator(`[data-photo="${name}"]`);
const all = async () => {
  await picture(names[0]!).click();
  await page.keyboard.press('Control+a');
  await expect(page.getByText('Writing to 6 pictures')).toBeVisible();
};
const held = async (name: string, ...fields: string[]) => values(page, assignment, name, fields);

test('titles composed by a pattern, for all at once, with examples while one types', async () => {
  await all();
  await page.getByRole('button', { name: labels.describe.compose }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.describe.textWithPlaceholders).fill('');
  await dialog.getByLabel(labels.describe.placeholder, { exact: true }).selectOption('occasion');
  await dialog.getByLabel(labels.describe.textWithPlaceholders).press('End');
  await dialog
    .getByLabel(labels.describe.textWithPlaceholders)
    .pressSequentially(', {{ running number : 3 }}');
  await expect(dialog.getByRole('list', { name: labels.describe.examples })).toContainText('Sail cloth, 001');
  await dialog.getByRole('button', { name: 'Write into 6 pictures' }).click();
  await expect.poll(() => held(names[5]!, 'title')).toMatchObject({ title: 'Sail cloth, 006' });
  await expect(page.getByRole('button', { name: 'Undo Title in 6 pictures' })).toBeVisible();
});

test('what is composed over other titles says which it replaces', async () => {
  await page.getByRole('button', { name: labels.describe.compose }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.describe.textWithPlaceholders).fill('Cloth {{ running number }}');
  await expect(dialog.getByText('Replaces the Title of 6 pictures.')).toBeVisible();
  await expect(dialog.getByRole('list', { name: labels.describe.examples })).toContainText(
    'Sail cloth, 001 → Cloth 1',
  );
  await dialog.getByRole('button', { name: labels.ui.cancel }).click();
});

test('a pattern that cannot be understood says so, and writes nothing', async () => {
  await page.getByRole('button', { name: labels.describe.compose }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.describe.field).selectOption({ label: 'Headline' });
  await dialog.getByLabel(labels.describe.textWithPlaceholders).fill('{{ no such thing }}');
  await expect(dialog.getByText('stays empty: no value for “no such thing”').first()).toBeVisible();
  await dialog.getByRole('button', { name: labels.ui.cancel }).click();
  expect(await held(names[0]!, 'headline')).toMatchObject({ headline: null });
});

test('an open licence is chosen at the desk as in a template; a bare address is made whole', async () => {
  await all();
  await page.getByRole('button', { name: 'creator, rights', exact: true }).click();
  await page.getByRole('button', { name: labels.describe.openLicence }).click();
  await page.getByRole('button', { name: /^Put CC BY .*in$/ }).click();
  await expect
    .poll(() => held(names[0]!, 'ccLicense', 'rightsStatus', 'webStatement'))
    .toMatchObject({
      ccLicense: 'https://creativecommons.org/licenses/by/4.0/',
      rightsStatus: 'in-copyright',
      webStatement: 'https://creativecommons.org/licenses/by/4.0/',
    });
  const web = page.locator('[data-field="contactWeb"]');
  await web.getByRole('textbox').fill('www.tarnandtide.example');
  await web.getByRole('button', { name: 'Make it https://www.tarnandtide.example' }).click();
  await expect
    .poll(() => held(names[5]!, 'contactWeb'))
    .toMatchObject({ contactWeb: 'https://www.tarnandtide.example' });
  const fields = ['contactWeb', ...ccFields];
  await send(page, `assignments/${assignment.id}/writing`, {
    scope: { of: 'all' },
    writing: { kind: 'discard', fields },
  });
});

test('credits are kept as a list with roles, and stand under the caption as a line of one’s own pattern', async () => {
  await all();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('A coat of sail cloth.');
  await page.getByRole('button', { name: 'credits', exact: true }).click();
  for (const [role, name] of [
    ['styling', 'Mira Lund'],
    ['model', 'Eli Moe'],
  ] as const) {
    await page.getByLabel('Role of another').fill(role);
    await page.getByLabel(`Name of contributor ${role === 'styling' ? 1 : 2}`).fill(name);
  }
  await page.getByLabel('Role of contributor 2').fill('fit model');
  await page.getByLabel('Name of another').pressSequentially('Gone Again');
  await expect(page.getByLabel('Name of contributor 3')).toHaveValue('Gone Again');
  await page.getByRole('button', { name: 'Remove contributor 3' }).click();
  await page.getByLabel(labels.describe.patternOfACredit).fill('{name} ({role})');
  await page.getByLabel(labels.describe.betweenTwoCredits).fill(', ');
  await page.getByRole('button', { name: labels.describe.putUnderTheCaption }).click();
  await expect
    .poll(() => held(names[3]!, 'contributor'))
    .toEqual({
      caption: 'A coat of sail cloth.\nMira Lund (styling), Eli Moe (fit model)',
      contributor: [
        { name: 'Mira Lund', role: ['styling'] },
        { name: 'Eli Moe', role: ['fit model'] },
      ],
    });
});

test('one picture’s words go to its neighbours, with a choice of fields, and as text on the clipboard', async () => {
  await picture(names[0]!).click();
  await page.getByRole('button', { name: 'title, headline, alt text' }).click();
  await page.getByRole('group', { name: 'Headline', exact: true }).getByRole('textbox').fill('Sail cloth');
  await page
    .getByRole('group', { name: 'Alt Text (Accessibility)', exact: true })
    .getByRole('textbox')
    .fill('A person in a pale coat');
  await page.getByLabel(labels.describe.keywords, { exact: true }).fill('coat, sail cloth');
  await page.getByLabel(labels.describe.keywords, { exact: true }).press('Enter');
  await expect
    .poll(() => held(names[0]!, 'keywords', 'altText'))
    .toMatchObject({
      keywords: ['coat', 'sail cloth'],
      altText: 'A person in a pale coat',
    });
  await page.getByRole('button', { name: labels.describe.copyItsMetadata }).click();
  await expect(page.getByText('as text on the clipboard too', { exact: false })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('Headline\tSail cloth');
  await picture(names[1]!).click();
  await picture(names[2]!).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: `Put that of ${names[0]} …` }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: labels.describe.chooseNone }).click();
  for (const field of ['Headline', 'Keywords']) await dialog.getByLabel(new RegExp(`^${field}`)).check();
  await dialog.getByRole('button', { name: 'Put 2 fields' }).click();
  await expect
    .poll(() => held(names[2]!, 'headline', 'keywords', 'altText', 'title'))
    .toMatchObject({
      headline: 'Sail cloth',
      keywords: ['coat', 'sail cloth'],
      altText: null,
      title: 'Sail cloth, 003',
    });
  expect(await held(names[3]!, 'headline')).toMatchObject({ headline: null });
});

test('a town fills city, region, country and code together; coordinates come in any usual form', async () => {
  await all();
  await page.getByRole('button', { name: labels.deliver.place, exact: true }).click();
  await page.getByLabel(labels.describe.findATown).fill('tromso');
  await page
    .getByRole('option', { name: /Tromsø/ })
    .first()
    .click();
  await expect
    .poll(() => held(names[5]!, 'city', 'state', 'country', 'countryCode'))
    .toMatchObject({
      city: 'Tromsø',
      country: 'Norway',
      countryCode: 'NOR',
    });
  await page.getByLabel(labels.describe.coordinates, { exact: true }).fill('69°38′56″N 18°57′18″E');
  await page.getByLabel(labels.describe.coordinates, { exact: true }).press('Enter');
  await expect
    .poll(() => held(names[0]!, 'gpsLatitude', 'gpsLongitude'))
    .toMatchObject({
      gpsLatitude: '69.6488889',
      gpsLongitude: '18.955',
    });
  await expect(
    page.getByText('Anybody who gets the file can read this position', { exact: false }),
  ).toBeVisible();
  await expect(page.getByText(/nearest: Tromsø \d/)).toBeVisible();
  await page.getByLabel(labels.describe.coordinates, { exact: true }).fill('somewhere in the north');
  await page.getByLabel(labels.describe.coordinates, { exact: true }).press('Enter');
  await expect(
    page.getByText('Not saved yet. Expected: degrees north or south', { exact: false }),
  ).toBeVisible();
  await page.getByRole('button', { name: labels.describe.emptyTheCoordinates }).click();
  await expect.poll(() => held(names[0]!, 'gpsLatitude')).toMatchObject({ gpsLatitude: null });
});

// What was typed went as one went on, or as the words came; an emptied box did nothing.
test('coordinates that were typed are saved by going on and by a reload, and emptied with their text', async () => {
  const coordinates = page.getByLabel(labels.describe.coordinates, { exact: true });
  await picture(names[2]!).click();
  await coordinates.fill('59.9139, 10.7522');
  await page.reload();
  await expect.poll(() => held(names[2]!, 'gpsLatitude')).toMatchObject({ gpsLatitude: '59.9139' });
  await expect(coordinates).toHaveValue('59.9139, 10.7522');
  await coordinates.fill('60 N 11 E');
  // Without a word to the box: the leaf is that of another picture.
  await page.evaluate(() => document.querySelector<HTMLElement>('[data-photo="st26-04.jpg"]')!.click());
  await expect(page.getByText('Writing to st26-04.jpg', { exact: true })).toBeVisible();
  await expect.poll(() => held(names[2]!, 'gpsLatitude')).toMatchObject({ gpsLatitude: '60' });
  expect(await held(names[3]!, 'gpsLatitude')).toMatchObject({ gpsLatitude: null });
  // Typed and taken back where the pictures differ: neither is written to.
  await picture(names[2]!).click({ modifiers: ['Control'] });
  await expect(coordinates).toHaveAttribute('placeholder', /^Different positions/);
  await coordinates.fill('6');
  await coordinates.fill('');
  await coordinates.press('Enter');
  await picture(names[2]!).click();
  await expect(coordinates).toHaveValue('60, 11');
  await coordinates.fill('');
  await coordinates.press('Enter');
  await expect.poll(() => held(names[2]!, 'gpsLatitude')).toMatchObject({ gpsLatitude: null });
});

// A credit added before the others were read took their place.
test('what is not read yet has no box: nobody writes over what he has not seen', async () => {
  await all();
  await page.getByRole('button', { name: 'credits', exact: true }).click();
  await expect(page.getByLabel('Name of contributor 2')).toHaveValue('Eli Moe');
  const before = await held(names[0]!, 'contributor', 'city');
  const goOn = await holdBack(page, '**/desk');
  await page.reload();
  await expect(page.getByLabel(labels.describe.patternOfACredit)).toBeVisible();
  await expect(page.getByLabel('Name of another')).toBeHidden();
  await page.getByRole('button', { name: labels.deliver.place, exact: true }).click();
  const box = (name: string) => page.getByRole('textbox', { name, exact: true });
  for (const field of ['City', 'Coordinates']) await expect(box(field)).toBeHidden();
  await goOn();
  await expect(box('City')).toHaveValue('Tromsø');
  expect(await held(names[0]!, 'contributor', 'city')).toEqual(before);
});

test('a thread that does not apply is not missed, writes nothing, and can be undone', async () => {
  await all();
  await page.getByRole('button', { name: labels.describe.doesNotApply, exact: true }).click();
  await page.getByLabel('reach does not apply').check();
  const key = page.getByRole('navigation', { name: labels.ui.threadsOfThesePictures });
  await expect(key.getByRole('button', { name: 'reach', exact: false })).toContainText('all');
  await page.getByRole('button', { name: /^Undo .does not apply/ }).click();
  await expect(key.getByRole('button', { name: 'reach', exact: false })).toContainText('6 lack');
});

test('a day is taken from the calendar, by mouse and by keys; a time behind it stays', async () => {
  await picture(names[4]!).click();
  await page.getByRole('button', { name: labels.fields.allFields, exact: true }).click();
  await page.getByLabel(labels.ui.show, { exact: true }).selectOption('usual');
  // What the desk writes to stays in sight below the last of the fields.
  await page.getByRole('region', { name: labels.describe.writingDesk }).hover();
  await page.mouse.wheel(0, 5000);
  await expect(page.getByText(`Writing to ${names[4]}`)).toBeInViewport();
  await page.getByLabel(labels.ui.findAField).fill('Date Created');
  const date = page.getByRole('group', { name: 'Date Created', exact: true });
  await expect(date.getByRole('textbox')).toHaveValue(/^2026-03-09T07:04:00/);
  await date.getByRole('button', { name: 'Calendar for Date Created' }).click();
  await page
    .getByRole('button', { name: /March 1[12], 2026/ })
    .first()
    .click();
  await expect
    .poll(() => held(names[4]!, 'dateCreated'))
    .toMatchObject({
      dateCreated: expect.stringMatching(/^2026-03-1[12]T07:04:00/),
    });
  await date.getByRole('textbox').fill('2026-03');
  await date.getByRole('textbox').press('Tab');
  await expect.poll(() => held(names[4]!, 'dateCreated')).toMatchObject({ dateCreated: '2026-03' });
  await date.getByRole('textbox').fill('2026-13');
  await expect(date.getByRole('alert')).toContainText('Not saved yet.');
  await page.getByRole('button', { name: /^Undo Date Created/ }).click();
});

test('gathered by hand, shown by it, and taken out again', async () => {
  await picture(names[1]!).click();
  await page.getByRole('button', { name: labels.describe.gather }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(labels.describe.nameOfANewGathering).fill('Portfolio 26');
  await dialog.getByRole('button', { name: labels.describe.putIn, exact: true }).click();
  await expect(dialog.getByText('1 picture put into “Portfolio 26”')).toBeVisible();
  await dialog.getByRole('button', { name: 'Done' }).click();
  await page.getByLabel(labels.ui.showPictures, { exact: true }).selectOption({ label: 'in “Portfolio 26”' });
  await expect(page.getByText('1 of 6 pictures')).toBeVisible();
  await page.getByRole('button', { name: labels.describe.showAll }).click();
  await picture(names[1]!).click();
  await page.getByRole('button', { name: labels.describe.gather }).click();
  await dialog.getByRole('button', { name: 'Remove from Portfolio 26' }).click();
  await expect(dialog.getByText('1 picture removed from “Portfolio 26”')).toBeVisible();
  await dialog.getByRole('button', { name: 'Rename Portfolio 26' }).click();
  await dialog.getByLabel('New name of Portfolio 26').fill('Best of 26');
  await page.keyboard.press('Enter');
  await dialog.getByRole('button', { name: 'Remove the gathering Best of 26' }).click();
  await expect(dialog.getByText('Best of 26')).toHaveCount(0);
  const kept = await send<{ name: string }[]>(page, 'gatherings', undefined, 'GET');
  expect(kept.map((one) => one.name)).not.toContain('Best of 26');
  await dialog.getByRole('button', { name: 'Done' }).click();
});

test('all of it is in the files, and found there again by the desk and by an independent reader', async () => {
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Escape');
  await embedAll(page, 6);
  const read = exiv2(assignment, names[2]!);
  expect(read).toMatch(/Xmp\.dc\.title\s+.*Sail cloth, 003/);
  expect(read).toMatch(/Xmp\.iptcExt\.Contributor\[1\]\/Iptc4xmpExt:Name|Xmp\.iptcExt\.Contributor/);
  expect(read).toContain('Mira Lund');
  expect(read).toContain('fit model');
  expect(read).toMatch(/Iptc\.Application2\.CountryCode\s+NOR/);
  await page.goto(describeUrl(assignment));
  await picture(names[2]!).click();
  await page.getByRole('button', { name: 'credits', exact: true }).click();
  await expect(page.getByLabel('Name of contributor 1')).toHaveValue('Mira Lund');
  await expect(page.getByLabel('Role of contributor 2')).toHaveValue('fit model');
  expect(complaints).toEqual([]);
});

// Its pictures were shown as if nothing had happened until embedding failed.
test('a folder that was renamed is reported on every page, and pointed to its new path', async () => {
  const moved = await assignmentWith(page, 'Renamed', ['rn26-01.jpg']);
  await picture('rn26-01.jpg').click();
  await page.getByLabel(labels.describe.caption).fill('Written before the folder was renamed.');
  await expect(page.getByText('1 with drafts, saved')).toBeVisible();
  const folder = `${moved.folder} 2027`;
  renameSync(moved.folder, folder);
  await page.goto(`${address}/`);
  await expect(page.getByText(labels.workshop.folderIsMissing)).toBeVisible();
  await page.goto(`${address}/assignments/${moved.id}/check`);
  await page.getByRole('button', { name: labels.shell.chooseItsNewPath }).click();
  const dialog = page.getByRole('dialog');
  const use = dialog.getByRole('button', { name: labels.shell.useThisFolder });
  await dialog.getByRole('textbox', { name: labels.shell.folder }).fill(assignment.folder);
  await expect(dialog.getByText('Of the missing folder: 1 file, none is here.')).toBeVisible();
  await expect(use).toBeDisabled();
  await dialog.getByRole('textbox', { name: labels.shell.folder }).fill(folder);
  await expect(dialog.getByText('Of the missing folder: 1 file, all are here.')).toBeVisible();
  await use.click();
  await expect(page.getByRole('button', { name: labels.shell.chooseItsNewPath })).toHaveCount(0);
  await page.goto(describeUrl(moved));
  await embedAll(page, 1);
  expect(exiv2({ folder }, 'rn26-01.jpg')).toContain('Written before the folder was renamed.');
});

test('folders on a disk that is connected under another path are relinked together', async () => {
  const disk = path.join(data, 'disk former');
  const first = await assignmentWith(page, 'Disk 1', ['dk26-01.jpg'], {
    folder: path.join(disk, '2026/one'),
  });
  const second = await assignmentWith(page, 'Disk 2', ['dk26-02.jpg', 'dk26-03.jpg'], {
    folder: path.join(disk, '2026/two'),
  });
  const present = path.join(data, 'disk present');
  renameSync(disk, present);
  await page.goto(describeUrl(first));
  await page.getByRole('button', { name: labels.shell.chooseItsNewPath }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: labels.shell.folder }).fill(path.join(present, '2026/one'));
  await expect(
    dialog.getByText('1 other missing folder moved in the same way. 2 files, all are here.'),
  ).toBeVisible();
  await expect(dialog.getByLabel(labels.shell.moveOthers)).toBeChecked();
  await dialog.getByRole('button', { name: labels.shell.useThisFolder }).click();
  await expect(page.getByRole('button', { name: labels.shell.chooseItsNewPath })).toHaveCount(0);
  await page.goto(describeUrl(second));
  await expect(picture('dk26-03.jpg')).toBeVisible();
  await expect(page.getByRole('button', { name: labels.shell.chooseItsNewPath })).toHaveCount(0);
  const paths = sql(`select path from opened_folders where path like '${data}/disk %' order by 1`);
  expect(paths.split('\n')).toEqual([`${present}/2026/one`, `${present}/2026/two`]);
});

test('each folder of a tree becomes an assignment, and all of them are read', async () => {
  const tree = path.join(data, 'tree of years');
  for (const [folder, names] of [
    ['.', ['tr26-00.jpg']],
    ['2024', ['tr26-01.jpg', 'tr26-02.jpg']],
    ['2025/spring', ['tr26-03.jpg']],
  ] as const)
    await makePictures(path.join(tree, folder), names);
  await page.goto(`${address}/`);
  await page.getByRole('button', { name: labels.workshop.newAssignment }).click();
  await page.getByRole('textbox', { name: labels.workshop.folder }).fill(tree);
  await page.getByLabel(labels.workshop.onePerFolder).check();
  await expect(
    page.getByText(
      '2 assignments: 2024 (2), 2025 (1). 1 picture outside of these folders will not be included.',
    ),
  ).toBeVisible();
  await page.getByRole('button', { name: labels.workshop.begin, exact: true }).click();
  const counted = () =>
    sql(`select a.name, count(p.id) from assignments a join opened_folders f on f.id = a.working_folder_id
      left join photos p on p.assignment_id = a.id where f.path like '${tree}/%' group by a.name order by 1`);
  await expect.poll(counted).toBe('2024|2\n2025|1');
  await expect(page.getByRole('link', { name: '2025', exact: true }).first()).toBeVisible();
});

test('while a folder is read, its progress is shown, and nothing else then', async () => {
  await page.goto(describeUrl(assignment));
  await expect(page.locator(`[data-photo="${names[0]}"]`)).toBeVisible();
  await expect(page.getByText(/^Reading the folder/)).toHaveCount(0);
  sql(`insert into folder_scans (assignment_id, started_at, updated_at, total, done)
    values ('${assignment.id}', now() - interval '20 seconds', now() + interval '1 minute', 1000, 160)`);
  await page.reload();
  await expect(
    page.getByText('Reading the folder: 160 of 1,000 new pictures', { exact: false }),
  ).toBeVisible();
  sql('delete from folder_scans');
  await expect(page.getByText(/^Reading the folder/)).toHaveCount(0);
});
