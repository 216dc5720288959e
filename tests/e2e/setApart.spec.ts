import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { assignmentWith, type DeskAssignment, describeUrl, exiv2, send, sql, values } from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: describe, workshop, bringIn

/** Drafts whose picture is another one now, or is gone: they wait for a choice, and no choice loses a word. */
test.describe.configure({ mode: 'serial' });

const { address } = running();
const names = ['sa26-01.jpg', 'sa26-02.jpg', 'sa26-03.jpg'];

let page: Page;
let assignment: DeskAssignment;
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.on('pageerror', (error) => complaints.push(error.message));
  assignment = await assignmentWith(page, 'Set apart', names);
});
test.afterAll(() => page.close());

const writing = (scope: unknown, act: unknown) =>
  send(page, `assignments/${assignment.id}/writing`, { scope, writing: act });
const caption = async (name: string) => (await values(page, assignment, name, [])).caption;
const picture = (name: string) => page.locator(`[data-photo="${name}"]`);

/** Gives a picture a draft, and its file the data of another picture. */
async function replace(name: string, text: string): Promise<Buffer> {
  await writing({ of: 'these', ids: [assignment.ids[name]] }, { kind: 'caption', text });
  const drawn = await sharp({
    create: { width: 300, height: 200, channels: 3, background: text.length > 12 ? '#884422' : '#228844' },
  })
    .jpeg()
    .toBuffer();
  writeFileSync(path.join(assignment.folder, name), drawn);
  return drawn;
}

async function openChoice(name: string) {
  await page.goto(describeUrl(assignment));
  await picture(name).click();
  await page.getByRole('button', { name: labels.describe.draftsOfAFormerPicture }).click();
  return page.getByRole('dialog');
}

test('the drafts of a former picture move to another one, and the new picture stays as it is', async () => {
  const drawn = await replace(names[0]!, 'Of the former picture.');
  const dialog = await openChoice(names[0]!);
  await expect(dialog.getByText('when the drafts were written')).toBeVisible();
  const move = dialog.getByRole('button', { name: labels.describe.moveTheDrafts });
  await expect(move).toBeDisabled();
  await dialog.getByLabel(`Picture that gets the drafts of ${names[0]}`).selectOption({ label: names[1]! });
  await move.press('Enter');
  await expect.poll(() => caption(names[1]!)).toBe('Of the former picture.');
  expect(await caption(names[0]!)).toBe('');
  expect(readFileSync(path.join(assignment.folder, names[0]!)).equals(drawn)).toBe(true);
  await expect(page.getByRole('button', { name: labels.describe.draftsOfAFormerPicture })).toBeHidden();
});

test('the drafts are kept for the picture now, and are embedded after that', async () => {
  await replace(names[2]!, 'Fits both.');
  const dialog = await openChoice(names[2]!);
  await dialog.getByRole('button', { name: labels.describe.keepTheDraftsForThePictureNow }).click();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect
    .poll(() => sql(`select replaced_at is null from photos where id = '${assignment.ids[names[2]!]}'`))
    .toBe('t');
  await send(page, `assignments/${assignment.id}/embed`, {
    scope: { of: 'these', ids: [assignment.ids[names[2]!]] },
  });
  await expect.poll(() => exiv2(assignment, names[2]!), { timeout: 30_000 }).toContain('Fits both.');
});

