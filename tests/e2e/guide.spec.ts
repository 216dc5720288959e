import { mkdirSync, readFileSync, renameSync } from 'node:fs';
import path from 'node:path';
import { expect, type Locator, type Page } from '@playwright/test';
import { type GuideSlug, guideSlugs } from '@/core/guide/guides';
import { assignmentWith, type DeskAssignment, describeUrl, exiv2, makePictures, send, sql } from './desk';
import { root, running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: guide, workshop

/** Follows the steps of each guide with the controls that its text names: a renamed control fails here. */
test.describe.configure({ mode: 'serial' });
const { address, data } = running();
const names = ['gd26-01.jpg', 'gd26-02.jpg', 'gd26-03.jpg'];

let page: Page;
let set: DeskAssignment;
interface Details {
  readonly id: string;
  readonly parts: { readonly telephone: string };
}
/** Older than the runs: they wrote the former number. */
let details: Details;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage({ viewport: { width: 1280, height: 900 } });
  const parts = { name: 'Aune Pell', telephone: '+47 555 22 11' };
  const known = await send<{ identities: Details[] }>(page, 'identities', undefined, 'GET');
  details =
    known.identities[0] ??
    (await send<Details>(page, 'identities', { name: 'Guide', kind: 'person', parts }));
});
test.afterAll(() => page.close());

type Step = (...controls: string[]) => Promise<void>;

/** Runs one function per numbered step of a guide, with the names in bold type in it. */
async function follow(slug: GuideSlug, steps: readonly Step[]): Promise<void> {
  const text = readFileSync(path.join(root, `docs/guide/${slug}.md`), 'utf8');
  const written = text
    .split(/^(?=\d+\. )/m)
    .slice(1)
    .map((step) => step.split(/\n\n/)[0]!);
  expect(written).toHaveLength(steps.length);
  for (const [at, step] of written.entries())
    await test.step(`${slug} ${at + 1}`, () =>
      steps[at]!(...[...step.matchAll(/\*\*(.+?)\*\*/g)].map(([, name]) => name!)));
}

const visible = (locator: Locator) => locator.filter({ visible: true }).first();
/** A button or link that a guide names; counts and other words may follow. */
const press = (name: string, within: Page | Locator = page) =>
  visible(
    within
      .getByRole('button', { name: new RegExp(`^${escaped(name)}`) })
      .or(within.getByRole('link', { name: new RegExp(`^${escaped(name)}`) })),
  ).click();
const escaped = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&');
const box = (name: string, within: Page | Locator = page) =>
  visible(within.getByLabel(name, { exact: true }));
const textBox = (name: string) => page.getByRole('textbox', { name, exact: true });
const dialog = () => page.getByRole('dialog');
const stage = (name: string) =>
  page
    .getByRole('navigation', { name: labels.shell.pathOfTheAssignment })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click();

test('Help opens the guide about a page; every guide has its pictures and links', async () => {
  await page.goto(`${address}/upkeep`);
  await page.getByRole('link', { name: labels.shell.help }).click();
  await expect(page).toHaveURL(/\/guide\/new-year$/);
  for (const slug of guideSlugs) {
    await page.goto(`${address}/guide/${slug}`);
    const pictures = page.locator('article img');
    await expect(pictures).toHaveCount(1);
    await expect
      .poll(() => pictures.evaluate((img: HTMLImageElement) => img.naturalWidth))
      .toBeGreaterThan(400);
    for (const link of await page.locator('article a').all())
      expect((await page.request.get(address + (await link.getAttribute('href')))).status()).toBe(200);
  }
  expect((await page.request.get(`${address}/guide/none`)).status()).toBe(404);
  expect((await page.request.get(`${address}/guide/pictures/..%2f..%2f..%2fpackage.json`)).status()).toBe(
    404,
  );
});

test('first template', () =>
  follow('first-template', [
    async (all, make) => {
      await page.goto(address);
      await press(all!);
      await press(make!);
    },
    (name) => box(name!).fill('Guide rights'),
    async (find) => {
      await box(find!).fill('Copyright Notice');
      await page.keyboard.press('Enter');
    },
    async () => {
      await expect(textBox('Copyright Notice')).toBeFocused();
      await page.keyboard.type('© {{ year taken }} Aune Pell');
    },
    async (save) => {
      await press(save!);
      await expect(page.getByRole('status').getByText('version 1')).toBeVisible();
    },
  ]));

