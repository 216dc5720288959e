/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import type { KeyboardEvent } from 'react';
import { useOptionMenu } from './useOptionMenu';

const options = ['ketch', 'keel', 'kelp'];
const key = (name: string) =>
  ({ key: name, preventDefault: () => {}, stopPropagation: () => {} }) as unknown as KeyboardEvent;

function menuFor(typed: string | undefined, how: Parameters<typeof useOptionMenu>[1] = {}) {
  const taken: string[] = [];
  const { result, rerender } = renderHook(
    ({ typed }) => useOptionMenu(typed, how).of(options, (one) => taken.push(one)),
    { initialProps: { typed } },
  );
  const press = (name: string) => {
    let isMeant = false;
    act(() => {
      isMeant = result.current.onKey(key(name));
    });
    return isMeant;
  };
  return {
    taken,
    press,
    menu: () => result.current,
    type: (next: string | undefined) => rerender({ typed: next }),
  };
}

test('nothing is marked until an arrow goes there: Enter is the box’s own', () => {
  const { press, menu, taken } = menuFor('ke');
  expect([menu().marked, press('Enter')]).toEqual([-1, false]);
  press('ArrowDown');
  press('ArrowDown');
  expect(menu().marked).toBe(1);
  expect(press('Enter')).toBe(true);
  expect(taken).toEqual(['keel']);
});

test('arrows go round in both directions', () => {
  const { press, menu } = menuFor('ke');
  const marks = ['ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowDown'].map((one) => {
    press(one);
    return menu().marked;
  });
  expect(marks).toEqual([2, 1, 0, 2, 0]);
});

test('where the first one is marked, Enter takes it, and another letter marks the first again', () => {
  const { press, menu, type, taken } = menuFor('ke', { isFirstMarked: true });
  press('ArrowDown');
  expect(menu().marked).toBe(1);
  type('kee');
  expect(menu().marked).toBe(0);
  // Tab leaves the box: who only passes by takes nothing.
  expect([press('Tab'), taken]).toEqual([false, []]);
  press('Enter');
  expect(taken).toEqual(['ketch']);
});

test('where Tab takes, as after an @ in a caption, all are offered before a letter is typed', () => {
  const { press, menu, taken } = menuFor('', { isFirstMarked: true, takesTab: true });
  expect(menu().found).toHaveLength(3);
  expect(press('Tab')).toBe(true);
  expect(taken).toEqual(['ketch']);
});

test('Escape closes it until something else is typed; where nothing is asked, nothing is offered', () => {
  const { press, menu, type } = menuFor('ke');
  expect(press('Escape')).toBe(true);
  expect([menu().found, press('Escape')]).toEqual([[], false]);
  type('kel');
  expect(menu().found).toHaveLength(3);
  type(undefined);
  expect(menu().found).toEqual([]);
});
