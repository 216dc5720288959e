import { joinSignOff, splitSignOff } from './signOff';

test.each([
  ['A launch.\nPell / Tide', 'Pell / Tide', 'A launch.', true],
  ['Pell / Tide', 'Pell / Tide', '', true],
  ['A launch by Pell / Tide', 'Pell / Tide', 'A launch by Pell / Tide', false],
  ['A launch.', undefined, 'A launch.', false],
])('%j split at %j', (description, signOff, caption, signedOff) => {
  expect(splitSignOff(description, signOff)).toEqual({ caption, signedOff });
});

test('a sign-off is put under the caption once', () => {
  expect(joinSignOff('A launch.', 'P / T')).toBe('A launch.\nP / T');
  expect(joinSignOff('A launch.\nP / T', 'P / T')).toBe('A launch.\nP / T');
  expect(joinSignOff('', 'P / T')).toBe('P / T');
  expect(joinSignOff(' A ', undefined)).toBe('A');
});
