import fc from 'fast-check';
import type { FieldId } from '@/core/catalogue/fields';
import { type Scope, these } from '@/core/drafts/scope';
import { isInSnapshot } from '@/core/drafts/snapshot';
import type { Writing } from '@/server/operations/drafts/writing';
import { propertyRuns } from '../../../../tests/fixtures/budget';
import { viewOf } from '../set/view';
import { applyToRows, editsAfter } from './applyEdits';
import { closedInOrder, type Edit, isStep, isWaiting, type ValueRows, type WritingEdit } from './edit';
import { type Answer, EditStore } from './editStore';
import { makeServer, Refused, valuesIn } from './testServer';

const ids = ['p1', 'p2', 'p3'];
const views = ids.map((id, at) =>
  viewOf({ id, name: id, place: at + 1, revision: '1', strip: 'ssssffss', notice: '', caption: '' }),
);
const scopes: readonly Scope[] = [these(['p1']), these(['p1', 'p2']), { of: 'all', upTo: 3 }];
const fields: readonly FieldId[] = ['city', 'headline'];

interface Request {
  readonly key: string;
  readonly run: () => Answer;
  readonly resolve: (answer: Answer) => void;
  readonly reject: (error: Error) => void;
}

/** A browser with windows over one server; requests and readings end when the history says so. */
function makeBrowser(count: number) {
  const server = makeServer(ids);
  const kept = Array.from({ length: count }, () => new Map<string, Edit>());
  const requests: Request[][] = kept.map(() => []);
  const pauses: (() => void)[][] = kept.map(() => []);
  const written: WritingEdit[][] = kept.map(() => []);
  const refused = new Set<string>();
  let keys = 0;

  function open(at: number) {
    const ask = (key: string, run: () => Answer) =>
      new Promise<Answer>((resolve, reject) => requests[at]!.push({ key, run, resolve, reject }));
    const store: EditStore = new EditStore({
      send: (edit) => ask(edit.key, () => server.carryOut(edit)),
      nextStep: async (undone) => server.nextId(undone),
      refusalOf: (error) =>
        error instanceof Refused ? { message: error.message, code: undefined } : undefined,
      keep: (edit) => kept[at]!.set(edit.key, edit),
      forget: (key) => kept[at]!.delete(key),
      shown: (scope) => {
        const rows = shown(at);
        return { scope, pictures: views.length, shown: () => ({ scope, views, rows }) };
      },
      newKey: () => `key ${++keys}`,
      now: () => ++keys,
      pause: () => new Promise((resolve) => pauses[at]!.push(() => resolve())),
    });
    store.adopt([...kept[at]!.values()]);
    return { store, read: server.read(), reading: undefined as ReturnType<typeof server.read> | undefined };
  }
  const windows = kept.map((_, at) => open(at));
  function shown(at: number): ValueRows {
    const { store, read } = windows[at]!;
    return applyToRows(read.rows, editsAfter(store.state().edits, read.snapshot), views);
  }
  const write = (at: number) => {
    const { store } = windows[at]!;
    return (scope: Scope, writing: Writing, how: { readonly key?: string } = {}) => {
      // The box of a page that is gone writes no more.
      if (store !== windows[at]!.store) return;
      const key = how.key ?? `key ${++keys}`;
      written[at]!.push({ key, at: keys, scope, writing });
      store.write(scope, writing, { ...how, key });
    };
  };
  return {
    server,
    windows,
    shown,
    written,
    refused,
    write,
    reload: (at: number) => {
      // What the former page asked is carried out, or never arrives; its answer is not heard.
      const [first] = requests[at]!.splice(0);
      pauses[at]!.splice(0);
      if (first && keys % 2 === 0) ignoring(first.run);
      const left = [...kept[at]!.values()];
      windows[at] = open(at);
      const known = new Set(written[at]!.map((edit) => edit.key));
      for (const edit of closedInOrder(
        left,
        () => ++keys,
        () => undefined,
      ))
        if (!isStep(edit) && !known.has(edit.key)) written[at]!.push(edit);
    },
    answer: (at: number, how: 'answers' | 'request is lost' | 'answer is lost') => {
      const request = requests[at]!.shift();
      if (!request) return;
      if (how === 'request is lost') return request.reject(new Error('no network'));
      try {
        const answer = request.run();
        if (how === 'answers') request.resolve(answer);
        else request.reject(new Error('no network'));
      } catch (error) {
        refused.add(request.key);
        request.reject(error as Error);
      }
    },
    goOn: () => {
      for (const pause of pauses.flatMap((some) => some.splice(0))) pause();
    },
    beginRead: (at: number) => {
      windows[at]!.reading ??= server.read();
    },
    endRead: (at: number) => {
      const window = windows[at]!;
      if (!window.reading) return;
      window.read = window.reading;
      window.reading = undefined;
      const { snapshot } = window.read;
      window.store.prune((transaction) => isInSnapshot(transaction, snapshot));
    },
    isBusy: (at: number) => windows[at]!.store.state().edits.some(isWaiting),
  };
}
type Browser = ReturnType<typeof makeBrowser>;

function ignoring(run: () => unknown): void {
  try {
    run();
  } catch {
    // Nobody hears it.
  }
}

