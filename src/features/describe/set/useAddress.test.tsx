/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { useAddress } from './useAddress';

jest.mock('next/navigation', () => ({
  usePathname: () => '/assignments/1/describe',
  useSearchParams: () => new URLSearchParams(window.location.search),
}));
const at = () => `${window.location.pathname}${window.location.search}`;
beforeEach(() => window.history.replaceState(null, '', '/assignments/1/describe?as=ledger'));

test('the current picture stands in the address, beside what stood there', () => {
  const { result } = renderHook(() => useAddress());
  act(() => result.current.setPicture('b'));
  expect(at()).toBe('/assignments/1/describe?as=ledger&picture=b');
  act(() => result.current.setPicture(undefined));
  expect(at()).toBe('/assignments/1/describe?as=ledger');
});

// A picture opened by two presses: its page was left again for the one that was being left.
test('a page that is being left does not put its address in place of the next one', () => {
  const { result } = renderHook(() => useAddress());
  window.history.pushState(null, '', '/read?photo=a');
  act(() => result.current.setPicture('b'));
  act(() => result.current.arrange('one'));
  expect(at()).toBe('/read?photo=a');
});
