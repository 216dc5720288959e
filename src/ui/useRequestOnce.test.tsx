/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { answering } from './testing';
import { useRequestOnce } from './useRequestOnce';

test('the same request pressed twice carries one key, another request another', async () => {
  const asked = answering({ 'runs/1/undo': { runId: '2' }, 'runs/3/undo': { runId: '4' } });
  const { result } = renderHook(() => useRequestOnce());
  await act(async () => {
    const twice = await Promise.all([
      result.current('runs/1/undo', 'POST'),
      result.current('runs/1/undo', 'POST'),
    ]);
    expect(twice).toEqual([{ runId: '2' }, { runId: '2' }]);
    await result.current('runs/3/undo', 'POST');
  });
  const keys = asked.map((one) => one.key);
  expect(keys[0]).toMatch(/^[0-9a-f]{32}$/);
  expect(keys[1]).toBe(keys[0]);
  expect(keys[2]).not.toBe(keys[0]);
});

test('what failed can be tried again with the same key: it was carried out at most once', async () => {
  const asked = answering({ 'runs/1/undo': new Error('This run is in progress.') });
  const { result } = renderHook(() => useRequestOnce());
  for (let time = 0; time < 2; time++)
    await act(() => expect(result.current('runs/1/undo', 'POST')).rejects.toThrow('in progress'));
  expect(asked[1]!.key).toBe(asked[0]!.key);
});
