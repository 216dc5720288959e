/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { these } from '@/core/drafts/scope';
import { actAnswered, keepUnsaved, type WritingAct } from './unsaved';
import { useSavedText } from './useSavedText';

beforeEach(() => jest.useFakeTimers());
afterEach(() => {
  answerAll();
  jest.useRealTimers();
});

const waiting: WritingAct[] = [];
const answerAll = () => {
  for (const act of waiting.splice(0)) actAnswered('here', act);
};

let acts = 0;
/** A box whose acts are carried out when `answer` is called: by transactions 100, 101 and so on. */
function open(first: string) {
  const keep = jest.fn((text: string) => {
    const act = {
      key: `key ${++acts}`,
      at: Date.now(),
      scope: these(['a']),
      writing: { kind: 'caption', text },
    } as const;
    keepUnsaved('here', act);
    waiting.push(act);
  });
  const hook = renderHook(
    ({ shared, read }) => useSavedText(shared, `${read}:${read}:`, { begin: () => undefined, keep }),
    { initialProps: { shared: first, read: 1 } },
  );
  let transaction = 100;
  return {
    keep,
    ...hook,
    write: (text: string) => {
      act(() => hook.result.current.type(text));
      act(() => hook.result.current.save());
    },
    answer: () => act(() => actAnswered('here', waiting.shift()!, String(transaction++))),
    /** What the server has before transaction `read`. */
    serverHas: (shared: string, read: number) => hook.rerender({ shared, read }),
  };
}

test('what is typed is kept after a pause, once', () => {
  const { result, keep } = open('Old');
  act(() => result.current.type('New'));
  act(() => result.current.type('Newer'));
  expect(keep).not.toHaveBeenCalled();
  act(() => jest.advanceTimersByTime(700));
  expect(keep.mock.calls).toEqual([['Newer', false]]);
  act(() => result.current.save());
  expect(keep).toHaveBeenCalledTimes(1);
});

// Somebody added a third contributor while the answer to the first was on its way: it was lost.
test('what was read before the save does not take the words away, however late it comes', () => {
  const { result, write, answer, serverHas } = open('');
  write('Mine');
  serverHas('Before', 100);
  expect(result.current.text).toBe('Mine');
  answer();
  serverHas('Before, read slowly', 100);
  act(() => jest.advanceTimersByTime(60_000));
  expect(result.current.text).toBe('Mine');
  serverHas('Mine', 101);
  serverHas('Theirs', 102);
  expect(result.current.text).toBe('Theirs');
});

// Credits: a name typed and removed again was there once more when the answers came, and went under the caption.
test('written, taken back and written again: what was read between is not shown', () => {
  const { result, write, answer, serverHas } = open('');
  for (const text of ['Two', 'Two and one', 'Two']) write(text);
  for (const [shared, read] of [
    ['Two', 101],
    ['Two and one', 102],
  ] as const) {
    answer();
    serverHas(shared, read);
    expect(result.current.text).toBe('Two');
  }
  answer();
  serverHas('Two', 103);
  serverHas('Theirs', 104);
  expect(result.current.text).toBe('Theirs');
});

// A misspelling was mended, and the next press on a suggestion brought it back under a slow server.
test('what was read behind the save but came before its answer is shown with the answer', () => {
  const { result, write, answer, serverHas } = open('');
  write('Mine');
  serverHas('Theirs, written over mine', 102);
  expect(result.current.text).toBe('Mine');
  answer();
  expect(result.current.text).toBe('Theirs, written over mine');
});

test('who pauses behind a blank still finds it there', () => {
  const { result, write, answer, serverHas } = open('A');
  write('A launch ');
  answer();
  serverHas('A launch', 101);
  expect(result.current.text).toBe('A launch ');
});

test('what waits is kept when the box goes', () => {
  const { result, keep, unmount } = open('');
  act(() => result.current.type('Half a sent'));
  unmount();
  expect(keep.mock.calls).toEqual([['Half a sent', false]]);
});
