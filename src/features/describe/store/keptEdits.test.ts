/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { these } from '@/core/drafts/scope';
import type { Edit } from './edit';

// jsdom has none; edits are plain JSON.
globalThis.structuredClone ??= (value) => JSON.parse(JSON.stringify(value));

/** A page of the browser: what one keeps, the next finds. */
async function openPage() {
  jest.resetModules();
  return (await import('./keptEdits')).keptEdits('a1');
}

async function adopted(page: Awaited<ReturnType<typeof openPage>>): Promise<Edit[]> {
  const found: Edit[] = [];
  await page.adopt((edits) => void found.push(...edits));
  return found;
}

const edit = (key: string, more: Partial<Edit> = {}): Edit => ({
  key,
  at: Date.now(),
  scope: these(['p1']),
  writing: { kind: 'caption', text: key },
  ...more,
});

beforeEach(() => localStorage.clear());

test('what a page kept is found by the next one, once, without what was saved or belongs elsewhere', async () => {
  const first = await openPage();
  await adopted(first);
  first.keep(edit('a'));
  first.keep(edit('b', { isOpen: true }));
  first.keep(edit('c'));
  first.forget('c');
  const second = await openPage();
  expect(await adopted(second)).toMatchObject([{ key: 'a' }, { key: 'b', isOpen: true }]);
  expect(await adopted(second)).toEqual([]);
  second.forget('a');
  second.forget('b');
});

test('acts that a former version kept are taken over, also those with the ids of their pictures', async () => {
  const old = { key: 'old', at: Date.now(), photoIds: ['p1'], writing: { kind: 'caption', text: 'Old' } };
  localStorage.setItem('fabrica unsaved a1 old', JSON.stringify(old));
  localStorage.setItem('fabrica unsaved a2 other', JSON.stringify(old));
  const page = await openPage();
  expect(await adopted(page)).toMatchObject([{ key: 'old', scope: these(['p1']) }]);
  expect(Object.keys(localStorage)).toEqual(['fabrica unsaved a2 other']);
  page.forget('old');
});

test('one that is too old to be known to the server is not sent a second time, and still shown', async () => {
  const first = await openPage();
  await adopted(first);
  first.keep(edit('old', { at: Date.now() - 26 * 86_400_000 }));
  const second = await openPage();
  expect(await adopted(second)).toMatchObject([
    { key: 'old', refusal: { message: expect.stringContaining('25 days') } },
  ]);
});

// The browser deleted the data of the site while the page was open: the next act failed, and its words were gone.
test('a database that was closed under the page is opened again', async () => {
  const first = await openPage();
  await adopted(first);
  await new Promise((resolve) => {
    indexedDB.deleteDatabase('fabrica').onsuccess = resolve;
  });
  first.keep(edit('after'));
  expect(await adopted(await openPage())).toMatchObject([{ key: 'after' }]);
});
