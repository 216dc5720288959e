import { conditionOf, conditionText } from '../search/condition';
import { concernIds, concernSearch } from './concerns';

test.each(concernIds)('the pictures of "%s" are found by conditions that can be typed', (id) => {
  const sentences = concernSearch(id, new Date(2026, 10, 30));
  expect(sentences.length).toBeGreaterThan(0);
  expect(sentences.map((one) => conditionText(conditionOf(one)!))).toEqual(sentences);
});

test('licences that end within two months', () => {
  expect(concernSearch('licence-ends', new Date(2026, 10, 30, 12))).toEqual([
    'Licence ends from 2026-11-30 to 2027-01-29',
  ]);
});
