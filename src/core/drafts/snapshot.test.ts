import { isInSnapshot } from './snapshot';

// PostgreSQL 17, 9.28.6 "Transaction ID and Snapshot Information Functions".
test.each([
  ['99', true],
  ['100', false],
  ['101', true],
  ['104', false],
  ['109', true],
  ['110', false],
  ['18446744073709551615', false],
])('of transaction %s the snapshot 100:110:100,104 shows: %s', (transaction, isShown) => {
  expect(isInSnapshot(transaction, '100:110:100,104')).toBe(isShown);
});

test('with nothing under way all before the end are shown', () => {
  expect(['9', '10'].map((one) => isInSnapshot(one, '10:10:'))).toEqual([true, false]);
});
