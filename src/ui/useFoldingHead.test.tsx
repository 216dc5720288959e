/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import type { UIEvent } from 'react';
import { useFoldingHead } from './useFoldingHead';

test('scrolling on folds the head, scrolling back or to the beginning brings it; other lists do not count', () => {
  const { result, rerender } = renderHook(({ list }) => useFoldingHead(list), { initialProps: { list: 1 } });
  const grid = document.createElement('div');
  grid.setAttribute('role', 'grid');
  const to = (scrollTop: number, target: HTMLElement = grid) => {
    target.scrollTop = scrollTop;
    act(() => result.current.onScrollCapture({ target } as unknown as UIEvent));
    return result.current.isFolded;
  };
  expect([to(40), to(300), to(310), to(280), to(200)]).toEqual([false, true, true, true, false]);
  expect([to(400), to(0)]).toEqual([true, false]);
  expect(to(900, document.createElement('div'))).toBe(false);
  expect(to(400)).toBe(true);
  rerender({ list: 2 });
  expect(result.current.isFolded).toBe(false);
});
