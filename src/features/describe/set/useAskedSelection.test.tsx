/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react';
import { stripFromCode } from '@/core/threads/stripCode';
import { lacking, useAskedSelection } from './useAskedSelection';
import type { PhotoView } from './view';

let asked = '';
jest.mock('next/navigation', () => ({ useSearchParams: () => new URLSearchParams(asked) }));

const view = (id: string, strip: string) => ({ id, strip: stripFromCode(strip) }) as PhotoView;
const views = [view('a', 'ssssssss'), view('b', 'ssssfsss'), view('c', 'ssssbsss'), view('d', 'sssssbss')];

function open(total = views.length) {
  const select = jest.fn();
  const hook = renderHook(({ shown }) => useAskedSelection(shown, total, select), {
    initialProps: { shown: views },
  });
  return { select, ...hook };
}

test.each([
  ['select=caption', ['b', 'c']],
  ['select=disagrees', ['c', 'd']],
])('%s selects what the address asks for', (address, ids) => {
  asked = address;
  expect(open().select.mock.calls).toEqual([[ids]]);
});

test('it waits until all pictures are there, and does it once', () => {
  asked = 'select=caption';
  const { select, rerender } = open(5);
  expect(select).not.toHaveBeenCalled();
  const whole = [...views, view('e', 'ssssfsss')];
  rerender({ shown: whole });
  rerender({ shown: [...whole] });
  expect(select.mock.calls).toEqual([[['b', 'c', 'e']]]);
});

test.each(['', 'select=nothing-known'])('“%s” selects nothing', (address) => {
  asked = address;
  expect(open().select).not.toHaveBeenCalled();
});

test('a thread is lacking where it is empty, and where records disagree', () => {
  expect(lacking(views, 'keywords')).toEqual(['d']);
});
