/** @jest-environment jsdom */
import {
  followAddress,
  goesOn,
  isStep,
  onBack,
  openedQuery,
  opensAt,
  routerWritesFirst,
  stepTo,
} from './addressSteps';

const at = () => `${window.location.pathname}${window.location.search}`;
const router = jest.fn();
const listener = jest.fn();
beforeAll(() => {
  window.addEventListener('popstate', () => popped(), { capture: true });
  window.addEventListener('popstate', onBack, { capture: true });
  window.addEventListener('popstate', router);
});
beforeEach(() => {
  window.history.pushState({ router: 'first' }, '', '/assignments/1/describe?as=one');
  goesOn('/assignments/1/describe');
  jest.clearAllMocks();
});

/** Registered before the page's own, as it stops the others. */
let popped = () => {};
const back = () =>
  new Promise<void>((resolve) => {
    popped = () => setTimeout(resolve);
    window.history.back();
  });

test('a page that lives is listener of its steps, and the router is not', async () => {
  const stop = followAddress(listener);
  stepTo('/assignments/1/describe?as=ledger');
  expect(window.history.state).toEqual({ router: 'first' });
  expect(listener.mock.calls).toEqual([[false]]);
  await back();
  expect(listener.mock.calls).toEqual([[false], [true]]);
  expect([at(), router.mock.calls.length]).toEqual(['/assignments/1/describe?as=one', 0]);
  stop();
});

const ledger = '/assignments/1/describe?as=ledger';
const one = '/assignments/1/describe?as=one';

// The router wrote the former address with its own state, took the step for one that it missed, and went there by itself: it
// no longer changed, or its late answer took back the next press.
test('Back before the page lives: the first word of the router is not written, the next ones are', async () => {
  window.history.pushState({ router: 'second' }, '', ledger);
  routerWritesFirst();
  await back();
  expect([window.history.state, router.mock.calls.length]).toEqual([{ _N: true }, 0]);
  window.history.replaceState({ router: 'lives' }, '', ledger);
  expect([at(), window.history.state]).toEqual([one, { _N: true }]);
  const stop = followAddress(listener);
  expect(listener.mock.calls).toEqual([[true]]);
  window.history.replaceState({ router: 'goes on' }, '', ledger);
  expect([at(), window.history.state]).toEqual([ledger, { router: 'goes on' }]);
  stop();
});

test('without Back the first word of the router is written; Back before the page follows keeps it out', async () => {
  window.history.pushState({ router: 'second' }, '', ledger);
  routerWritesFirst();
  window.history.replaceState({ router: 'lives' }, '', ledger);
  expect(window.history.state).toEqual({ router: 'lives' });
  await back();
  expect([at(), window.history.state]).toEqual([one, { _N: true }]);
  followAddress(listener)();
  expect(listener.mock.calls).toEqual([[true]]);
});

// Only the first was informed: what else followed the address was where the document had been opened.
test('Back before any of our code runs: all listeners get it, until one handles it', () => {
  opensAt(`http://localhost${ledger}`);
  expect([at(), window.history.state]).toEqual([one, { _N: true }]);
  followAddress(listener)();
  followAddress(listener)();
  expect(listener.mock.calls).toEqual([[true], [true]]);
  stepTo(ledger);
  stepTo(one);
  followAddress(listener)();
  expect(listener).toHaveBeenCalledTimes(2);
});

test('Back to another page is the router’s', async () => {
  window.history.pushState({}, '', '/assignments/1/prepare');
  goesOn('/assignments/1/prepare');
  await back();
  expect(router).toHaveBeenCalledTimes(1);
  expect(isStep()).toBe(false);
});

test.each(['/assignments/1/describe/history', '/runs', '/assignments/1/deliver'])(
  'the router goes through the steps of %s',
  (path) => {
    window.history.pushState({}, '', path);
    goesOn(path);
    expect(isStep()).toBe(false);
  },
);

// A page that was hydrated under another step than the server had made was put aside and made again.
test('what the server was asked for stays known, whatever Back leads to', () => {
  opensAt('http://localhost/assignments/1/describe?as=one');
  expect([openedQuery('/assignments/1/describe')?.get('as'), isStep()]).toEqual(['one', true]);
  expect(openedQuery('/assignments/1/check')).toBeUndefined();
});
