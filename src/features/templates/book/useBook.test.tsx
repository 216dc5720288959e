/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { answering, inWindow } from '@/ui/testing';
import { typeIn, wordsOf } from './bookState';
import { useBook } from './useBook';

beforeEach(() => localStorage.clear());

const template = (more: Partial<ListedTemplate> = {}): ListedTemplate => ({
  id: 't1',
  name: 'Evening edition',
  kind: 'job',
  version: 0,
  entries: [{ field: 'creator', rule: 'overwrite', texts: ['Aune Pell'] }],
  changedAt: '2026-05-14T07:12:40.000Z',
  archived: false,
  branchedFrom: null,
  draft: null,
  ...more,
});
const open = (initial: ListedTemplate) => {
  answering({
    'templates/t1/draft': { savedAt: '2026-05-14T07:12:41.000Z' },
  });
  return renderHook(() => useBook(initial), { wrapper: inWindow() });
};
const textOf = (book: Parameters<typeof wordsOf>[0], field: string) =>
  wordsOf(book)
    .entries.find((entry) => entry.field === field)
    ?.texts.join();

test('what is typed while a version is being saved stays on the page, over that version', async () => {
  const { result } = open(template());
  const sent = wordsOf(result.current.book);
  act(() => result.current.write((book) => typeIn(book, 'contactEmail', 'night@tarnandtide.example')));
  act(() => result.current.saved(template({ version: 1 }), sent));
  expect(textOf(result.current.book, 'contactEmail')).toBe('night@tarnandtide.example');
  expect(textOf(result.current.book, 'creator')).toBe('Aune Pell');
  expect(result.current.changed).toBe(true);
  await waitFor(() => expect(result.current.saving.state).toBe('saved'));
});

test('where nothing was typed since, the page is what was saved', () => {
  const { result } = open(template());
  act(() => result.current.saved(template({ version: 1 }), wordsOf(result.current.book)));
  expect(result.current.changed).toBe(false);
  expect(result.current.template?.version).toBe(1);
});
