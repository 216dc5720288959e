/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { these } from '@/core/drafts/scope';
import { answering, inWindow } from '@/ui/testing';
import { unsavedActs } from './unsaved';
import { useWriting } from './useWriting';

beforeEach(() => localStorage.clear());
const where = 'assignments/a1/writing';
const open = () => renderHook(() => useWriting('a1'), { wrapper: inWindow() });
const caption = (text: string) => ({ kind: 'caption', text }) as const;

test('acts are sent one after the other, each with a key of its own, and kept until they are saved', async () => {
  const asked = answering({ [where]: {} });
  const { result } = open();
  act(() => {
    result.current.write(these(['p1']), caption('A'));
    result.current.write({ of: 'all', upTo: 9 }, caption('B'));
  });
  expect(unsavedActs('a1')).toHaveLength(2);
  await act(() => result.current.settle());
  expect(asked.map((one) => one.body)).toEqual([
    { scope: { of: 'these', ids: ['p1'] }, writing: caption('A') },
    { scope: { of: 'all', upTo: 9 }, writing: caption('B') },
  ]);
  expect(new Set(asked.map((one) => one.key)).size).toBe(2);
  expect(unsavedActs('a1')).toEqual([]);
  expect(result.current.state).toBe('saved');
});

test('what the server refuses is reported one after the other, also after a reload, and the next act goes on', async () => {
  const asked = answering({ [where]: new Error('The caption of a.jpg was emptied.') });
  const { result, unmount } = open();
  act(() => {
    result.current.write(these(['p1']), caption('A'));
    result.current.write(these(['p1']), caption('B'));
  });
  await act(() => result.current.settle());
  expect(result.current.refused).toMatchObject({
    act: { writing: caption('A') },
    message: 'The caption of a.jpg was emptied.',
    code: undefined,
  });
  unmount();
  const again = open();
  await act(() => again.result.current.settle());
  expect(asked).toHaveLength(2);
  expect(again.result.current.refused).toMatchObject({ act: { writing: caption('A') } });
  act(() => again.result.current.dismiss());
  expect(again.result.current.refused).toMatchObject({ act: { writing: caption('B') } });
  act(() => again.result.current.dismiss());
  expect(again.result.current.refused).toBeUndefined();
  expect(unsavedActs('a1')).toEqual([]);
});

test('further words of a text name the act that they go on with, while it is the last one', async () => {
  const asked = answering({ [where]: { undo: { id: 'w1', kind: 'caption', pictures: 1 } } });
  const { result } = open();
  act(() => {
    result.current.write(these(['p1']), caption('A'));
    result.current.write(these(['p1']), caption('A launch'), { continues: true });
  });
  await act(() => result.current.settle());
  expect(asked.map((one) => (one.body as { continues?: string }).continues)).toEqual([undefined, 'w1']);
});

test('a server that does not answer is waited for, and what was written outlives the page', async () => {
  global.fetch = jest.fn(() => Promise.reject(new TypeError('no network'))) as typeof fetch;
  const first = open();
  act(() => first.result.current.write(these(['p1']), caption('Kept')));
  await act(() => new Promise((resolve) => setTimeout(resolve, 50)));
  expect(first.result.current.state).toBe('waiting');
  first.unmount();
  const asked = answering({ [where]: {} });
  const second = open();
  await act(() => second.result.current.settle());
  expect(asked[0]!.body).toMatchObject({ writing: caption('Kept') });
  expect(unsavedActs('a1')).toEqual([]);
});

test('who reads words to go on with them waits for what was written, and not without end', async () => {
  let answer = () => {};
  global.fetch = jest.fn(
    () =>
      new Promise<Response>((resolve) => {
        answer = () => resolve({ ok: true, status: 200, json: async () => ({}) } as Response);
      }),
  ) as typeof fetch;
  const { result } = open();
  act(() => result.current.write(these(['p1']), caption('A')));
  const saved = jest.fn();
  void result.current.whenSaved().then(saved);
  await act(() => new Promise((resolve) => setTimeout(resolve, 50)));
  expect(saved).not.toHaveBeenCalled();
  await act(async () => answer());
  await act(() => result.current.settle());
  expect(saved).toHaveBeenCalled();

  jest.useFakeTimers();
  act(() => result.current.write(these(['p1']), caption('B')));
  const late = expect(result.current.whenSaved()).rejects.toThrow('not saved yet');
  await act(() => jest.advanceTimersByTimeAsync(10_000));
  await late;
  answer();
  jest.useRealTimers();
});

test('an act that a former page kept by the ids of its pictures is understood', () => {
  const old = { key: 'k'.repeat(32), at: Date.now(), photoIds: ['p1'], writing: caption('Old') };
  localStorage.setItem('fabrica unsaved a1 old', JSON.stringify(old));
  expect(unsavedActs('a1')).toMatchObject([{ scope: these(['p1']), writing: caption('Old') }]);
});

test('one that is too old to be known to the server is not sent a second time', () => {
  const old = { key: 'k', at: Date.now() - 26 * 86_400_000, scope: these(['p1']), writing: caption('Old') };
  localStorage.setItem('fabrica unsaved a1 k', JSON.stringify(old));
  expect(unsavedActs('a1')).toEqual([]);
});
