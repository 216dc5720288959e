/** @jest-environment jsdom */
import { QueryClient } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import { these } from '@/core/drafts/scope';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { editStoreOf } from '../store/editStores';
import { EditStoreContext } from '../store/useEditStore';
import { useCaption } from './useCaption';

const scope = these(['a']);
const holding = (caption: string, personShown: readonly string[] = []): Desk => ({
  snapshot: '1:1:',
  caption: caption
    ? { same: caption, empty: 0, variants: [{ value: caption, count: 1 }] }
    : { empty: 1, variants: [] },
  signOffs: 1,
  keywords: [],
  moreKeywords: 0,
  disagreeing: 0,
  notApplicable: {},
  fields: {
    personShown: {
      same: personShown,
      empty: 0,
      variants: [{ value: personShown, count: 1 }],
      drafted: 0,
      broken: 0,
    },
  },
});

function open(first?: Desk) {
  const write = jest.fn();
  const store = editStoreOf(new QueryClient(), 'a1');
  const hook = renderHook(({ desk }) => useCaption(scope, desk, write), {
    initialProps: { desk: first as Desk | undefined },
    wrapper: ({ children }) => <EditStoreContext value={store}>{children}</EditStoreContext>,
  });
  return { write, ...hook };
}

// A name that was put in before the caption was known replaced the whole caption.
test('a name that comes before the caption is known goes into Person Shown alone', () => {
  const { result, write } = open();
  act(() => result.current.putName('Ottar Lien'));
  expect(write.mock.calls).toEqual([[scope, { kind: 'add-people', terms: ['Ottar Lien'] }]]);
});

test('words that are typed before the caption is known go behind it, never over it', () => {
  const { result, rerender } = open();
  act(() => result.current.type('with Ottar'));
  rerender({ desk: holding('Two shipwrights bend a plank.') });
  expect(result.current.text).toBe('Two shipwrights bend a plank. with Ottar');
});

// Of pictures with different captions, one is typed for all before they are read: somebody else was said to have written them.
test('captions that are read while one types count as seen', () => {
  const { result, rerender, write } = open();
  act(() => result.current.type('For all'));
  const both = { empty: 1, variants: [{ value: 'A ketch.', count: 1 }] };
  rerender({ desk: { ...holding(''), caption: both } });
  act(() => void result.current.save());
  expect(write.mock.calls[0][1]).toMatchObject({
    text: 'For all',
    met: expect.arrayContaining(['A ketch.', '']),
  });
});

test('a name goes into the caption and Person Shown by one act, never twice', () => {
  const { result, write } = open(holding('With Ottar Lien.'));
  act(() => result.current.putName('Ottar Lien'));
  expect(result.current.text).toBe('With Ottar Lien.');
  expect(write.mock.calls[0][1]).toMatchObject({
    kind: 'caption',
    text: 'With Ottar Lien.',
    addPeople: ['Ottar Lien'],
  });
});

test('a name that left the caption while it stands in Person Shown is asked about', () => {
  const { result, write } = open(holding('With Ottar Lien.', ['Ottar Lien']));
  act(() => result.current.type('Alone.'));
  expect(result.current.gone).toEqual(['Ottar Lien']);
  act(() => result.current.takeName('Ottar Lien', true));
  expect(write.mock.calls.at(-1)![1]).toMatchObject({ text: 'Alone.', removePeople: ['Ottar Lien'] });
  act(() => result.current.dismissGone('Ottar Lien'));
  expect(result.current.gone).toEqual([]);
});

// The box is empty where captions differ: a name that was put into it replaced them all.
test.each([
  [
    'several captions',
    {
      empty: 0,
      variants: [
        { value: 'A', count: 1 },
        { value: 'B', count: 1 },
      ],
    },
  ],
  ['one caption, and none on the others', { empty: 2, variants: [{ value: 'A', count: 1 }] }],
])('%s: a name goes into Person Shown alone', (_, caption) => {
  const { result, write } = open({ ...holding(''), caption });
  act(() => result.current.putName('Ottar Lien'));
  expect(write.mock.calls).toEqual([[scope, { kind: 'add-people', terms: ['Ottar Lien'] }]]);
});
