import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { assignmentWith, type DeskAssignment, describeUrl, embedAll, exiv2, send, values } from './desk';
import { labels } from './labels';
import { test } from './test';

// Covers: describe, keywords

/** Forty pictures against the clock: after the first click nothing but the keyboard, and its keys are counted. */
test.describe.configure({ mode: 'serial' });

const names = Array.from({ length: 16 }, (_, at) => `dl26-${String(at + 1).padStart(3, '0')}.jpg`);
const people = [
  { number: '1', name: 'Ida Brandvik', role: 'sailmaker', note: '' },
  { number: '2', name: 'Jon Osei', role: 'apprentice', note: '' },
  { number: '14', name: 'Ottar Lien', role: 'shipwright', note: '' },
];

/** Of the XMP, by an independent reader. */
const description = (name: string) =>
  execFileSync('exiv2', ['-q', '-K', 'Xmp.dc.description', '-Pv', path.join(assignment.folder, name)], {
    encoding: 'utf8',
  })
    .replace(/^lang="x-default" /, '')
    .trim();

let page: Page;
let assignment: DeskAssignment;
const complaints: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.on('pageerror', (error) => complaints.push(error.message));
  const template = await send<{ id: string }>(page, 'templates', {
    name: 'Deadline rights',
    kind: 'standing',
    entries: [
      { field: 'creator', rule: 'overwrite', texts: ['Aune Pell'] },
      { field: 'description', rule: 'after', texts: ['Aune Pell / Tarn & Tide'] },
    ],
  });
  assignment = await assignmentWith(page, 'Deadline', names, { inForce: [template.id] });
  await send(page, `assignments/${assignment.id}`, { people }, 'PATCH');
});
test.afterAll(() => page.close());

test('standing data, one caption and event for the group, then sixteen single captions with people by number', async () => {
  await page.goto(describeUrl(assignment));
  // The standing data comes first, as at import.
  await page
    .getByRole('region', { name: labels.describe.picturesFoundInTheFolder })
    .getByRole('button', { name: labels.describe.applyTemplates })
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'Apply to 16' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.locator('[data-photo="dl26-001.jpg"]').click();

  let keys = 0;
  const press = async (key: string) => {
    keys++;
    await page.keyboard.press(key);
  };
  await press('Control+a');
  await expect(page.getByText('Writing to 16 pictures')).toBeVisible();
  await press('c');
  await page.keyboard.type('Launch day of the ketch.');
  await expect(page.getByText('16 with drafts, saved')).toBeVisible({ timeout: 20_000 });
  await press('Escape');
  await press('o');
  await expect(page.getByRole('region', { name: labels.describe.wordsOfThePicture })).toBeVisible();
  await expect(page.getByLabel(labels.describe.caption, { exact: true })).toBeFocused();
  const before = keys;
  const captionOf = (at: number) => `Launch day of the ketch. Picture ${at + 1} with `;
  for (const [at, name] of names.entries()) {
    await expect(page.getByText(`Writing to ${name}`, { exact: true })).toBeVisible();
    await expect(page.getByLabel(labels.describe.caption, { exact: true })).toHaveValue(
      'Launch day of the ketch.',
    );
    await page.keyboard.type(` Picture ${at + 1} with @14`);
    await press('Enter');
    if (at < names.length - 1) await press('Control+ArrowDown');
  }
  // A number and Enter for the name, one key to go on: no more than two a picture beyond the words.
  expect(keys - before).toBeLessThanOrEqual(2 * names.length);
  await expect
    .poll(async () => values(page, assignment, names.at(-1)!, ['personShown']), {
      message: 'the last picture was not saved',
    })
    .toEqual({ caption: `${captionOf(15)}Ottar Lien`, personShown: ['Ottar Lien'] });
  await embedAll(page, 16);
  for (const at of [0, 1, 8, 15]) {
    const read = exiv2(assignment, names[at]!);
    expect(read).toMatch(/Xmp\.iptcExt\.PersonInImage\s+Ottar Lien/);
    // In front of the sign-off, which stands there once.
    expect(read).toContain(`${captionOf(at)}Ottar Lien`);
    expect(description(names[at]!)).toBe(`${captionOf(at)}Ottar Lien\nAune Pell / Tarn & Tide`);
    expect(read).toMatch(/Xmp\.dc\.creator\s+Aune Pell/);
  }
  expect(complaints).toEqual([]);
});

