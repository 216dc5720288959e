import { execFileSync } from 'node:child_process';
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import {
  assignmentWith,
  type DeskAssignment,
  describeUrl,
  embedAll,
  exiv2,
  makePictures,
  send,
  values,
} from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: describe

/** Raw files, exported copies and twins: described once, all files agree; one that disagrees is seen and mended. */
test.describe.configure({ mode: 'serial' });

const { data } = running();
const names = ['vs26-01.jpg', 'vs26-02.jpg', 'vs26-01-web.jpg'];

let page: Page;
let assignment: DeskAssignment;
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.on('pageerror', (error) => complaints.push(error.message));
  assignment = await assignmentWith(page, 'Versions', names, {
    make: async (folder) => {
      await makePictures(folder, names.slice(0, 2));
      // An exported copy: fewer pixels, the same camera and second; and a raw twin with its sidecar.
      await sharp(path.join(folder, names[0]!))
        .keepMetadata()
        .resize(120)
        .toFile(path.join(folder, names[2]!));
      copyFileSync(path.join(data, 'card/DCIM/100KETCH', rawName()), path.join(folder, 'vs26-02.dng'));
    },
  });
});
test.afterAll(() => page.close());

/** A raw file of the demo card. */
function rawName(): string {
  const found = execFileSync('ls', [path.join(data, 'card/DCIM/100KETCH')], { encoding: 'utf8' })
    .split('\n')
    .find((name) => name.toLowerCase().endsWith('.dng'));
  if (!found) throw new Error('the demo card holds no raw file');
  return found;
}

const held = async (name: string, ...fields: string[]) => values(page, assignment, name, fields);

test('a version is proposed beside its picture, and both are described by one act', async () => {
  await page.goto(describeUrl(assignment, `?as=one&picture=${assignment.ids[names[0]!]}`));
  const versions = page.getByRole('group', { name: labels.describe.versions });
  await expect(versions).toContainText(names[2]!);
  await versions.getByLabel(labels.describe.describedTogether).check();
  await expect(page.getByText(`Writing to ${names[0]} and ${names[2]}`)).toBeVisible();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('The mizzen, first light.');
  await expect.poll(() => held(names[2]!)).toEqual({ caption: 'The mizzen, first light.' });
  expect(await held(names[1]!)).toEqual({ caption: '' });
});

test('where a version says something else, it is said, and one goes there', async () => {
  const versions = page.getByRole('group', { name: labels.describe.versions });
  await versions.getByLabel(labels.describe.describedTogether).uncheck();
  await expect(page.getByLabel(labels.describe.caption, { exact: true })).toHaveValue(
    'The mizzen, first light.',
  );
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('The mizzen at noon.');
  await expect(versions).toContainText('says another caption');
  await versions.getByRole('button', { name: names[2]! }).click();
  await expect(page.getByText(`Writing to ${names[2]}`, { exact: true })).toBeVisible();
  // Words that come before the caption is known go behind it: it is waited for.
  await expect(page.getByLabel(labels.describe.caption, { exact: true })).toHaveValue(
    'The mizzen, first light.',
  );
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('The mizzen at noon.');
  await expect(versions).not.toContainText('says another caption');
});

test('on the sheet the versions of a selection are selected by a press', async () => {
  await page.goto(describeUrl(assignment));
  await page.locator(`[data-photo="${names[0]}"]`).click();
  await page.getByRole('button', { name: 'Select 1 version of it too' }).click();
  await expect(page.getByText('Writing to 2 pictures')).toBeVisible();
});

test('twins are written as one: picture and raw file with its sidecar agree', async () => {
  await page.locator(`[data-photo="${names[1]}"]`).click();
  await expect(page.getByText(`Writing to ${names[1]} + raw`, { exact: false })).toBeVisible();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('A seam is sewn.');
  await expect(page.getByText('1 with drafts, saved')).toBeVisible();
  await page.getByRole('grid', { name: labels.ui.pictures }).focus();
  await page.keyboard.press('Escape');
  await embedAll(page, 3);
  for (const name of [names[0]!, names[2]!]) expect(exiv2(assignment, name)).toContain('The mizzen at noon.');
  expect(exiv2(assignment, names[1]!)).toContain('A seam is sewn.');
  const raw = execFileSync(
    'sh',
    ['-c', 'cat "$0"/vs26-02.xmp 2>/dev/null || exiv2 -q -PXkv "$0"/vs26-02.dng', assignment.folder],
    {
      encoding: 'utf8',
    },
  );
  expect(raw).toContain('A seam is sewn.');
});