const text = fc.constantFrom('', 'Oslo', 'Havnes', 'refused', 'a long text');
const window = fc.nat({ max: 1 });
const scope = fc.nat({ max: scopes.length - 1 });
const field = fc.nat({ max: fields.length - 1 });
const writing = [
  fc.record({ act: fc.constant('type' as const), window, scope, field, text }),
  fc.record({ act: fc.constant('leave' as const), window, scope, field }),
  fc.record({ act: fc.constant('set' as const), window, scope, field, text }),
];
const world = [
  fc.record({ act: fc.constant('pause' as const) }),
  fc.record({
    act: fc.constant('answer' as const),
    window,
    how: fc.constantFrom(
      'answers' as const,
      'answers' as const,
      'request is lost' as const,
      'answer is lost' as const,
    ),
  }),
  fc.record({ act: fc.constant('go on' as const) }),
  fc.record({ act: fc.constant('elsewhere' as const) }),
  fc.record({ act: fc.constant('begin read' as const), window }),
  fc.record({ act: fc.constant('end read' as const), window }),
  fc.record({ act: fc.constant('reload' as const), window }),
];
const steps = [fc.record({ act: fc.constant('step' as const), window, undone: fc.boolean() })];
const quiet = fc.array(fc.oneof(...writing, ...world), { minLength: 5, maxLength: 60 });
const all = fc.array(fc.oneof(...writing, ...world, ...steps), { minLength: 5, maxLength: 60 });
type Command = typeof all extends fc.Arbitrary<readonly (infer C)[]> ? C : never;

async function carryOut(browser: Browser, command: Command, windows: number): Promise<void> {
  const at = 'window' in command ? command.window % windows : 0;
  const store = () => browser.windows[at]!.store;
  switch (command.act) {
    case 'type': {
      const [meant, id] = [scopes[command.scope]!, fields[command.field]!];
      const value = command.text;
      const made: Writing = { kind: 'set', field: id, value: value === '' ? null : value };
      const before = '';
      const how = { value, before, scope: meant, write: browser.write(at), keepsSame: true };
      store().boxes.type<string>(`${command.scope} ${id}`, {
        ...how,
        act: () => ({ writing: made }),
        isSame: (a, b) => a === b,
      });
      break;
    }
    case 'leave':
      store().boxes.close(`${command.scope} ${fields[command.field]!}`);
      break;
    case 'set': {
      const value = command.text === '' ? null : command.text;
      browser.write(at)(scopes[command.scope]!, { kind: 'set', field: fields[command.field]!, value });
      break;
    }
    case 'pause':
      jest.advanceTimersByTime(700);
      break;
    case 'answer':
      browser.answer(at, command.how);
      break;
    case 'elsewhere':
      browser.server.elsewhere();
      break;
    case 'go on':
      browser.goOn();
      break;
    case 'begin read':
      browser.beginRead(at);
      break;
    case 'end read':
      browser.endRead(at);
      break;
    case 'reload':
      browser.reload(at);
      break;
    case 'step':
      store().step(command.undone);
  }
  await settled();
}

const settled = () => new Promise((resolve) => setImmediate(resolve));

/** The network is there again, and everything is read. */
async function end(browser: Browser): Promise<void> {
  for (const { store } of browser.windows) store.boxes.closeAll();
  for (let tries = 0; tries < 1000 && browser.windows.some((_, at) => browser.isBusy(at)); tries++) {
    browser.goOn();
    for (const at of browser.windows.keys()) browser.answer(at, 'answers');
    await settled();
  }
  browser.windows.forEach((_, at) => {
    browser.endRead(at);
    browser.beginRead(at);
    browser.endRead(at);
  });
}

/** What the window wrote, as a plain recomputation: the last words win, without what was refused. */
function recomputed(browser: Browser): Record<string, Record<string, unknown>> {
  const values: Record<string, Record<string, unknown>> = Object.fromEntries(ids.map((id) => [id, {}]));
  for (const { key, scope: meant, writing: made } of browser.written[0]!) {
    if (browser.refused.has(key) || made.kind !== 'set') continue;
    for (const id of meant.of === 'these' ? meant.ids : ids)
      if (made.value === null) delete values[id]![made.field];
      else values[id]![made.field] = made.value;
  }
  return values;
}

beforeEach(() =>
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask', 'performance'] }),
);
afterEach(() => jest.useRealTimers());

test('in one window, what was written last is shown at every moment, whatever the network does', async () => {
  await fc.assert(
    fc.asyncProperty(quiet, async (history) => {
      const browser = makeBrowser(1);
      for (const command of history) {
        await carryOut(browser, command, 1);
        expect(valuesIn(browser.shown(0))).toEqual(recomputed(browser));
      }
    }),
    propertyRuns(300),
  );
});

test('in two windows, with undo, nothing that was typed is missing or written twice, and both show the same', async () => {
  await fc.assert(
    fc.asyncProperty(all, async (history) => {
      const browser = makeBrowser(2);
      for (const command of history) await carryOut(browser, command, 2);
      await end(browser);
      const { log } = browser.server;
      expect(new Set(log).size).toBe(log.length);
      browser.windows.forEach(({ store }, at) => {
        const mine = browser.written[at]!.map(({ key }) => key).filter((key) => !browser.refused.has(key));
        expect(log.filter((key) => mine.includes(key))).toEqual(mine);
        expect(store.state().edits.filter((edit) => !edit.refusal)).toEqual([]);
        expect(valuesIn(browser.shown(at))).toEqual(valuesIn(browser.server.read().rows));
      });
    }),
    propertyRuns(300),
  );
});