test('next without a caption goes from gap to gap; back, repeat, and as before', async () => {
  const gaps = [names[4]!, names[12]!];
  await send(page, `assignments/${assignment.id}/writing`, {
    scope: { of: 'these', ids: gaps.map((name) => assignment.ids[name]) },
    writing: { kind: 'caption', text: '' },
  });
  await page.goto(describeUrl(assignment, `?as=one&picture=${assignment.ids[names[0]!]}`));
  await expect(page.getByText('2 still lack a caption')).toBeVisible();
  const box = page.getByLabel(labels.describe.caption, { exact: true });
  await expect(box).toBeFocused();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(`Writing to ${gaps[0]}`, { exact: true })).toBeVisible();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(box).toHaveValue('Launch day of the ketch. Picture 4 with Ottar Lien');
  await box.fill('The slip, before the crowd.');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(`Writing to ${gaps[1]}`, { exact: true })).toBeVisible();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(box).toHaveValue('The slip, before the crowd.');
  await expect(page.getByText(labels.describe.allHaveACaption)).toBeVisible();
  await page.keyboard.press('Control+ArrowUp');
  await expect(page.getByText(`Writing to ${names[11]}`, { exact: true })).toBeVisible();
  await expect(page).toHaveURL(new RegExp(assignment.ids[names[11]!]!));
  await expect
    .poll(() => values(page, assignment, gaps[1]!, ['personShown']))
    .toMatchObject({ caption: 'The slip, before the crowd.' });
});

// The words were asked for while the last ones were still being saved: those of before were taken over.
test('what was just typed on the picture before is taken over and copied, though it is still being saved', async () => {
  const [first, second] = [names[6]!, names[7]!];
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  const captions = await Promise.all(
    [first, second].map((name) => values(page, assignment, name, []).then(({ caption }) => caption)),
  );
  await page.route('**/writing', async (route) => {
    if (route.request().method() === 'POST') await new Promise((resolve) => setTimeout(resolve, 1000));
    await route.continue();
  });
  const box = page.getByLabel(labels.describe.caption, { exact: true });
  await page.goto(describeUrl(assignment, `?as=one&picture=${assignment.ids[first]}`));
  await expect(box).toHaveValue(captions[0] as string);
  await box.fill('Typed at the last moment.');
  await page.keyboard.press('Control+ArrowDown');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText(`Taken over from ${first}`, { exact: false })).toBeVisible();
  await expect(box).toHaveValue('Typed at the last moment.');
  await box.fill('Typed after it.');
  await page.getByRole('button', { name: labels.describe.copyItsMetadata }).click();
  await expect(page.getByText('as text on the clipboard too', { exact: false })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('Description\tTyped after it.');
  await page.unrouteAll({ behavior: 'wait' });
  for (const [at, name] of [first, second].entries())
    await send(page, `assignments/${assignment.id}/writing`, {
      scope: { of: 'these', ids: [assignment.ids[name]] },
      writing: { kind: 'caption', text: captions[at] },
    });
});

// Only a comma, Enter or leaving the box by the mouse ended them: with the keys for the next picture they were gone.
test('a keyword and a name that stand in their boxes as one goes on are kept, and by a reload', async () => {
  const [first, second] = [names[8]!, names[9]!];
  const of = (name: string) => values(page, assignment, name, ['keywords', 'personShown']);
  const [wasFirst, wasSecond] = [await of(first), await of(second)];
  const keywords = page.getByLabel(labels.describe.keywords, { exact: true });
  await page.goto(describeUrl(assignment, `?as=one&picture=${assignment.ids[first]}`));
  await keywords.fill('bowsprit');
  await page.keyboard.press('Control+ArrowDown');
  await expect(page.getByText(`Writing to ${second}`, { exact: true })).toBeVisible();
  await expect.poll(async () => (await of(first)).keywords).toContain('bowsprit');
  await expect(keywords).toHaveValue('');
  await page.getByLabel(labels.ui.people, { exact: true }).fill('Nora Vik');
  await page.keyboard.press('Control+ArrowUp');
  await expect(page.getByText(`Writing to ${first}`, { exact: true })).toBeVisible();
  await expect.poll(async () => (await of(second)).personShown).toContain('Nora Vik');
  expect((await of(second)).caption).toContain('Nora Vik');
  await keywords.fill('anchor');
  await page.reload();
  await expect.poll(async () => (await of(first)).keywords).toContain('anchor');
  expect((await of(second)).keywords).toEqual(wasSecond.keywords);
  for (const [name, was] of [
    [first, wasFirst],
    [second, wasSecond],
  ] as const) {
    const scope = { of: 'these', ids: [assignment.ids[name]] };
    const { caption, ...fields } = was;
    for (const writing of [
      { kind: 'set-fields', values: fields },
      { kind: 'caption', text: caption },
    ])
      await send(page, `assignments/${assignment.id}/writing`, { scope, writing });
  }
});

