import { copyFileSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { type BrowserContext, expect, type Page } from '@playwright/test';
import { running } from './fabrica';
import { labels } from './labels';
import { test } from './test';

// Covers: describe

/** What is typed is never lost, doubled or shown again: pages that crash, two windows, slow answers. */
test.describe.configure({ mode: 'serial' });

const { address, data } = running();
const working = path.join(data, 'typed-working');

let context: BrowserContext;
let first: Page;
let id = '';
let photoId = '';

test.beforeAll(async ({ browser }) => {
  context = await browser.newContext();
  first = await context.newPage();
  mkdirSync(working);
  for (const name of ['kt26-0401.jpg', 'kt26-0402.jpg'])
    copyFileSync(path.join(data, 'card/DCIM/100KETCH', name), path.join(working, name));
  ({ id } = await send<{ id: string }>('assignments', { name: 'Typed', workingPath: working }));
  await first.goto(`${address}/assignments/${id}/describe`);
  photoId = (await cell(first).getAttribute('id'))!.replace('photo-', '');
});
test.afterAll(() => context.close());

async function send<T>(where: string, body: unknown): Promise<T> {
  const answer = await context.request.post(`${address}/api/${where}`, {
    data: body,
    headers: { origin: address },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as T;
}

const cell = (page: Page) => page.locator('[data-photo="kt26-0401.jpg"]');
const caption = (page: Page) => page.getByLabel(labels.describe.caption, { exact: true });
const scope = () => ({ of: 'these', ids: [photoId] });
/** The caption as the server holds it. */
const held = async () =>
  (await send<{ caption: { same?: string } }>(`assignments/${id}/desk`, { scope: scope() })).caption.same;
const writing = `**/assignments/*/writing`;

async function open(page: Page, text: string): Promise<void> {
  await page.goto(`${address}/assignments/${id}/describe`);
  await cell(page).click();
  await expect(caption(page)).toHaveValue(text);
}

test('a page that crashes while one types loses no letter', async () => {
  await open(first, '');
  await first.route(writing, (route) => route.abort());
  await caption(first).pressSequentially('Two shipwrights bend a plank at the yard.');
  const session = await context.newCDPSession(first);
  // It never answers: there is no page any more.
  void session.send('Page.crash').catch(() => undefined);
  await first.waitForEvent('crash');
  await first.close();
  first = await context.newPage();
  await open(first, 'Two shipwrights bend a plank at the yard.');
  await expect.poll(held).toBe('Two shipwrights bend a plank at the yard.');
});

test('a reload in the middle of a word loses no letter', async () => {
  await caption(first).press('End');
  await caption(first).pressSequentially(' And ano');
  await first.reload();
  await expect(caption(first)).toHaveValue('Two shipwrights bend a plank at the yard. And ano');
  await expect.poll(held).toBe('Two shipwrights bend a plank at the yard. And ano');
  await caption(first).fill('Two shipwrights bend a plank at the yard.');
  await expect.poll(held).toBe('Two shipwrights bend a plank at the yard.');
});

test('what one window types is not sent by another one; changes of different words are both kept', async () => {
  await first.route(writing, (route) => route.abort());
  await caption(first).fill('Three shipwrights bend a plank at the yard.');
  await expect(first.getByRole('alert').filter({ hasText: 'does not answer' })).toBeVisible();
  const second = await context.newPage();
  await open(second, 'Two shipwrights bend a plank at the yard.');
  await caption(second).fill('Two shipwrights bend a plank at the yard of Havnes.');
  await expect.poll(held).toBe('Two shipwrights bend a plank at the yard of Havnes.');
  await expect(caption(first)).toHaveValue('Three shipwrights bend a plank at the yard.');
  await first.unroute(writing);
  const both = 'Three shipwrights bend a plank at the yard of Havnes.';
  await expect.poll(held).toBe(both);
  await expect(caption(first)).toHaveValue(both);
  await expect(caption(second)).toHaveValue(both);
  await expect(first.getByRole('alert').filter({ hasText: 'Not saved' })).toBeHidden();
  await second.close();
});

test('an answer that comes late takes no later words away, and no earlier ones come back', async () => {
  let release = (): void => undefined;
  const answers = new Promise<void>((resolve) => {
    release = resolve;
  });
  let isFirst = true;
  await first.route(writing, async (route) => {
    if (!isFirst) return route.continue();
    isFirst = false;
    const response = await route.fetch();
    await answers;
    await route.fulfill({ response });
  });
  await caption(first).fill('Earlier words.');
  await expect.poll(held).toBe('Earlier words.');
  await caption(first).fill('Later words.');
  await caption(first).blur();
  await expect(cell(first)).toContainText('Later words.');
  release();
  await expect.poll(held).toBe('Later words.');
  await expect(caption(first)).toHaveValue('Later words.');
  await first.unroute(writing);
});
