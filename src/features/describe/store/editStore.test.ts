import { these } from '@/core/drafts/scope';
import { SAVE_AFTER_MS } from './boxes';
import type { Edit, WritingEdit } from './edit';
import { type Answer, EditStore, type Effects } from './editStore';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

class Refused extends Error {}
const scope = these(['a']);
const caption = (text: string) => ({ kind: 'caption', text }) as const;

/** A store whose edits are answered by `answer`, each by a transaction of its own. */
function open(
  answer: (edit: Edit) => Promise<Answer> = async (edit) => ({ undo: { id: `act ${edit.key}` } }),
) {
  const sent: { edit: Edit; continues: string | undefined }[] = [];
  const kept = new Map<string, Edit>();
  let transaction = 100;
  let keys = 0;
  const effects: Effects = {
    send: async (edit, continues) => {
      sent.push({ edit, continues });
      return { transaction: String(transaction++), ...(await answer(edit)) };
    },
    nextStep: async () => 'the last act',
    refusalOf: (error) =>
      error instanceof Refused ? { message: error.message, code: undefined } : undefined,
    keep: (edit) => kept.set(edit.key, edit),
    forget: (key) => kept.delete(key),
    shown: () => undefined,
    newKey: () => `key ${++keys}`,
    now: Date.now,
    pause: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
  };
  const store = new EditStore(effects);
  /** Types into a box of captions that held `before`. */
  const type = (
    value: string,
    { before = '', keepsSame = false, isAllowed = true, isRead = (): boolean => true } = {},
  ) =>
    store.boxes.type<string>('box', {
      value,
      before,
      scope,
      act: () => (isAllowed ? { writing: caption(value) } : undefined),
      write: store.write,
      keepsSame,
      isRead,
      isSame: (a, b) => a === b,
    });
  const pause = (ms = SAVE_AFTER_MS) => jest.advanceTimersByTimeAsync(ms);
  const texts = () =>
    sent.map(({ edit }) => ('writing' in edit && edit.writing.kind === 'caption' ? edit.writing.text : ''));
  return { store, sent, kept, type, pause, texts };
}

test('edits are sent one after the other, each with a key of its own, and kept until they are saved', async () => {
  const { store, kept, texts } = open();
  store.write(scope, caption('A'));
  store.write({ of: 'all', upTo: 9 }, caption('B'));
  expect(kept.size).toBe(2);
  expect(store.state().status).toBe('saving');
  await store.settle();
  expect(texts()).toEqual(['A', 'B']);
  expect(kept.size).toBe(0);
  expect(store.state().status).toBe('saved');
});

test('an edit stays until everything that was read has its transaction', async () => {
  const { store } = open();
  store.write(scope, caption('A'));
  await store.settle();
  expect(store.edits()).toMatchObject([{ transaction: '100' }]);
  store.prune((transaction) => BigInt(transaction) < 100n);
  expect(store.edits()).toHaveLength(1);
  store.prune((transaction) => BigInt(transaction) < 101n);
  expect(store.edits()).toEqual([]);
});

test('what the server refuses stays with its reason, is sent again or discarded, and the next edit goes on', async () => {
  let isStrict = true;
  const { store, kept, texts } = open(async () => {
    if (isStrict) throw new Refused('The caption of a.jpg was emptied.');
    return {};
  });
  store.write(scope, caption('A'));
  store.write(scope, caption('B'));
  await store.settle();
  const [first, second] = store.edits();
  expect(first).toMatchObject({
    writing: caption('A'),
    refusal: { message: 'The caption of a.jpg was emptied.' },
  });
  expect([...kept.values()]).toMatchObject([{ refusal: {} }, { refusal: {} }]);
  isStrict = false;
  store.retry(first as WritingEdit);
  store.discard(second!.key);
  await store.settle();
  expect(texts()).toEqual(['A', 'B', 'A']);
  expect(kept.size).toBe(0);
});

test('a server that does not answer is asked again, after longer and longer pauses', async () => {
  let answers = false;
  const { store, sent, kept, pause } = open(async () => {
    if (!answers) throw new Error('no network');
    return {};
  });
  store.write(scope, caption('Kept'));
  await pause(0);
  expect(store.state().status).toBe('waiting');
  await pause(3000);
  expect(sent.length).toBe(3);
  expect(kept.size).toBe(1);
  answers = true;
  await pause(5000);
  expect(store.state().status).toBe('saved');
  expect(new Set(sent.map(({ edit }) => edit.key)).size).toBe(1);
});

test('what is typed is written after a pause, once, and kept in the browser from the first letter', async () => {
  const { store, kept, type, pause, texts } = open();
  type('Ne');
  type('New');
  expect(store.boxes.openIn('box')).toMatchObject({ value: 'New' });
  expect([...kept.values()]).toMatchObject([{ writing: caption('New'), isOpen: true }]);
  await pause();
  expect(texts()).toEqual(['New']);
  expect(store.boxes.openIn('box')).toBeUndefined();
  store.boxes.close('box');
  await pause(0);
  expect(texts()).toEqual(['New']);
});

