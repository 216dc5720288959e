/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { useSavedValue } from './useSavedValue';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

function open(first: string, keepsSame?: boolean) {
  const keep = jest.fn();
  const isSame = (a: string, b: string) => a === b;
  const hook = renderHook(
    ({ shared }) => useSavedValue(shared, { snapshot: undefined, isSame, keep, keepsSame }),
    {
      initialProps: { shared: first },
    },
  );
  const type = (...texts: string[]) => texts.map((text) => act(() => hook.result.current.change(text)));
  return { keep, type, ...hook };
}

// Of pictures that differ, all were emptied by a letter that was typed and taken back.
test('what is typed and taken back is not kept', () => {
  const { keep, type } = open('');
  type('x', '');
  act(() => jest.advanceTimersByTime(700));
  expect(keep).not.toHaveBeenCalled();
});

test('taken back after it was kept, it is kept', () => {
  const { keep, type, result } = open('');
  type('x');
  act(() => result.current.save());
  type('');
  act(() => result.current.save());
  expect(keep.mock.calls).toEqual([
    ['x', false],
    ['', false],
  ]);
});

test('what came from elsewhere meanwhile is shown once nothing waits', () => {
  const { type, result, rerender } = open('Mine');
  type('Mine and', 'Mine');
  rerender({ shared: 'Theirs' });
  expect(result.current.value).toBe('Mine');
  act(() => result.current.save());
  expect(result.current.value).toBe('Theirs');
});

test('where other things go with it, the same is kept too: a name leaves Person Shown and not the caption', () => {
  const { keep, type, result } = open('A launch', true);
  type('A launch');
  act(() => result.current.save());
  expect(keep.mock.calls).toEqual([['A launch', false]]);
});

// One caption was two steps of undo: the first left half a sentence.
test('what is typed without a long pause goes on with what was kept; leaving the box or a pause ends that', () => {
  const { keep, type, result } = open('');
  const pause = (ms: number) => act(() => jest.advanceTimersByTime(ms));
  type('A launch');
  pause(700);
  type('A launch at');
  pause(700);
  pause(5000);
  type('A launch at noon');
  pause(700);
  act(() => result.current.save());
  type('The launch at noon');
  act(() => result.current.save());
  expect(keep.mock.calls).toEqual([
    ['A launch', false],
    ['A launch at', true],
    ['A launch at noon', false],
    ['The launch at noon', false],
  ]);
});
