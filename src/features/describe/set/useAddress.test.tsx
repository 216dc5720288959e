/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import { goesOn, onBack } from '@/ui/addressSteps';
import { useAddress } from './useAddress';

/** A router that does not navigate, like one that waits for an answer. */
jest.mock('next/navigation', () => ({
  usePathname: () => '/assignments/1/describe',
  useSearchParams: () => new URLSearchParams('as=ledger'),
}));
const at = () => `${window.location.pathname}${window.location.search}`;
beforeAll(() => {
  goesOn('/assignments/1/describe');
  window.addEventListener('popstate', onBack, { capture: true });
});
beforeEach(() => window.history.replaceState(null, '', '/assignments/1/describe?as=ledger'));

test('the current picture stands in the address, beside what stood there', () => {
  const { result } = renderHook(() => useAddress());
  act(() => result.current.setPicture('b'));
  expect(at()).toBe('/assignments/1/describe?as=ledger&picture=b');
  act(() => result.current.setPicture(undefined));
  expect(at()).toBe('/assignments/1/describe?as=ledger');
});

// Back right after a reload led nowhere: the router waited for an answer that never came.
test('arrangement, filter and order are those of the address, also where the router has not come there', async () => {
  const { result } = renderHook(() => useAddress());
  const shown = () => [result.current.arrangement, result.current.order.by];
  expect(shown()).toEqual(['ledger', 'place']);
  act(() => result.current.arrange('one'));
  act(() => result.current.setOrder(() => ({ by: 'name', isDown: false })));
  expect([shown(), at()]).toEqual([['one', 'name'], '/assignments/1/describe?as=one&order=name']);
  const same = result.current;
  act(() => result.current.setPicture('b'));
  expect(result.current).toBe(same);
  act(() => window.history.back());
  await waitFor(() => expect(shown()).toEqual(['one', 'place']));
  act(() => window.history.back());
  await waitFor(() => expect(shown()).toEqual(['ledger', 'place']));
});

// A picture opened by two presses: its page was left again for the one that was being left.
test('a page that is being left does not put its address in place of the next one', () => {
  const { result } = renderHook(() => useAddress());
  window.history.pushState(null, '', '/read?photo=a');
  act(() => result.current.setPicture('b'));
  act(() => result.current.arrange('one'));
  expect(at()).toBe('/read?photo=a');
  expect(result.current.arrangement).toBe('ledger');
});
