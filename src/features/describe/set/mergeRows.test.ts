import { mergeRows } from './mergeRows';

const row = (id: string, place: number, words = '') => ({ id, place, words });
const held = [row('a', 1), row('b', 2), row('c', 3)];

test('a newer row stands where the older one stood, the others are the same objects', () => {
  const merged = mergeRows(held, [row('b', 2, 'new')]);
  expect(merged.map((one) => one.words)).toEqual(['', 'new', '']);
  expect(merged[0]).toBe(held[0]);
});

test('rows that come go to their place, also in between', () => {
  expect(mergeRows(held, [row('e', 5), row('x', 2)]).map((one) => one.id)).toEqual(['a', 'b', 'x', 'c', 'e']);
});

test('a row that moved is in the list once', () => {
  expect(mergeRows(held, [row('a', 9)]).map((one) => one.id)).toEqual(['b', 'c', 'a']);
});

test('nothing new is the same list', () => {
  expect(mergeRows(held, [])).toBe(held);
});