test('bring in a card', async () => {
  const card = path.join(data, 'guide card');
  await makePictures(card, names);
  mkdirSync(path.join(data, 'guide disk/2026/launch'), { recursive: true });
  await follow('bring-in-a-card', [
    async (create) => {
      await page.goto(address);
      await press(create!);
    },
    async (name, from, folder) => {
      await box(name!).fill('Guide');
      await textBox(from!).fill(card);
      await textBox(folder!).fill(path.join(data, 'guide disk/2026/launch'));
    },
    (begin) => press(begin!),
    async (select) => void (await box(select!).selectOption({ label: 'Guide rights' })),
    async (place) => {
      await stage(place!);
      await expect(page.getByText(`${names.length} of ${names.length} come`)).toBeVisible();
    },
    async (bringIn) => {
      await page.getByRole('button', { name: new RegExp(`^${bringIn} \\d+$`) }).click();
      await expect(page.getByRole('heading', { name: 'Brought in 3 of 3' })).toBeVisible();
    },
  ]);
  const id = sql(`select id from assignments where name = 'Guide'`);
  const folder = path.join(data, 'guide disk/2026/launch');
  set = { id, folder, names, ids: {} };
  expect(exiv2(set, names[0]!)).toContain('© 2026 Aune Pell');
});

test('describe a group', async () => {
  await page.goto(describeUrl(set));
  await follow('describe-a-group', [
    async (place) => {
      await stage(place!);
      await page.locator(`[data-photo="${names[0]}"]`).click();
      await page.locator(`[data-photo="${names[1]}"]`).click({ modifiers: ['Shift'] });
    },
    (caption) => box(caption!).fill('Two riggers splice the forestay.'),
    async (keywords) => {
      await box(keywords!).fill('forestay, splice,');
      await expect(page.getByText('2 with drafts, saved')).toBeVisible();
    },
    (embed) => press(embed!),
    async (embed) => {
      await press(embed!, dialog());
      await expect(page.getByRole('heading', { name: 'Embedded 2 of 2' })).toBeVisible();
    },
  ]);
  expect(exiv2(set, names[1]!)).toContain('Two riggers splice the forestay.');
});

test('keep keywords consistent', async () => {
  const term = (name: string) =>
    page.getByRole('tree', { name: labels.ui.terms }).getByRole('treeitem').filter({ hasText: name });
  await follow('consistent-keywords', [
    async (open) => {
      await page.goto(address);
      await press(open!);
    },
    async (add) => {
      await box(add!).fill('splice, whipping');
      await box(add!).press('Enter');
    },
    async (spelling) => {
      await term('splice').click();
      await box(spelling!).fill('eye splice');
      await box(spelling!).press('Enter');
    },
    (write) => press(write!, dialog()),
  ]);
  await expect
    .poll(() =>
      sql(`select count(*) from drafts where field = 'keywords' and value::text like '%eye splice%'`),
    )
    .toBe('2');
});

test('check a set', async () => {
  await page.goto(describeUrl(set));
  await follow('check-a-set', [
    (place) => stage(place!),
    async (list) => void (await box(list!).selectOption({ label: 'Web with licence link' })),
    async () => {
      await page
        .getByRole('region', { name: labels.check.rules })
        .getByRole('button', { name: /^A caption of its own/ })
        .click();
    },
    (write) => press(write!),
    async (caption) => {
      await box(caption!).fill('The foremast is stepped.');
      await expect
        .poll(() => sql(`select count(*) from drafts where value::text like '%The foremast is stepped.%'`))
        .not.toBe('0');
    },
  ]);
});

test('deliver copies with a licence', async () => {
  const part = (name: string) =>
    page
      .getByRole('group', { name: labels.deliver.deliveryPlan })
      .getByRole('button', { name: `${name}:` })
      .click();
  await send(page, `assignments/${set.id}`, { checklist: 'minimum' }, 'PATCH');
  await page.goto(describeUrl(set));
  await follow('deliver-copies', [
    (place) => stage(place!),
    async (size, longSide) => {
      await part(size!);
      await box(longSide!, dialog()).fill('300');
      await page.keyboard.press('Escape');
    },
    async (licence, granted, to, use, until) => {
      await part(licence!);
      await dialog()
        .getByLabel(new RegExp(`^${granted}`))
        .check();
      await dialog().getByLabel(to!).fill('Boat Trust');
      await dialog().getByLabel(use!).fill('web pages');
      await dialog().getByLabel(until!).fill('2029-03-31');
      await page.keyboard.press('Escape');
    },
    async (deliver) => {
      const anyway = page.getByRole('button', { name: labels.deliver.sendAnyway });
      await expect(
        page
          .getByRole('button', { name: /^Deliver \d+$/ })
          .or(anyway)
          .first(),
      ).toBeVisible();
      if (await anyway.isVisible()) await anyway.click();
      await page.getByRole('button', { name: new RegExp(`^${deliver} \\d+$`) }).click();
      await expect(page.getByRole('heading', { name: /^Delivered \d of \d/ })).toBeVisible();
    },
    async (download) => {
      const [archive] = await Promise.all([page.waitForEvent('download'), press(download!)]);
      expect(
        readFileSync(await archive.path())
          .subarray(0, 2)
          .toString(),
      ).toBe('PK');
    },
  ]);
});