test('drafts that lost their file are listed on the workshop page: given back, or discarded by a second press', async () => {
  const orphan = (name: string, text: string) => {
    const id = crypto.randomUUID();
    sql(`insert into photos select (jsonb_populate_record(p, jsonb_build_object('id', '${id}'::uuid, 'orphaned', true, 'created_at', now() - interval '1 day'))).*
      from photos p where id = '${assignment.ids[name]}'`);
    sql(
      `insert into drafts (photo_id, field, value, origin) select '${id}', field, to_jsonb('${text}'::text), origin from drafts where photo_id = '${assignment.ids[names[1]!]}' and field = 'description'`,
    );
    return id;
  };
  const description = sql(`select field from drafts where photo_id = '${assignment.ids[names[1]!]}' limit 1`);
  expect(description).toBe('description');
  orphan(names[0]!, 'Given back.');
  const lost = orphan(names[1]!, 'Discarded.');
  await page.goto(address);
  const section = page.getByRole('region', { name: labels.workshop.draftsWithoutAFile });
  await expect(section.getByText('Discarded.')).toBeVisible();
  const discard = section.getByRole('button', { name: `Discard drafts of ${names[1]}` });
  await discard.click();
  await expect(discard).toHaveText(/press again/);
  expect(sql(`select count(*) from photos where id = '${lost}'`)).toBe('1');
  await discard.click();
  await expect.poll(() => sql(`select count(*) from photos where id = '${lost}'`)).toBe('0');
  await section.getByRole('button', { name: 'Give 1 picture their drafts back' }).click();
  await expect.poll(() => caption(names[0]!)).toBe('Given back.');
  await expect(section).toBeHidden();
});

