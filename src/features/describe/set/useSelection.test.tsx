/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { useSelection } from './useSelection';

const order = ['a', 'b', 'c', 'd', 'e'];
const open = (ids = order, place = 'selection test') =>
  renderHook(({ shown }) => useSelection(shown, place), { initialProps: { shown: ids } });
beforeEach(() => sessionStorage.clear());

test('alone, added, up to here, and taken away again', () => {
  const { result } = open();
  act(() => result.current.choose('b'));
  expect([...result.current.ids]).toEqual(['b']);
  act(() => result.current.choose('d', { ctrl: true }));
  expect([...result.current.ids]).toEqual(['b', 'd']);
  act(() => result.current.choose('d', { ctrl: true }));
  expect([...result.current.ids]).toEqual(['b']);
  act(() => result.current.choose('a'));
  act(() => result.current.choose('c', { shift: true }));
  expect([...result.current.ids]).toEqual(['a', 'b', 'c']);
  expect(result.current.current).toBe('c');
});

test('keys move the current picture and stay within the set; with shift they extend', () => {
  const { result } = open();
  act(() => result.current.move(1, false));
  expect(result.current.current).toBe('a');
  act(() => result.current.move(-3, false));
  expect(result.current.current).toBe('a');
  act(() => result.current.move(1, true));
  act(() => result.current.move(1, true));
  expect([...result.current.ids]).toEqual(['a', 'b', 'c']);
  act(() => result.current.move(99, false));
  expect([...result.current.ids]).toEqual(['e']);
});

test('pictures that went away are forgotten, and those that came are not selected', () => {
  const { result, rerender } = open();
  act(() => result.current.set(['a', 'b', 'c']));
  rerender({ shown: ['b', 'c', 'f'] });
  expect([...result.current.ids]).toEqual(['b', 'c']);
});

test('a reload finds the selection again', () => {
  const first = open();
  act(() => first.result.current.set(['b', 'e']));
  first.unmount();
  const written = jest.spyOn(Storage.prototype, 'setItem');
  const { result } = open();
  expect([...result.current.ids]).toEqual(['b', 'e']);
  expect(written.mock.calls).not.toContainEqual(['selection test', '[]']);
  written.mockRestore();
});

test('so do very many, kept a moment later or when the page is left before', () => {
  const many = Array.from({ length: 3000 }, (_, at) => `picture ${at}`);
  const kept = () => (JSON.parse(sessionStorage.getItem('selection test') ?? '[]') as string[]).length;
  jest.useFakeTimers();
  const { result, unmount } = open(many);
  act(() => result.current.set(many.slice(0, 2000)));
  expect(kept()).toBe(0);
  act(() => void jest.advanceTimersByTime(2000));
  expect(kept()).toBe(2000);
  act(() => result.current.set(many));
  act(() => result.current.goTo('picture 7'));
  unmount();
  jest.useRealTimers();
  const again = open(many).result.current;
  expect([again.ids.size, again.current]).toEqual([3000, 'picture 7']);
});

test('going to the next picture does not keep again what is selected', () => {
  const { result } = open();
  act(() => result.current.set(order));
  const written = jest.spyOn(Storage.prototype, 'setItem');
  act(() => result.current.goTo('d'));
  expect(written.mock.calls.map(([place]) => place)).toEqual(['selection test current']);
  written.mockRestore();
});

test('what another version kept there is left alone', () => {
  sessionStorage.setItem('selection test', '{"chosen":["a"]}');
  expect(open().result.current.ids.size).toBe(0);
});

test('selected by a rule, what arrives later is selected as well, until the set is whole or one chooses otherwise', () => {
  let shown = ['a', 'b'];
  const { result, rerender } = renderHook(({ isWhole }) => useSelection(shown, 'selection test', isWhole), {
    initialProps: { isWhole: false },
  });
  act(() => result.current.setBy(() => shown));
  expect([...result.current.ids]).toEqual(['a', 'b']);
  expect(result.current.isGrowing).toBe(true);
  shown = order;
  rerender({ isWhole: true });
  expect([...result.current.ids]).toEqual(order);
  expect(result.current.isGrowing).toBe(false);
  // A picture that comes afterwards is not selected.
  shown = [...order, 'f'];
  rerender({ isWhole: true });
  expect(result.current.ids.has('f')).toBe(false);

  rerender({ isWhole: false });
  act(() => result.current.setBy(() => shown));
  act(() => result.current.choose('b'));
  rerender({ isWhole: true });
  expect([...result.current.ids]).toEqual(['b']);
});
