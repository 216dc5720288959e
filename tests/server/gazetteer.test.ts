import countries from 'i18n-iso-countries';
import findPlaces from '../../src/server/gazetteer/thread';

/** The whole gazetteer, against ISO 3166-1 as another registry package holds it. */
test.each([
  ['tromso', 'Tromsø', 'Norway', 'NOR'],
  ['zurich', 'Zürich', 'Switzerland', 'CHE'],
  ['sao paulo', 'São Paulo', 'Brazil', 'BRA'],
  ['lodz', 'Łódź', 'Poland', 'POL'],
  ['malmo', 'Malmö', 'Sweden', 'SWE'],
])('%s is %s in %s', (typed, city, country, countryCode) => {
  const [first] = findPlaces({ typed, most: 8 });
  expect(first).toMatchObject({ city, country, countryCode });
});

test('the bigger place of a name comes first', () => {
  const found = findPlaces({ typed: 'london', most: 5 });
  expect(found.map((one) => one.countryCode)).toContain('GBR');
  expect(found[0]!.countryCode).toBe('GBR');
  const sizes = found.filter((one) => one.city === 'London').map((one) => one.population);
  expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
});

test('the nearest town of a position, with its distance in kilometres', () => {
  const [first] = findPlaces({ latitude: 69.6489, longitude: 18.955, most: 3 });
  expect(first!.city).toBe('Tromsø');
  expect(first!.km).toBeLessThan(5);
});

test('every country code is one of ISO 3166-1', () => {
  const codes = new Set(
    ['a', 'be', 'ca', 'ma', 'sa', 'to', 'vi']
      .flatMap((typed) => findPlaces({ typed, most: 2000 }))
      .map((one) => one.countryCode),
  );
  for (const code of codes) expect(countries.isValid(code)).toBe(true);
  expect(codes.size).toBeGreaterThan(80);
});
