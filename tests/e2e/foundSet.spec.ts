import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from '@playwright/test';
import { usualDeliveryPlan } from '@/core/deliver/deliveryPlan';
import { embedInMemory } from '../fixtures/embed';
import { assignmentWith, type DeskAssignment, exiv2, makePictures, send, sql } from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: find

/** Pictures of several assignments are checked, embedded and delivered by one act. */
const { address, data } = running();
const out = path.join(data, 'delivered together');
let slip: DeskAssignment;
let loft: DeskAssignment;

test.describe.configure({ mode: 'serial' });
test.beforeAll(async ({ browser }) => {
  const page = await browser.newPage();
  const make = (names: readonly string[]) => async (folder: string) => {
    await makePictures(folder, names);
    for (const name of names) {
      const file = path.join(folder, name);
      const values = { city: 'Settvik', description: `The ${name} of the set.` };
      writeFileSync(file, (await embedInMemory(new Uint8Array(readFileSync(file)), values)).file);
    }
  };
  const [first, second] = [
    ['fs26-1.jpg', 'fs26-2.jpg'],
    ['fs26-1.jpg', 'fs26-3.jpg'],
  ];
  slip = await assignmentWith(page, 'Set slip', first!, { make: make(first!) });
  loft = await assignmentWith(page, 'Set loft', second!, { make: make(second!) });
  for (const one of [slip, loft])
    await send(page, `assignments/${one.id}`, { checklist: 'minimum' }, 'PATCH');
  mkdirSync(out);
  await page.close();
});

test('drafts in two assignments are embedded after one proof', async ({ page }) => {
  for (const [one, name] of [
    [slip, 'fs26-2.jpg'],
    [loft, 'fs26-3.jpg'],
  ] as const)
    await send(page, `assignments/${one.id}/writing`, {
      scope: { of: 'these', ids: [one.ids[name]] },
      writing: { kind: 'set', field: 'headline', value: 'Embedded together' },
    });
  await page.goto(`${address}/find?where=City+is+Settvik`);
  const work = page.getByRole('button', { name: `${labels.find.workOnThem}: 4` });
  // A press while the search is at work does nothing.
  await expect(work).toBeEnabled();
  await work.press('Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Set loft' })).toContainText(
    '2 pictures, 1 with drafts',
  );
  await expect(dialog.getByRole('link', { name: `${labels.check.check} Set slip` })).toHaveAttribute(
    'href',
    `/assignments/${slip.id}/check`,
  );
  await dialog.getByRole('button', { name: `${labels.find.embed} 2 …` }).click();
  await expect(dialog.getByText('2 pictures with drafts, in 2 assignments.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Embed 2', exact: true }).dblclick();
  await expect(dialog.getByText('2 runs started.')).toBeVisible();
  await dialog.getByRole('link', { name: 'Receipt of Set loft' }).click();
  await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
  for (const [one, name] of [
    [slip, 'fs26-2.jpg'],
    [loft, 'fs26-3.jpg'],
  ] as const)
    await expect.poll(() => exiv2(one, name)).toContain('Embedded together');
});

test('the found pictures of an assignment are described by themselves; a reload shows the same', async ({
  page,
}) => {
  await page.goto(`${address}/find?words=fs26-1&where=City+is+Settvik`);
  await page.getByRole('button', { name: `${labels.find.workOnThem}: 2` }).click();
  await page
    .getByRole('dialog')
    .getByRole('link', { name: `${labels.find.describe} 1 picture of Set loft` })
    .click();
  await expect(page.getByText('1 of 2 pictures')).toBeVisible();
  await expect(page.getByLabel(labels.ui.showPictures)).toContainText('found: fs26-1, City is Settvik');
  await page.reload();
  await expect(page.getByText('1 of 2 pictures')).toBeVisible();
  const found = page.url();
  // An address that is no search says so, instead of “No pictures match”.
  await page.goto(found.replace('City', 'Cityx'));
  await expect(page.getByText('is no condition', { exact: false })).toBeVisible();
  await page.goto(found);
  const shown = page.locator('[data-photo]');
  await expect(shown).toHaveCount(1);
  await shown.click();
  await page.keyboard.press('Control+a');
  await expect(page.getByText('Writing to fs26-1.jpg')).toBeVisible();
  await page.getByLabel(labels.describe.caption, { exact: true }).fill('Found and described.');
  await page.getByLabel(labels.describe.caption, { exact: true }).blur();
  const written = () =>
    sql(`select string_agg(p.name, ',') from drafts d join photos p on p.id = d.photo_id
      where p.assignment_id = '${loft.id}' and d.field = 'description'`);
  await expect.poll(written).toBe('fs26-1.jpg');
  await send(page, `assignments/${loft.id}/writing`, { scope: { of: 'all' }, writing: { kind: 'discard' } });
});

