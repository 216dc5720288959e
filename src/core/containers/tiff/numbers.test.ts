import { numbersIn } from './numbers';

// Types of TIFF 6.0, 2; 16 and 18 of the BigTIFF extension.
test.each([
  ['BYTE', 1, [7, 9], [7, 9]],
  ['SHORT', 3, [1, 2, 0, 3], [258, 3]],
  ['LONG', 4, [0, 0, 1, 2, 0, 0, 0, 3], [258, 3]],
  ['LONG8', 16, [0, 0, 0, 0, 0, 0, 1, 2, 0, 0, 0, 0, 0, 0, 0, 3], [258, 3]],
])('two of %s', (_, type, octets, numbers) => {
  expect(numbersIn(Uint8Array.from(octets), { type, count: 2 }, 'big')).toEqual(numbers);
});

test.each([
  ['a type that is not known, with a count that no list can have', 99, 2 ** 40],
  ['a type without whole numbers', 5, 1],
  ['a count that its octets do not hold', 3, 2 ** 31],
])('none: %s', (_, type, count) => {
  expect(numbersIn(new Uint8Array(8), { type, count }, 'big')).toEqual([]);
});
