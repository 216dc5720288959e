/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react';
import { usePersonMenu } from './usePersonMenu';

const people = [
  { number: '1', name: 'Ida Brandvik', role: '', note: '' },
  { number: '2', name: 'Nora Vik', role: '', note: '' },
];
const found = (typed: string | undefined) =>
  renderHook(() => usePersonMenu(people, typed, () => {})).result.current.found.map(({ name }) => name);

test('an @ alone offers everybody of the list, letters those that they fit, and no @ nobody', () => {
  expect(found('')).toEqual(['Ida Brandvik', 'Nora Vik']);
  expect(found('vik')).toEqual(['Nora Vik']);
  expect(found(undefined)).toEqual([]);
});