test('a set is delivered by a saved delivery plan into one folder', async ({ page }) => {
  const plan = { ...usualDeliveryPlan, to: 'folder', path: out, checklist: 'news' };
  await send(page, `assignments/${slip.id}/delivery-plan`, { name: 'Together', deliveryPlan: plan });
  await page.goto(`${address}/find?where=City+is+Settvik`);
  const dialog = page.getByRole('dialog');
  const begin = async () => {
    await page.getByRole('button', { name: labels.find.workOnThem }).click();
    await dialog.getByRole('button', { name: `${labels.find.deliver} 4 …` }).click();
  };
  await begin();
  await dialog.getByRole('button', { name: labels.find.back }).click();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await begin();
  await dialog.getByLabel(labels.find.savedPlan).selectOption('Together');
  // None passes: nothing may leave.
  await expect(dialog.getByRole('button', { name: labels.find.nothingLeaves })).toBeDisabled();
  await expect(dialog.getByText('0 of 4 pictures leave; 4 fail a rule that must pass')).toBeVisible();
  await dialog.getByLabel(labels.find.holdBack).uncheck();
  await expect(dialog.getByText('4 of 4 pictures leave')).toBeVisible();
  await dialog.getByRole('button', { name: `${labels.find.deliver} 4`, exact: true }).click();
  await expect(dialog.getByText('2 runs started.')).toBeVisible();
  await expect.poll(() => readdirSync(out).length).toBe(4);
  const states = () =>
    sql(`select distinct r.state || ' ' || i.state from runs r join run_items i on i.run_id = r.id where r.kind = 'deliver'
      and r.assignment_id in ('${slip.id}', '${loft.id}')`);
  await expect.poll(states).toBe('done done');
});

test('a gathering has a note and an order; a picture is taken out, and the removal is undone', async ({
  page,
}) => {
  await page.goto(`${address}/find?where=City+is+Settvik`);
  await page.getByRole('button', { name: `${labels.find.gather}: 4` }).click();
  await page.getByLabel(labels.find.nameOfTheGathering).fill('Annual');
  await page.getByRole('dialog').getByRole('button', { name: labels.find.gather }).click();
  await expect(page.getByText('4 pictures gathered.')).toBeVisible();
  await page.goto(address);
  await page.getByRole('link', { name: 'Annual', exact: true }).click();
  const places = () =>
    sql(`select string_agg(p.assignment_id || ' ' || p.name, ',' order by g.place) from gathering_photos g
      join gatherings o on o.id = g.gathering_id join photos p on p.id = g.photo_id where o.name like 'Annual%'`);
  const before = places().split(',');
  const handles = page.getByRole('button', { name: new RegExp(`^${labels.find.move} `) });
  await expect(handles).toHaveCount(4);
  // By keyboard: the first goes one place on.
  await handles.nth(0).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(/picked up|place 1 of 4/)).toBeAttached();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('place 2 of 4.')).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(places).toBe([before[1], before[0], before[2], before[3]].join(','));
  // By mouse: the last one to the front.
  await handles.nth(3).hover();
  await page.mouse.down();
  const first = (await page
    .getByRole('list', { name: labels.find.found })
    .getByRole('listitem')
    .first()
    .boundingBox())!;
  await page.mouse.move(first.x + first.width / 2, first.y + first.height / 2, { steps: 12 });
  await page.mouse.up();
  await expect.poll(places).toBe([before[3], before[1], before[0], before[2]].join(','));
  await page.getByLabel(labels.find.note, { exact: true }).fill('For the annual.');
  await expect.poll(() => sql(`select note from gatherings where name = 'Annual'`)).toBe('For the annual.');
  await page.reload();
  await expect(page.getByLabel(labels.find.note, { exact: true })).toHaveValue('For the annual.');
  const shown = async () => page.getByRole('list', { name: labels.find.found }).getByRole('listitem').count();
  await expect.poll(shown).toBe(4);
  await page.getByRole('checkbox', { name: 'Pick fs26-3.jpg' }).check();
  await page.getByRole('button', { name: `${labels.find.removeFromIt}: 1` }).click();
  await expect.poll(places).not.toContain('fs26-3.jpg');
  await expect.poll(shown).toBe(3);
  await page.getByRole('button', { name: labels.find.rename }).click();
  await page.getByLabel(labels.find.newName).fill('Annual 2026');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Annual 2026' })).toBeVisible();
  await expect(page).toHaveURL(/Annual\+2026/);
  await page.getByRole('button', { name: labels.find.removeGathering }).click();
  await expect(page.getByText('“Annual 2026” is removed')).toBeVisible();
  await expect.poll(shown).toBe(0);
  await page.getByRole('button', { name: labels.find.undoRemoval, exact: true }).click();
  await expect.poll(shown).toBe(3);
  await expect(page.getByLabel(labels.find.note, { exact: true })).toHaveValue('For the annual.');
});