// It opened below the foot of the leaf, and nothing seemed to happen.
test('what is opened behind a word comes into sight', async () => {
  const panel = page.getByLabel(labels.describe.findATown);
  await expect(panel).toBeHidden();
  await page.getByRole('button', { name: labels.deliver.place, exact: true }).click();
  await expect(panel).toBeInViewport();
  await page.getByRole('button', { name: labels.deliver.place, exact: true }).click();
  await expect(panel).toBeHidden();
});

test('a name that is taken out of the caption is asked about, and leaves Person Shown on a yes', async () => {
  const [first] = names;
  await page.goto(describeUrl(assignment, `?as=one&picture=${assignment.ids[first!]}`));
  const box = page.getByLabel(labels.describe.caption, { exact: true });
  await expect(box).toHaveValue(/Ottar Lien/);
  await box.fill('Launch day of the ketch.');
  await page.getByRole('button', { name: labels.describe.removeFromPersonShown }).click();
  await expect
    .poll(async () => values(page, assignment, first!, ['personShown']))
    .toEqual({ caption: 'Launch day of the ketch.', personShown: null });
  // The other way round: by letters into both, taken out of Person Shown, and then out of the caption.
  await page.getByLabel(labels.ui.people, { exact: true }).fill('bran');
  await page.keyboard.press('Enter');
  await expect(box).toHaveValue(/Ida Brandvik/);
  await page.getByRole('button', { name: 'Remove Ida Brandvik' }).click();
  await page.getByRole('button', { name: labels.describe.removeItThere }).click();
  await expect
    .poll(async () => values(page, assignment, first!, ['personShown']))
    .toEqual({ caption: 'Launch day of the ketch.', personShown: null });
});

test('a misspelling and a near-miss of a name are marked, and mended by a press', async () => {
  await page.goto(describeUrl(assignment, `?as=one&picture=${assignment.ids[names[1]!]}`));
  const box = page.getByLabel(labels.describe.caption, { exact: true });
  // What is typed before the caption stands there is put behind it: nothing of either is lost.
  await expect(box).toHaveValue(/Ottar Lien/);
  await box.fill('Ida Brandvk mends the saill of Ottar Lien.');
  const spelling = page.getByRole('status', { name: labels.ui.spelling });
  await spelling.getByRole('button', { name: 'Write Ida Brandvik for Ida Brandvk' }).click();
  await expect(box).toHaveValue('Ida Brandvik mends the saill of Ottar Lien.');
  await expect(page.getByLabel(labels.describe.caption, { exact: true })).toBeFocused();
  await spelling.getByRole('button', { name: 'Write sail for saill' }).click();
  await expect(box).toHaveValue('Ida Brandvik mends the sail of Ottar Lien.');
  await expect(spelling.getByRole('button')).toHaveCount(0);
  await expect
    .poll(async () => (await values(page, assignment, names[1]!, [])).caption)
    .toBe('Ida Brandvik mends the sail of Ottar Lien.');
});

test('in full size the picture is panned; a number rates it; both by key', async () => {
  await page.goto(describeUrl(assignment, `?as=one&picture=${assignment.ids[names[2]!]}`));
  await expect(page.getByLabel(labels.describe.caption, { exact: true })).toBeFocused();
  await page.keyboard.press('Alt+z');
  await expect(page.getByRole('button', { name: labels.describe.wholePicture })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Escape');
  await expect(page.getByRole('group', { name: `Picture ${names[2]}` })).toBeFocused();
  await page.keyboard.press('z');
  await expect(page.getByRole('button', { name: labels.describe.fullSize })).toBeVisible();
  await page.keyboard.press('4');
  await expect.poll(async () => (await values(page, assignment, names[2]!, ['rating'])).rating).toBe('4');
  await page.keyboard.press('0');
  await expect.poll(async () => (await values(page, assignment, names[2]!, ['rating'])).rating).toBeNull();
});
