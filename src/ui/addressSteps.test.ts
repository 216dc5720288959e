/** @jest-environment jsdom */
import { followAddress, goesOn, isStep, onBack, openedQuery, opensAt, stepTo } from './addressSteps';

const at = () => `${window.location.pathname}${window.location.search}`;
const router = jest.fn();
const told = jest.fn();
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

test('a page that lives is told of its steps, and the router is not', async () => {
  const stop = followAddress(told);
  stepTo('/assignments/1/describe?as=ledger');
  expect(window.history.state).toEqual({ router: 'first' });
  expect(told.mock.calls).toEqual([[false]]);
  await back();
  expect(told.mock.calls).toEqual([[false], [true]]);
  expect([at(), router.mock.calls.length]).toEqual(['/assignments/1/describe?as=one', 0]);
  stop();
});

// Back before the page came to life: the router went to the address by itself, and stood still from then on.
test('Back before the page lives: the router wrote the former address, and it is put right', async () => {
  window.history.pushState({ router: 'second' }, '', '/assignments/1/describe?as=ledger');
  await back();
  expect([window.history.state, router.mock.calls.length]).toEqual([{ _N: true }, 0]);
  window.history.replaceState({ router: 'lives' }, '', '/assignments/1/describe?as=ledger');
  const stop = followAddress(told);
  expect([at(), window.history.state]).toEqual(['/assignments/1/describe?as=one', { router: 'lives' }]);
  expect(told.mock.calls).toEqual([[true]]);
  stop();
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

// A page that came to life under another step than the server had made was put aside and made anew.
test('what the server was asked for stays known, whatever Back leads to', () => {
  opensAt('http://localhost/assignments/1/describe?as=one');
  expect([openedQuery('/assignments/1/describe')?.get('as'), isStep()]).toEqual(['one', true]);
  expect(openedQuery('/assignments/1/check')).toBeUndefined();
});
