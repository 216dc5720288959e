/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import type { KeyboardEvent } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import { valuesRow } from '../set/testValues';
import { useEditedCell } from './useEditedCell';

/** A cell asked for before its words are there. */
function asking(field: FieldId, begun?: string) {
  const save = jest.fn();
  const hook = renderHook(({ rows }) => useEditedCell(rows, save), {
    initialProps: { rows: new Map<string, ReturnType<typeof valuesRow>>() },
  });
  act(() => hook.result.current.ask({ id: 'a', field, begun }));
  return {
    save,
    is: () => hook.result.current,
    type: (...keys: string[]) =>
      keys.map((key) => {
        let isTaken = false;
        act(() => {
          isTaken = hook.result.current.takesKey({ key } as KeyboardEvent);
        });
        return isTaken;
      }),
    read: () =>
      hook.rerender({
        rows: new Map([['a', valuesRow('a', { city: 'Havnes', rightsStatus: 'in-copyright' })]]),
      }),
  };
}

test('it opens as its words come, and not before', () => {
  const cell = asking('city');
  expect([cell.is().editing, cell.is().soFar]).toEqual([undefined, '']);
  cell.read();
  expect([cell.is().editing, cell.is().soFar]).toEqual([{ id: 'a', field: 'city' }, undefined]);
});

test.each([
  ['typed in place of what stands there', 'O', ['s', 'x', 'Backspace', 'l', 'o', 'Enter', 'Tab'], 'Oslo'],
  ['typed behind it', undefined, [' ', '2', 'ArrowDown'], 'Havnes 2'],
  ['taken back to nothing: what stands there stays', 'O', ['Backspace'], undefined],
  ['a sign of two code units is taken back whole', 'O', ['⛵', 'Backspace'], 'O'],
])('%s', (_name, begun, keys, opensWith) => {
  const cell = asking('city', begun);
  expect(cell.type(...keys)).toEqual(keys.map(() => true));
  cell.read();
  expect(cell.is().editing?.begun).toBe(opensWith);
});

test('a key that goes on forgets it where nothing was typed, and is free; Escape forgets what was typed', () => {
  const cell = asking('city');
  expect(cell.type('ArrowDown')).toEqual([false]);
  expect(cell.is().soFar).toBeUndefined();
  act(() => cell.is().ask({ id: 'a', field: 'city', begun: 'O' }));
  expect(cell.type('Escape')).toEqual([true]);
  expect(cell.is().soFar).toBeUndefined();
});

test('another cell asked for does not take the place of one with words', () => {
  const cell = asking('city', 'Oslo');
  act(() => cell.is().goOn('in the ledger'));
  act(() => cell.is().ask({ id: 'b', field: 'headline' }));
  cell.read();
  expect(cell.is().editing).toEqual({ id: 'a', field: 'city', begun: 'Oslo' });
});

test('left for another part of the page, it is saved and does not open', () => {
  const cell = asking('city', 'Oslo');
  act(() => cell.is().goOn('out of it'));
  expect(cell.save).not.toHaveBeenCalled();
  cell.read();
  expect(cell.save.mock.calls).toEqual([['a', 'city', 'Oslo']]);
  expect([cell.is().editing, cell.is().soFar]).toEqual([undefined, undefined]);
});

test('who comes back and types on writes in the cell that waits', () => {
  const cell = asking('city', 'Os');
  act(() => cell.is().goOn('out of it'));
  cell.type('l', 'o');
  cell.read();
  expect(cell.is().editing).toMatchObject({ id: 'a', field: 'city', begun: 'Oslo' });
});

test('what the field does not allow opens, to be mended', () => {
  const cell = asking('dateCreated', 'yesterday');
  act(() => cell.is().goOn('out of it'));
  cell.read();
  expect(cell.save).not.toHaveBeenCalled();
  expect(cell.is().editing).toEqual({ id: 'a', field: 'dateCreated', begun: 'yesterday' });
});

// The letter itself was in the list as a choice of its own.
test.each([
  ['p', 'public-domain'],
  ['z', undefined],
])('of choices, “%s” begins with the first that begins so', (letter, code) => {
  const cell = asking('rightsStatus', letter);
  cell.read();
  expect(cell.is().editing?.begun).toBe(code);
});
