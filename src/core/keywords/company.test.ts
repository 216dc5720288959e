import { companyOf, LEAST_COMPANY } from './company';

// Dunning 1993, table 2, first row ("the swiss" in the Union Bank text), the numbers quoted from memory: 110 together, 2,442 and 111 otherwise, 29,114 neither: 270.72.
test('the worked example of the paper', () => {
  expect(
    companyOf({ both: 110, one: 110 + 2442, other: 110 + 111, all: 110 + 2442 + 111 + 29_114 }),
  ).toBeCloseTo(270.72, 1);
});

test.each<[string, Parameters<typeof companyOf>[0], boolean]>([
  ['always together', { both: 20, one: 20, other: 20, all: 1000 }, true],
  ['as often as by chance', { both: 10, one: 100, other: 100, all: 1000 }, false],
  ['less often than by chance', { both: 1, one: 100, other: 100, all: 1000 }, false],
  ['once, of two rare words', { both: 1, one: 1, other: 1, all: 1000 }, true],
  ['on all pictures anyway', { both: 100, one: 100, other: 1000, all: 1000 }, false],
  ['no pictures', { both: 0, one: 0, other: 0, all: 0 }, false],
])('%s', (_, counts, isCompany) => {
  expect(companyOf(counts) > LEAST_COMPANY).toBe(isCompany);
});
