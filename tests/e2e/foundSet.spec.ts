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
  await page.getByRole('button', { name: `${labels.find.workOnThem}: 4` }).press('Enter');
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
  await dialog.getByRole('button', { name: `${labels.find.deliver} 4`, exact: true }).click();
  await expect(dialog.getByText('No picture is chosen.')).toBeVisible();
  await dialog.getByLabel(labels.find.holdBack).uncheck();
  await dialog.getByRole('button', { name: `${labels.find.deliver} 4`, exact: true }).click();
  await expect(dialog.getByText('2 runs started.')).toBeVisible();
  await expect.poll(() => readdirSync(out).length).toBe(4);
  const states = () =>
    sql(`select distinct r.state || ' ' || i.state from runs r join run_items i on i.run_id = r.id where r.kind = 'deliver'
      and r.assignment_id in ('${slip.id}', '${loft.id}')`);
  await expect.poll(states).toBe('done done');
});
