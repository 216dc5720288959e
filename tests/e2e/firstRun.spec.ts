import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { expect } from '@playwright/test';
import { interrupt, portBeside, running, startFabrica } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: workshop, details, templates

/** The very first run, on an empty installation, as somebody does it who has never seen Fabrica. */
test('five answers, one assignment, and the picture carries them; a changed number is changed once', async ({
  page,
}) => {
  const { data: demo } = running();
  const data = `${demo}-first`;
  const [source, working] = ['source', 'working'].map((one) => path.join(data, one)) as [string, string];
  for (const folder of [data, source, working]) mkdirSync(folder);
  copyFileSync(path.join(demo, 'card/DCIM/100KETCH/kt26-0401.jpg'), path.join(source, 'one.jpg'));
  const fabrica = await startFabrica(data, { FABRICA_PORT: portBeside(19) }, 'start');
  const { address } = fabrica;
  const told = () =>
    execFileSync('exiv2', ['-q', '-PEIXkv', path.join(working, 'one.jpg')], { encoding: 'utf8' });
  try {
    await page.goto(address);
    await page.getByLabel(labels.workshop.yourName).fill('Aune Pell');
    await page.getByLabel(labels.workshop.howAreYouReached).fill('desk@tarn.example, +47 555 01 77');
    // A reload in the middle loses no answer.
    await page.reload();
    await expect(page.getByLabel(labels.workshop.yourName)).toHaveValue('Aune Pell');
    await page.getByRole('button', { name: labels.workshop.makeTheTemplate }).dblclick();
    await expect(
      page.getByText('“Who I am” goes into its pictures from the start.', { exact: false }),
    ).toBeVisible();
    await expect(page.getByRole('link', { name: 'Who I am' })).toHaveCount(1);
    await page.getByLabel(labels.ui.name, { exact: true }).fill('First job');
    await page.getByRole('textbox', { name: labels.ui.picturesComeFrom }).fill(source);
    await page.getByRole('textbox', { name: labels.workshop.folder, exact: true }).fill(working);
    await page.getByRole('button', { name: labels.workshop.begin, exact: true }).dblclick();
    await expect(page).toHaveURL(/\/assignments\/[0-9a-f-]{36}\//);
    await page
      .getByRole('navigation', { name: labels.shell.pathOfTheAssignment })
      .getByRole('link', { name: /^Bring in/ })
      .click();
    await page.getByRole('button', { name: 'Bring in 1', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Brought in 1 of 1' })).toBeVisible();
    for (const value of ['© 2026 Aune Pell', 'No use without written permission.', '+47 555 01 77'])
      expect(told()).toContain(value);
    await page.goto(`${address}/details`);
    await page.getByRole('textbox', { name: 'Telephone' }).fill('+47 555 01 99');
    // Saved on leaving the page.
    await page.goto(address);
    const telephone = async () =>
      (await (await page.request.get(`${address}/api/identities`)).json()).identities[0].parts.telephone;
    await expect.poll(telephone).toBe('+47 555 01 99');
    await page.getByRole('link', { name: 'Who I am' }).click();
    await page.getByRole('button', { name: 'Used', exact: true }).click();
    await page.getByRole('button', { name: 'Bring 1 to the present version …' }).click();
    await page.getByRole('button', { name: 'Embed in 1' }).click();
    await page.getByRole('link', { name: /^Receipt of / }).click();
    await expect(page.getByRole('heading', { name: 'Embedded 1 of 1' })).toBeVisible();
    expect(told()).toContain('+47 555 01 99');
    expect(told()).not.toContain('+47 555 01 77');
    // Nothing is simulated outside the demo.
    expect((await page.request.get(`${address}/api/card`)).status()).toBe(404);
    await page.goto(`${address}/read`);
    await expect(page.getByText('nothing is written. Drop two')).toBeVisible();
    await page.getByLabel(labels.readout.pictureToRead).setInputFiles(path.join(working, 'one.jpg'));
    await expect(page.getByRole('button', { name: 'Compare with another file …' })).toBeVisible();
    await expect(page.getByLabel(labels.readout.throughASiteThat)).toHaveCount(0);
  } finally {
    await interrupt(fabrica.process);
    rmSync(data, { recursive: true, force: true });
  }
});
