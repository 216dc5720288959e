import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { chromium } from '@playwright/test';

// Takes the pictures of docs/screenshots from a fresh demo: node scripts/screenshots.mjs http://127.0.0.1:4400
let [address = 'http://127.0.0.1:4400', folder = 'docs/screenshots'] = process.argv.slice(2);
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-dev-shm-usage',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });

async function take(name) {
  await page.waitForLoadState('networkidle').catch(() => undefined);
  await page.waitForTimeout(600);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
}

async function stage(name) {
  await page.goto(address);
  await page.getByRole('link', { name: 'Relaunch of the ketch', exact: true }).first().click();
  await page
    .getByRole('navigation', { name: 'Path of the assignment' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click();
  await page.waitForURL(new RegExp(name.toLowerCase().replace(' ', '-')));
}

const settled = () =>
  page
    .waitForFunction(() => [...document.images].every((one) => one.complete), undefined, { timeout: 120_000 })
    .catch(() => undefined);

await page.request.post(`${address}/api/templates`, {
  headers: { origin: address },
  data: {
    name: 'Evening edition',
    kind: 'job',
    entries: [
      { field: 'headline', rule: 'overwrite', texts: ['The ketch {{ vessel }} in {{ city ? Havnes }}'] },
      { field: 'city', rule: 'fill', texts: ['Havnes'] },
      { field: 'keywords', rule: 'add', texts: ['evening edition'] },
      { field: 'instructions', rule: 'overwrite', texts: ['Not before 18:00.'] },
    ],
  },
});
await page.goto(address);
await settled();
await take('workshop');
await page.goto(`${address}/find?words=ketch`);
await page.getByRole('list', { name: 'Pictures that were found' }).getByRole('link').first().waitFor();
await settled();
await take('find');
await page.goto(`${address}/details`);
await page.getByRole('textbox', { name: 'Credit line' }).waitFor();
await take('details');
await stage('Prepare');
await page.getByText('What comes out').waitFor();
await take('prepare');
await stage('Bring in');
await page.getByRole('button', { name: /^Bring in \d+$/ }).waitFor();
const names = page.getByRole('textbox', { name: 'Names', exact: true });
await names.fill('{{ date taken : yMMdd }}-{{ vessel }}-{{ running number : 3 }}');
await page.getByLabel('Keywords for all of them').focus();
await page.waitForTimeout(1000);
await settled();
await take('bring-in');
await names.focus();
await page.keyboard.press('Control+a');
await page.keyboard.press('Delete');
await page.waitForTimeout(1000);
await page.getByRole('button', { name: /^Bring in \d+$/ }).click();
await page.getByRole('heading', { name: /^Brought in (\d+) of \1$/ }).waitFor({ timeout: 120_000 });
await page.locator('summary').nth(1).click();
await take('receipt');
await stage('Describe');
await page.locator('[data-photo="kt26-0403.jpg"]').click();
await page.locator('[data-photo="kt26-0404.jpg"]').click({ modifiers: ['Control'] });
await page
  .getByLabel('Caption', { exact: true })
  .fill('Two shipwrights bend the first plank round the turn of the bilge.');
await page.getByLabel('Keywords', { exact: true }).fill('planking, shipwright');
await page.getByLabel('Keywords', { exact: true }).press('Enter');
await page.getByText('2 with drafts, saved').waitFor();
await settled();
await page.waitForTimeout(1500);
await take('describe');
await page.getByRole('button', { name: 'Ledger', exact: true }).click();
await page.locator('[role=grid][aria-busy=false]').waitFor();
await settled();
await take('ledger');
await page.getByRole('button', { name: 'One by one', exact: true }).click();
await page.getByLabel('People', { exact: true }).fill('ott');
await page.keyboard.press('Enter');
await page.getByText('1 with drafts, saved').waitFor();
await settled();
await page.waitForTimeout(1500);
await take('one-by-one');
await page.getByRole('button', { name: 'Sheet', exact: true }).click();
await page.getByRole('button', { name: /^Embed 2/ }).click();
await page.getByRole('dialog').waitFor();
await take('proof');
await page.getByRole('button', { name: 'Cancel' }).click();
await page.getByRole('dialog').waitFor({ state: 'hidden' });
await page.getByRole('button', { name: 'Apply templates …' }).click();
await page.getByLabel('Find a template').fill('evening');
await page.getByLabel('Find a template').press('Enter');
await page.getByRole('button', { name: 'Apply to 2' }).waitFor();
await take('templates');
await page.getByRole('button', { name: 'Cancel' }).click();
await page.getByRole('dialog').waitFor({ state: 'hidden' });
await page
  .locator('[data-photo="kt26-0421.jpg"]')
  .scrollIntoViewIfNeeded()
  .catch(() => undefined);
await page.getByRole('grid').focus();
await page.keyboard.press('End');
await page.locator('[data-photo="kt26-0421.jpg"]').dblclick();
await page.getByText('Its records disagree').waitFor();
await settled();
await take('read');
await page.getByLabel('through a site that').selectOption('keeps-iim');
await page.getByText('XMP stripped').waitFor();
await settled();
await take('compare');
await page.goBack();
await stage('Check');
await page.getByLabel('for', { exact: true }).selectOption('web');
await page.getByText(/are ready$/).waitFor();
await page.getByRole('button', { name: /^A caption of its own/ }).click();
await page.getByRole('button', { name: /^Write for/ }).waitFor();
await settled();
await page.waitForTimeout(1000);
await take('check');
await stage('Deliver');
await page.getByLabel('Saved plan').selectOption({ label: 'For the Boat Trust’s web pages' });
await page.getByText('as saved').waitFor();
for (let n = 0; n < 6; n++) await page.getByRole('button', { name: 'Next copy' }).click();
await page.locator('[aria-label="One copy"][aria-busy=false]').waitFor();
await page.waitForTimeout(3000);
await settled();
await take('deliver');
await page.goto(`${address}/vocabulary`);
await page.getByLabel('Find a term').fill('ketch');
await page.getByRole('treeitem').first().click();
await page.getByLabel('Find a term').fill('');
await settled();
await page.waitForTimeout(1000);
await take('vocabulary');
await page.goto(`${address}/templates`);
await page.getByRole('button', { name: 'Begin from …' }).click();
await take('shelf');
await page.getByRole('link', { name: 'Standing rights' }).click();
await page.getByRole('textbox', { name: 'Copyright Notice', exact: true }).focus();
await page.getByRole('button', { name: /^Rule for Copyright Notice/ }).click();
await page.getByRole('radiogroup').waitFor();
await take('template');
await page.request.post(`${address}/api/templates`, {
  headers: { origin: address },
  data: {
    name: 'Notice of the first season',
    kind: 'standing',
    entries: [{ field: 'copyrightNotice', rule: 'overwrite', texts: ['© 2024 Tarn & Tide'] }],
  },
});
const post = (where, data, method = 'POST') =>
  page.request.fetch(`${address}/api/${where}`, { method, headers: { origin: address }, data });
const { identities } = await (await page.request.get(`${address}/api/identities`)).json();
const { id: detailsId, version: baseVersion, name, kind, parts } = identities[0];
await post(
  `identities/${detailsId}`,
  { name, kind, baseVersion, parts: { ...parts, telephone: '+47 555 01 99' } },
  'PUT',
);
await page.emulateMedia({ colorScheme: 'dark' });
await page.goto(`${address}/upkeep`);
await page.getByText('© {{ year taken }} Tarn & Tide').waitFor();
await take('upkeep');

// The pictures of docs/guide that are no main view.
await page.emulateMedia({ colorScheme: 'light' });
folder = 'docs/guide/pictures';
await post('backups', {});
await page.goto(`${address}/backups`);
await page
  .getByRole('listitem', { name: /^fabrica-/ })
  .first()
  .waitFor();
await take('backups');
const disk = '/tmp/archive-disk';
rmSync(disk, { recursive: true, force: true });
const made = [];
for (const year of ['2023', '2024', '2025']) {
  mkdirSync(`${disk}/${year}`, { recursive: true });
  for (let at = 1; at <= 4; at++)
    writeFileSync(
      `${disk}/${year}/ar${year}-0${at}.jpg`,
      await page.screenshot({ type: 'jpeg', quality: at * 20 }),
    );
  const { id } = await (
    await post('assignments', { name: `Archive ${year}`, workingPath: `${disk}/${year}` })
  ).json();
  await page.goto(`${address}/assignments/${id}/describe`);
  await page.locator('[data-photo]').nth(3).waitFor();
  made.push(id);
}
rmSync('/tmp/archive-disk-2', { recursive: true, force: true });
renameSync(disk, '/tmp/archive-disk-2');
await page.goto(`${address}/assignments/${made[0]}/describe`);
await page.getByRole('button', { name: 'Choose its new path …' }).click();
await page.getByRole('dialog').getByRole('textbox', { name: 'Folder' }).fill('/tmp/archive-disk-2/2023');
await page.getByText('moved in the same way').waitFor();
await take('moved-disk');
rmSync('/tmp/archive-disk-2', { recursive: true });
await browser.close();