test('a shared folder: the pictures of the first assignment stay with it when that is chosen', async () => {
  await page.goto(address);
  await page.getByRole('button', { name: labels.workshop.newAssignment }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Beside it');
  await page.getByRole('textbox', { name: 'Folder', exact: true }).fill(assignment.folder);
  await page
    .getByRole('radiogroup', { name: labels.workshop.picturesOfTheOthers })
    .getByRole('radio', { name: labels.workshop.theyStayWhereTheyAre })
    .check();
  await page.getByRole('button', { name: labels.workshop.begin, exact: true }).click();
  await expect(page).toHaveURL(/\/prepare$/);
  const counted = (where: string) =>
    sql(`select count(*) from photos p join assignments a on a.id = p.assignment_id where ${where}`);
  expect(counted(`a.id = '${assignment.id}'`)).toBe('3');
  expect(counted(`a.name = 'Beside it'`)).toBe('0');
});

test('the rights are given up at the desk only after a second answer', async () => {
  await page.goto(describeUrl(assignment));
  await picture(names[1]!).click();
  await page.getByRole('button', { name: 'creator, rights', exact: true }).click();
  await page.getByRole('button', { name: labels.describe.openLicence }).click();
  const licence = async () => (await values(page, assignment, names[1]!, ['ccLicense'])).ccLicense;
  await page.getByRole('radio', { name: 'CC0 1.0 Universal' }).check();
  await page.getByRole('button', { name: 'Put CC0 1.0 in' }).click();
  const asked = page.getByRole('alertdialog');
  await asked.getByRole('button', { name: labels.templates.keepMyRights }).click();
  expect(await licence()).toBeNull();
  await page.getByRole('button', { name: 'Put CC0 1.0 in' }).click();
  await asked.getByRole('button', { name: labels.templates.iMeanPublicDomain }).click();
  expect(await licence()).toBeNull();
  await asked.getByRole('button', { name: labels.templates.giveThemUpForEver }).click();
  await expect.poll(licence).toBe('https://creativecommons.org/publicdomain/zero/1.0/');
});

test('a text beyond what is possible is refused with the limit, and is still there to copy after a reload', async () => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto(describeUrl(assignment));
  await picture(names[1]!).click();
  const long = 'wave '.repeat(6500).trim();
  const before = await caption(names[1]!);
  await page.getByLabel(labels.describe.caption, { exact: true }).fill(long);
  await expect(page.getByText('At most 32,000 characters are possible here')).toBeVisible();
  await page.reload();
  const kept = page.getByLabel(labels.describe.textThatWasNotSaved);
  await expect(kept).toHaveValue(long);
  await page.getByRole('button', { name: labels.describe.copyTheText }).click();
  await expect(page.getByText('copied', { exact: true })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(long);
  await page.getByRole('button', { name: labels.describe.discardWhatWasNotSaved }).click();
  await expect(kept).toBeHidden();
  expect(await caption(names[1]!)).toBe(before);
});

test('a pasted text that would be cut is not pasted, and the box says why', async () => {
  await page.goto(`${address}/assignments/${assignment.id}/prepare`);
  await page.getByRole('button', { name: labels.prepare.addAFact }).click();
  const box = page.getByRole('textbox', { name: 'Name of fact 1' });
  await box.focus();
  await page.evaluate(() => navigator.clipboard.writeText('n'.repeat(81)));
  await page.keyboard.press('Control+v');
  await expect(box).toHaveJSProperty(
    'validationMessage',
    'Not pasted: the text would have 81 characters, and 80 fit here.',
  );
  await expect(box).toHaveValue('');
  await page.evaluate(() => navigator.clipboard.writeText('n'.repeat(80)));
  await page.keyboard.press('Control+v');
  await expect(box).toHaveValue('n'.repeat(80));
});

test('assignments beyond the first forty are found by a search, and shown by a button', async () => {
  for (let n = 1; n <= 42; n++)
    sql(
      `insert into assignments select (jsonb_populate_record(a, jsonb_build_object('id', gen_random_uuid(), 'name', 'Paged ${n}', 'created_at', now() - interval '9 years' - interval '${n} days'))).* from assignments a where id = '${assignment.id}'`,
    );
  try {
    await page.goto(address);
    const last = page.getByRole('link', { name: 'Paged 42', exact: true });
    await expect(last).toHaveCount(0);
    await page.getByRole('button', { name: labels.workshop.showMoreAssignments }).click();
    await expect(last).not.toHaveCount(0);
    await page.getByLabel(labels.workshop.findAnAssignment).fill('paged 17');
    await expect(last).toHaveCount(0);
    await expect(page.getByRole('link', { name: 'Paged 17', exact: true })).not.toHaveCount(0);
    await page.getByLabel(labels.workshop.findAnAssignment).fill('no such job');
    await expect(
      page.getByText('No assignment has “no such job” in its name, facts or years.'),
    ).toBeVisible();
  } finally {
    sql(`delete from assignments where name like 'Paged %'`);
  }
});

test('a template that sets a rating is named beside the starting rating, and overrides it in the file', async () => {
  const template = await send<{ id: string }>(page, 'templates', {
    name: 'Rates two',
    kind: 'job',
    entries: [{ field: 'rating', rule: 'overwrite', texts: ['2'] }],
  });
  const source = path.join(assignment.folder, '..', `rated-${process.pid}`);
  const working = `${source}-working`;
  for (const folder of [source, working]) mkdirSync(folder);
  writeFileSync(
    path.join(source, 'rated.jpg'),
    await sharp({ create: { width: 90, height: 60, channels: 3, background: '#aa7711' } })
      .jpeg()
      .toBuffer(),
  );
  const { id } = await send<{ id: string }>(page, 'assignments', {
    name: 'Rated',
    workingPath: working,
    sourcePath: source,
  });
  await send(page, `assignments/${id}`, { inForce: [template.id] }, 'PATCH');
  await page.goto(`${address}/assignments/${id}/bring-in`);
  await page.getByLabel(labels.bringIn.startingRating).selectOption('4');
  await expect(page.getByText('“Rates two” sets a rating and overrides this one.')).toBeVisible();
  await page.getByRole('button', { name: /^Bring in 1$/ }).click();
  await expect(page.getByRole('heading', { name: 'Brought in 1 of 1' })).toBeVisible();
  const file = readdirSync(working, { recursive: true, encoding: 'utf8' }).find((one) =>
    one.endsWith('.jpg'),
  )!;
  expect(exiv2({ folder: working }, file)).toMatch(/Xmp\.xmp\.Rating\s+2/);
});

test('nothing complained in the browser', () => {
  expect(complaints).toEqual([]);
});
