/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { orderFrom } from './order';
import { showFrom } from './show';
import { useArranged } from './useArranged';
import { viewOf } from './view';

const view = (id: string, strip: string, rating = '') =>
  viewOf({
    id,
    name: id,
    place: 1,
    revision: '1',
    strip,
    notice: '',
    caption: '',
    ...(rating ? { rating } : {}),
  });
const lacks = showFrom('lacks.caption');
const known = { values: undefined, gathered: undefined };
const [done, open] = ['ssssssss', 'ssssfsss'];

function arranged(first: readonly ReturnType<typeof view>[], order = orderFrom('')) {
  return renderHook(({ views }) => useArranged(views, lacks, order, known), {
    initialProps: { views: first },
  });
}
const idsOf = (result: { current: ReturnType<typeof useArranged> }) =>
  result.current.shown.map((one) => one.id);

test('a picture that gets its caption stays where it is until the filter is applied again', () => {
  const { result, rerender } = arranged([view('a', open), view('b', done), view('c', open)]);
  expect(idsOf(result)).toEqual(['a', 'c']);
  rerender({ views: [view('a', done), view('b', done), view('c', open)] });
  expect(idsOf(result)).toEqual(['a', 'c']);
  expect(result.current.stale).toBe(1);
  act(() => result.current.again());
  expect(idsOf(result)).toEqual(['c']);
});

test('one that comes to lack it is shown; one that went away is not', () => {
  const { result, rerender } = arranged([view('a', open), view('b', done)]);
  rerender({ views: [view('b', open)] });
  expect(idsOf(result)).toEqual(['b']);
});

test('an order by what one is writing does not move pictures under the hands', () => {
  const { result, rerender } = arranged([view('a', open, '2'), view('b', open, '1')], orderFrom('rating'));
  expect(idsOf(result)).toEqual(['b', 'a']);
  rerender({ views: [view('a', open, '2'), view('b', open, '5')] });
  expect(idsOf(result)).toEqual(['b', 'a']);
});
