/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { these } from '@/core/drafts/scope';
import { forgetUnsaved, keepUnsaved } from './unsaved';
import { useSavedText } from './useSavedText';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

function open(first: string) {
  const keep = jest.fn();
  const hook = renderHook(({ shared }) => useSavedText(shared, { begin: () => undefined, keep }), {
    initialProps: { shared: first },
  });
  return { keep, ...hook };
}

test('what is typed is kept after a pause, once', () => {
  const { result, keep } = open('Old');
  act(() => result.current.type('New'));
  act(() => result.current.type('Newer'));
  expect(keep).not.toHaveBeenCalled();
  act(() => jest.advanceTimersByTime(700));
  expect(keep.mock.calls).toEqual([['Newer']]);
  act(() => result.current.save());
  expect(keep).toHaveBeenCalledTimes(1);
});

// Somebody added a third contributor while the answer of before the second was on its way: it was lost.
test('an answer from before the save does not take the words away; one from elsewhere comes in later', () => {
  const { result, rerender } = open('');
  act(() => result.current.type('Mine'));
  act(() => result.current.save());
  rerender({ shared: 'Before' });
  expect(result.current.text).toBe('Mine');
  rerender({ shared: 'Mine' });
  expect(result.current.text).toBe('Mine');
  rerender({ shared: 'Theirs' });
  expect(result.current.text).toBe('Theirs');
});

// Credits: a name typed and removed again stood there once more when the answers came, and went under the caption.
test('what was written, taken back and written again is not taken for its first answer', () => {
  const { result, rerender } = open('');
  for (const text of ['Two', 'Two and one', 'Two']) {
    act(() => result.current.type(text));
    act(() => result.current.save());
  }
  for (const shared of ['Two', 'Two and one', 'Two']) {
    rerender({ shared });
    expect(result.current.text).toBe('Two');
  }
  rerender({ shared: 'Theirs' });
  expect(result.current.text).toBe('Theirs');
});

test('while an act is under way, nothing of before it comes in, however long it takes', () => {
  const { result, rerender } = open('');
  const slow = {
    key: 'slow',
    at: Date.now(),
    scope: these(['a']),
    writing: { kind: 'caption', text: 'Mine' },
  } as const;
  keepUnsaved('here', slow);
  act(() => result.current.type('Mine'));
  act(() => result.current.save());
  rerender({ shared: 'Before' });
  act(() => jest.advanceTimersByTime(20_000));
  expect(result.current.text).toBe('Mine');
  forgetUnsaved('here', slow);
  act(() => jest.advanceTimersByTime(1000));
  expect(result.current.text).toBe('Before');
});

test('who is overruled from elsewhere sees it after a while, without another change', () => {
  const { result, rerender } = open('');
  act(() => result.current.type('Mine'));
  act(() => result.current.save());
  rerender({ shared: 'Theirs' });
  act(() => jest.advanceTimersByTime(5000));
  expect(result.current.text).toBe('Theirs');
});

test('who pauses behind a blank still finds it there', () => {
  const { result, rerender } = open('A');
  act(() => result.current.type('A launch '));
  act(() => result.current.save());
  rerender({ shared: 'A launch' });
  expect(result.current.text).toBe('A launch ');
});

test('what waits is kept when the box goes', () => {
  const { result, keep, unmount } = open('');
  act(() => result.current.type('Half a sent'));
  unmount();
  expect(keep.mock.calls).toEqual([['Half a sent']]);
});