test('a new year', async () => {
  sql(`insert into templates (name, kind, entries) values ('Guide of 2019', 'standing',
    '{"version": 1, "value": [{"field": "copyrightNotice", "rule": "overwrite", "texts": ["© 2019 Aune Pell"]}]}')`);
  await follow('new-year', [
    async (upkeep) => {
      await page.goto(address);
      await press(upkeep!);
    },
    async (use) => {
      await press(`${use}: Guide of 2019`);
      await expect.poll(() => sql(`select version from templates where name = 'Guide of 2019'`)).toBe('2');
    },
    async (show) => {
      await press(show!);
      await expect(page).toHaveURL(/\/find\?/);
    },
  ]);
  sql(`delete from templates where name = 'Guide of 2019'`);
});

test('a changed telephone number', async () => {
  await send(page, `assignments/${set.id}/writing`, {
    scope: { of: 'all' },
    writing: { kind: 'set', field: 'contactPhone', value: details.parts.telephone },
  });
  await follow('changed-details', [
    async (mine, telephone) => {
      await page.goto(address);
      await press(mine!);
      await visible(textBox(telephone!)).fill('+47 555 22 33');
      await expect
        .poll(() => sql(`select parts #>> '{value,telephone}' from identities where id = '${details.id}'`))
        .toBe('+47 555 22 33');
    },
    async (upkeep) => {
      await page.goto(address);
      await press(upkeep!);
    },
    (replace) => press(`${replace}: Telephone`),
    async (write) => {
      await press(write!, dialog());
      await expect(dialog().getByRole('link', { name: 'Guide' })).toBeVisible();
    },
    async (embed) => {
      await dialog().getByRole('link', { name: 'Guide' }).click();
      await press(embed!);
      await press(embed!, dialog());
      await expect(page.getByRole('heading', { name: /^Embedded \d of \d/ })).toBeVisible();
    },
  ]);
  expect(exiv2(set, names[0]!)).toContain('+47 555 22 33');
});

test('a disk at another path', async () => {
  const other = await assignmentWith(page, 'Guide, spring', ['gd26-09.jpg'], {
    folder: path.join(data, 'guide disk/2026/spring'),
  });
  renameSync(path.join(data, 'guide disk'), path.join(data, 'guide disk 2'));
  const present = set.folder.replace('guide disk', 'guide disk 2');
  await follow('moved-disk', [
    () => page.goto(describeUrl(set)).then(() => undefined),
    (choose) => press(choose!),
    (folder) => dialog().getByRole('textbox', { name: folder! }).fill(present),
    (others) => expect(box(others!, dialog())).toBeChecked(),
    async (use) => {
      await press(use!, dialog());
      await expect(dialog()).toHaveCount(0);
    },
  ]);
  const spring = sql(`select f.path from opened_folders f join assignments a on a.working_folder_id = f.id
    where a.id = '${other.id}'`);
  expect(spring).toBe(other.folder.replace('guide disk', 'guide disk 2'));
});

test('restore a backup', async () => {
  const lists = `from checklists where name like 'Of the guide %'`;
  for (const n of [1, 2])
    sql(`insert into checklists (name, rules) values ('Of the guide ${n}', '{"version": 1, "value": []}')`);
  await follow('restore-a-backup', [
    async (backups, now) => {
      await page.goto(address);
      await press(backups!);
      await expect(page.getByRole('button', { name: now! })).toBeEnabled();
      const newest = page.getByRole('listitem', { name: /^fabrica-/ }).first();
      const before = (await newest.isVisible()) ? await newest.getAttribute('aria-label') : '';
      await press(now!);
      await expect(newest).toHaveAttribute('aria-label', /^fabrica-/);
      await expect(newest).not.toHaveAttribute('aria-label', before!);
      await expect(page.getByRole('button', { name: now! })).toBeEnabled();
      sql(`delete ${lists}`);
    },
    (compare) => press(compare!),
    (everything) => press(everything!, dialog()),
    async (restore) => {
      await press(restore!, dialog());
      await expect(dialog().getByText(/items? restored\./)).toBeVisible();
    },
  ]);
  expect(sql(`select count(*) ${lists}`)).toBe('2');
  sql(`delete ${lists}`);
});