// The caption came late, and counted as written by somebody else.
test('a pause and leaving the box write nothing while the value is not loaded; the end of the box does', async () => {
  const { store, type, pause, texts } = open();
  let isKnown = false;
  const isRead = () => isKnown;
  type('New', { isRead });
  await pause(3000);
  store.boxes.leave('box');
  await pause(3000);
  expect(texts()).toEqual([]);
  isKnown = true;
  await pause();
  expect(texts()).toEqual(['New']);
  isKnown = false;
  type('Newer', { isRead });
  store.boxes.close('box');
  await store.settle();
  expect(texts()).toEqual(['New', 'Newer']);
});

// Of pictures that differ, all were emptied by a letter that was typed and taken back.
test('what is typed and taken back is not written; taken back after it was written, it is', async () => {
  const { kept, type, pause, store, texts } = open();
  type('x');
  type('');
  await pause();
  expect(texts()).toEqual([]);
  expect(kept.size).toBe(0);
  type('x');
  store.boxes.close('box');
  type('', { before: 'x' });
  store.boxes.close('box');
  await store.settle();
  expect(texts()).toEqual(['x', '']);
});

test('where other things go with it, the same is written too: a name leaves Person Shown and not the caption', async () => {
  const { type, store, texts } = open();
  type('A launch', { before: 'A launch', keepsSame: true });
  store.boxes.close('box');
  await store.settle();
  expect(texts()).toEqual(['A launch']);
});

// One caption was two steps of undo: the first left half a sentence.
test('what is typed without a long pause goes on with the act before; leaving the box or a pause ends that', async () => {
  const { type, pause, store, sent } = open();
  type('A launch');
  await pause();
  type('A launch at');
  await pause();
  await pause(5000);
  type('A launch at noon');
  await pause();
  store.boxes.close('box');
  type('The launch at noon');
  store.boxes.close('box');
  await store.settle();
  expect(sent.map(({ continues }) => continues)).toEqual([undefined, 'act key 1', undefined, undefined]);
});

test('what is not allowed is neither written nor kept, and the box says so after a pause', async () => {
  const { type, pause, store, texts } = open();
  type('12 o', { isAllowed: false });
  expect(store.boxes.openIn('box')?.isNotAllowed).toBeUndefined();
  await pause();
  expect(store.boxes.openIn('box')?.isNotAllowed).toBe(true);
  expect(store.boxes.close('box')).toBe(false);
  expect(store.boxes.openIn('box')).toMatchObject({ value: '12 o' });
  store.boxes.putBack('box');
  expect(store.boxes.openIn('box')).toBeUndefined();
  expect(texts()).toEqual([]);
});

// Sent again after another act, it would have become a part of that act.
test('a refused part of an entry that is sent again is an act of its own', async () => {
  let isStrict = false;
  const { store, sent, type } = open(async (edit) => {
    if (isStrict) throw new Refused('no');
    return { undo: { id: `act ${edit.key}` } };
  });
  type('A launch');
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  isStrict = true;
  type('A launch at noon');
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  isStrict = false;
  store.retry(store.edits().find((edit) => edit.refusal) as WritingEdit, { confirmed: true });
  await store.settle();
  expect(sent.map(({ continues }) => continues)).toEqual([undefined, 'act key 1', undefined]);
  expect(sent.at(-1)!.edit).toMatchObject({ writing: caption('A launch at noon'), confirmed: true });
});

test('undo closes what is typed, and means the act that is saved meanwhile', async () => {
  const { type, store, sent } = open();
  type('A launch');
  store.step(true, 'an older act');
  await store.settle();
  expect(sent.map(({ edit }) => edit)).toMatchObject([
    { writing: caption('A launch') },
    { undone: true, writingId: 'the last act' },
  ]);
});

// Two presses after a lost answer: the second would have undone another act.
test('an undo whose answer was lost is sent again for the same act', async () => {
  let tries = 0;
  const { store, sent, pause } = open(async () => {
    if (tries++ === 0) throw new Error('no network');
    return { kept: 2 };
  });
  store.step(true);
  await pause(1000);
  await store.settle();
  expect(sent.map(({ edit }) => edit)).toMatchObject([
    { writingId: 'the last act' },
    { writingId: 'the last act' },
  ]);
  expect(store.state().step).toEqual({ kept: 2 });
});

test('what another page left is sent in its order; what was still typed there comes last', async () => {
  const { store, texts } = open();
  store.adopt([
    { key: 'c', at: 3, isOpen: true, scope, writing: caption('typed') },
    { key: 'b', at: 4, scope, writing: caption('second') },
    { key: 'a', at: 2, scope, writing: caption('first') },
  ]);
  await store.settle();
  expect(texts()).toEqual(['first', 'second', 'typed']);
});
