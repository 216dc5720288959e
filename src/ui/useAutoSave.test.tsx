/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { ApiError } from './api';
import { keptAt } from './kept';
import { useAutoSave } from './useAutoSave';

beforeEach(() => {
  localStorage.clear();
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

function opened(save: (value: string, met: string) => Promise<string>, saved = 'old') {
  return renderHook(
    ({ saved: held }) => useAutoSave({ place: 'test', saved: held, save, readAgain: async () => undefined }),
    {
      initialProps: { saved },
    },
  );
}

test('saves once, a moment after the last change, over what was met', async () => {
  const save = jest.fn(async (value: string) => value);
  const { result } = opened(save);
  for (const typed of ['n', 'ne', 'new']) act(() => result.current.change(typed));
  await pass(500);
  expect(save).not.toHaveBeenCalled();
  await pass(200);
  expect(save.mock.calls).toEqual([['new', 'old']]);
  expect(result.current.state).toBe('saved');
  expect(keptAt('test')).toBeUndefined();
});

test('what the server makes of it does not change what one is typing', async () => {
  const { result, rerender } = opened(async (value) => value.trim());
  act(() => result.current.change('new '));
  await pass(700);
  rerender({ saved: 'new' });
  expect(result.current.value).toBe('new ');
});

test('what another window wrote is shown where nothing waits, and told where something does', async () => {
  const save = jest.fn(async (value: string, met: string) => {
    if (met !== 'theirs') throw new ApiError('changed elsewhere', 409);
    return value;
  });
  const { result, rerender } = opened(save);
  rerender({ saved: 'their first' });
  expect(result.current.value).toBe('their first');
  act(() => result.current.change('mine'));
  rerender({ saved: 'theirs' });
  expect(result.current.value).toBe('mine');
  await pass(700);
  expect(result.current).toMatchObject({ state: 'refused', isConflict: true, message: 'changed elsewhere' });
  act(() => result.current.keepMine());
  await pass(0);
  expect(save).toHaveBeenLastCalledWith('mine', 'theirs');
  expect(result.current.state).toBe('saved');
});

test('the other’s can be taken instead, and then nothing is kept here', async () => {
  const { result, rerender } = opened(async () => Promise.reject(new ApiError('changed elsewhere', 409)));
  act(() => result.current.change('mine'));
  rerender({ saved: 'theirs' });
  await pass(700);
  act(() => result.current.takeTheirs());
  expect(result.current).toMatchObject({ value: 'theirs', state: 'saved' });
  expect(keptAt('test')).toBeUndefined();
});

test('a server that does not answer is asked again, and what was typed outlives the page', async () => {
  let answers = false;
  const save = jest.fn(async (value: string) => {
    if (!answers) throw new ApiError('no answer', 0);
    return value;
  });
  const first = opened(save);
  act(() => first.result.current.change('typed'));
  await pass(700);
  expect(first.result.current.state).toBe('waiting');
  first.unmount();
  answers = true;
  const second = opened(save);
  await pass(0);
  expect(second.result.current).toMatchObject({ value: 'typed', state: 'saved' });
});

test('a refused value stays in the page with the reason, and the next change is tried', async () => {
  const save = jest.fn(async (value: string) => {
    if (value === '') throw new ApiError('Give it a name.', 422);
    return value;
  });
  const { result } = opened(save);
  act(() => result.current.change(''));
  await pass(700);
  expect(result.current).toMatchObject({ value: '', state: 'refused', isConflict: false });
  act(() => result.current.change('a name'));
  await pass(700);
  expect(result.current.state).toBe('saved');
});

test('leaving the page saves at once, and a change made while saving is saved too', async () => {
  const save = jest.fn(async (value: string) => {
    await new Promise((resolve) => setTimeout(resolve, 100));
    return value;
  });
  const { result, unmount } = opened(save);
  act(() => result.current.change('one'));
  act(() => void window.dispatchEvent(new Event('pagehide')));
  expect(save).toHaveBeenCalledTimes(1);
  act(() => result.current.change('two'));
  await pass(250);
  expect(save.mock.calls.map(([value]) => value)).toEqual(['one', 'two']);
  act(() => result.current.change('three'));
  unmount();
  expect(save).toHaveBeenLastCalledWith('three', 'two');
});
