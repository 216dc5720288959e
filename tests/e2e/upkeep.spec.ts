import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from '@playwright/test';
import { xmpSegment } from '../fixtures/build';
import { embedInMemory } from '../fixtures/embed';
import { assignmentWith, makePictures, send, sql } from './desk';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: upkeep

/** The upkeep page: links to pictures, and acts on templates and unused items. */
const { address } = running();

test.beforeAll(() => {
  mkdirSync(running().data, { recursive: true });
  sql(`insert into templates (name, kind, entries, changed_at) values ('Notice of 2019', 'standing',
    '{"version": 1, "value": [{"field": "copyrightNotice", "rule": "overwrite", "texts": ["© 2019 Aune Pell"]}]}', now() - interval '2 years')`);
  sql(
    `insert into checklists (name, rules, created_at) values ('Never chosen', '{"version": 1, "value": []}', now() - interval '2 years')`,
  );
});

test('unreadable and contradictory files are listed, and their pictures are found', async ({ page }) => {
  await assignmentWith(page, 'Unreadable', ['up26-01.jpg', 'up26-02.jpg'], {
    make: async (folder) => {
      await makePictures(folder, ['up26-01.jpg', 'up26-02.jpg']);
      const free = path.join(folder, 'up26-01.jpg');
      const values = {
        rightsStatus: 'public-domain',
        copyrightNotice: '© 2026 Aune Pell, all rights reserved',
      };
      writeFileSync(free, (await embedInMemory(new Uint8Array(readFileSync(free)), values)).file);
      const file = path.join(folder, 'up26-02.jpg');
      const [start, rest] = [readFileSync(file).subarray(0, 2), readFileSync(file).subarray(2)];
      writeFileSync(
        file,
        Buffer.concat([start, xmpSegment('<x:xmpmeta xmlns:x="adobe:ns:meta/"><broken'), rest]),
      );
    },
  });
  await page.goto(address);
  await page.getByRole('link', { name: labels.ui.upkeep }).first().click();
  await page.getByRole('link', { name: `${labels.upkeep.show}: Unreadable file` }).press('Enter');
  await expect(page).toHaveURL(/\/find\?where=File\+cannot\+be\+read/);
  await expect(page.getByText('up26-02.jpg')).toBeVisible();
  await expect(page.getByText('up26-01.jpg')).toHaveCount(0);
  await page.goto(`${address}/upkeep`);
  await page.getByRole('link', { name: `${labels.upkeep.show}: Contradictory rights` }).click();
  await expect(page.getByText('up26-01.jpg')).toBeVisible();
});

test('a hard-coded year is replaced; unused items are removed and archived', async ({ page }) => {
  await page.goto(`${address}/upkeep`);
  await expect(page.getByText('© {{ year taken }} Aune Pell').first()).toBeVisible();
  await page.getByRole('button', { name: `${labels.upkeep.replaceYear}: Notice of 2019` }).click();
  await expect.poll(() => sql(`select version from templates where name = 'Notice of 2019'`)).toBe('2');
  expect(sql(`select entries->'value'->0->'texts'->>0 from templates where name = 'Notice of 2019'`)).toBe(
    '© {{ year taken }} Aune Pell',
  );
  await expect(
    page.getByRole('button', { name: `${labels.upkeep.replaceYear}: Notice of 2019` }),
  ).toHaveCount(0);
  // The first press asks for a confirmation.
  await page.getByRole('button', { name: `${labels.upkeep.remove}: Never chosen` }).press('Enter');
  expect(sql(`select count(*) from checklists where name = 'Never chosen'`)).toBe('1');
  await page.getByRole('button', { name: `${labels.upkeep.confirmRemoval}: Never chosen` }).press('Enter');
  await expect.poll(() => sql(`select count(*) from checklists where name = 'Never chosen'`)).toBe('0');
  sql(`update templates set changed_at = now() - interval '2 years' where name = 'Notice of 2019'`);
  await page.reload();
  await page.getByRole('button', { name: `${labels.upkeep.archive}: Notice of 2019` }).click();
  await expect
    .poll(() => sql(`select archived_at is not null from templates where name = 'Notice of 2019'`))
    .toBe('t');
  sql(`delete from templates where name = 'Notice of 2019'`);
});

test('a year shows its months, and a month links to its pictures', async ({ page }) => {
  sql(`insert into photo_search (photo_id, assignment_id, values, facets, body, words, taken, filled)
    values (gen_random_uuid(), gen_random_uuid(), '{}', '{}', '', '', '2019-05-01', '{creator}')`);
  try {
    await page.goto(`${address}/upkeep`);
    await page.getByRole('button', { name: '2019', exact: true }).press('Enter');
    await expect(page.getByRole('link', { name: '2019-05' })).toHaveAttribute(
      'href',
      /where=Taken\+in\+2019-05/,
    );
    await page.getByRole('button', { name: labels.upkeep.allYears }).click();
    await expect(page.getByRole('button', { name: '2019', exact: true })).toBeVisible();
  } finally {
    sql(`delete from photo_search where taken = '2019-05-01'`);
  }
});

test('a changed detail is written into pictures that carry the former one, and undone', async ({ page }) => {
  const names = ['uk26-01.jpg', 'uk26-02.jpg'];
  const assignment = await assignmentWith(page, 'Former details', names, { inForce: [] });
  const write = (ids: readonly string[], field: string, value: string) =>
    send(page, `assignments/${assignment.id}/writing`, {
      scope: { of: 'these', ids },
      writing: { kind: 'set', field, value },
    });
  const ids = Object.values(assignment.ids);
  await write(ids, 'contactPhone', '+47 555 7700');
  await write(ids.slice(0, 1), 'instructions', 'Embargo until 3 May 2019. Call before use.');
  const parts = { name: 'Ines Marl', telephone: '+47 555 7711' };
  const { id } = await send<{ id: string }>(page, 'identities', { name: 'Upkeep', kind: 'person', parts });
  sql(`insert into identity_versions (identity_id, version, name, parts, created_at) values ('${id}', 0, 'Upkeep',
    '{"name": "Ines Marl", "telephone": "+47 555 7700"}', now() - interval '2 years')`);
  const phones = () =>
    sql(`select string_agg(value ->> 'value', ', ') from drafts where field = 'contactPhone'
      and photo_id in ('${ids.join("','")}')`);
  await page.goto(`${address}/upkeep`);
  await page
    .getByRole('button', { name: `${labels.upkeep.replaceText}: Telephone of Upkeep` })
    .press('Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('+47 555 7700 → +47 555 7711')).toBeVisible();
  await dialog.getByRole('button', { name: labels.upkeep.writeDrafts }).click();
  await expect.poll(phones).toBe('+47 555 7711, +47 555 7711');
  await dialog.getByRole('button', { name: labels.find.undoIt }).click();
  await expect.poll(phones).toBe('+47 555 7700, +47 555 7700');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: new RegExp(`^${labels.upkeep.remove}: Embargo until`) }).click();
  await dialog.getByRole('button', { name: labels.upkeep.writeDrafts }).click();
  const instructions = () =>
    sql(`select value ->> 'value' from drafts where field = 'instructions' and photo_id = '${ids[0]}'`);
  await expect.poll(instructions).toBe('Call before use.');
  await page.keyboard.press('Escape');
  await expect(page.getByText(labels.upkeep.endedEmbargoes)).toHaveCount(0);
  await send(page, `identities/${id}`, undefined, 'DELETE');
});
