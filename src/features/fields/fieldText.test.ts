import { byteUse, typedOf, valueFrom } from './fieldText';

test.each([
  ['keywords', ['ketch', 'sail, mizzen']],
  ['creator', ['Aune Pell', 'Jon Osei']],
  ['description', 'Two\nlines'],
] as const)('%s is typed and read again', (id, value) => {
  expect(valueFrom(id, typedOf(id, value))).toEqual(value);
});

test('nothing typed is no value', () => {
  expect(valueFrom('city', '  ')).toBeNull();
  expect(valueFrom('keywords', ' , ;')).toBeNull();
});

// IIM 4.2, DataSet 2:90 City: at most 32 octets; é takes two in UTF-8.
test('what IIM cuts off never halves a character', () => {
  const text = `${'x'.repeat(31)}é and more`;
  expect(byteUse('city', text)).toMatchObject({
    most: 32,
    cut: { kept: 'x'.repeat(31), lost: 'é and more' },
  });
  expect(byteUse('city', 'Havnes')).toEqual({ bytes: 6, most: 32 });
  expect(byteUse('altText', 'anything')).toBeUndefined();
});

test('a date is no text that IIM cuts: its time has a DataSet of its own', () => {
  expect(byteUse('dateCreated', '2026-03-09T07:04:00')).toBeUndefined();
});