test('a file that is replaced while it has drafts is not written before a choice; both pictures are shown', async () => {
  const file = path.join(assignment.folder, names[2]!);
  await page.goto(describeUrl(assignment));
  const photo = page.locator(`[data-photo="${names[2]}"]`);
  await photo.click();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('Written for the former picture.');
  await expect(page.getByText('1 with drafts, saved')).toBeVisible();
  const other = await sharp({ create: { width: 200, height: 100, channels: 3, background: '#a04020' } })
    .jpeg()
    .toBuffer();
  writeFileSync(file, other);
  await page.reload();
  await expect(photo).toContainText('drafts of a former picture');
  await photo.click();
  const embed = page.getByRole('button', { name: /^(Embed|Nothing to embed)/ }).first();
  await expect(embed).toHaveText('Nothing to embed');
  await page.getByRole('button', { name: `${labels.describe.draftsOfAFormerPicture} …` }).click();
  const dialog = page.getByRole('dialog');
  const widths = () =>
    dialog
      .getByRole('img')
      .evaluateAll((all) => all.map((img) => (img as HTMLImageElement).naturalWidth > 0));
  await expect.poll(widths).toEqual([true, true]);
  await dialog.getByRole('button', { name: labels.describe.discardTheDrafts }).click();
  await expect(dialog.getByRole('region', { name: names[2] })).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Close', exact: true }).first().click();
  await expect(photo).not.toContainText('drafts of a former picture');
  expect(readFileSync(file)).toEqual(other);
  expect(await held(names[2]!, 'headline')).toMatchObject({ caption: '' });
});

test('what another program changed is seen by its state and filter, mended, and counted as seen', async () => {
  execFileSync('exiv2', [
    '-M',
    'set Iptc.Application2.City Pellvik',
    path.join(assignment.folder, names[0]!),
  ]);
  execFileSync('exiv2', ['-M', 'set Xmp.photoshop.City Havnes', path.join(assignment.folder, names[0]!)]);
  await send(page, `assignments/${assignment.id}/writing`, {
    scope: { of: 'these', ids: [assignment.ids[names[0]!]] },
    writing: { kind: 'set', field: 'city', value: 'Grunnvik' },
  });
  await page.goto(describeUrl(assignment, '?show=state.changed'));
  await expect(page.locator(`[data-photo="${names[0]}"]`)).toBeVisible();
  await page.locator(`[data-photo="${names[0]}"]`).click();
  await page.getByRole('button', { name: labels.describe.whatChangedOutside }).press('Enter');
  const outside = page.getByRole('dialog');
  const edit = outside.getByRole('region', { name: `City: ${names[0]}` });
  await expect(edit).toContainText(/file, now\s*Pellvik/);
  await expect(edit).toContainText(/your draft\s*Grunnvik/);
  await edit.getByRole('button', { name: labels.describe.takeWhatTheFileSays }).click();
  await expect(edit.getByText('your draft')).toHaveCount(0);
  expect((await held(names[0]!, 'city')).city).toBe('Pellvik');
  await outside.getByRole('button', { name: labels.describe.iHaveSeenWhatChangedOutside }).click();
  await expect(page.getByText('1 no longer,', { exact: false })).toBeVisible();
  await page.getByLabel(labels.ui.showPictures, { exact: true }).selectOption({ label: 'records disagree' });
  await page.locator(`[data-photo="${names[0]}"]`).click();
  await page.getByRole('button', { name: 'Settle what disagrees in this picture …' }).click();
  const city = page.getByRole('dialog').getByRole('group', { name: 'City' });
  await city.getByLabel(/Havnes/).check();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Settle|^Write|^Put/ })
    .click();
  await expect.poll(() => held(names[0]!, 'city')).toMatchObject({ city: 'Havnes' });
  await page.getByRole('button', { name: 'Embed 1', exact: false }).first().click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Embed/ })
    .click();
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
  expect(exiv2(assignment, names[0]!)).toMatch(/Iptc\.Application2\.City\s+Havnes/);
  expect(complaints).toEqual([]);
});
