import { distanceKm, foldedName, indexTowns, townsNamed, townsNear } from './gazetteer';

const town = (name: string, population: number, latitude = 0, longitude = 0, otherName?: string) => ({
  name,
  population,
  latitude,
  longitude,
  countryCode: 'NO',
  regionCode: '01',
  ...(otherName ? { otherName } : {}),
});
const gazetteer = indexTowns([
  town('Ålesund', 47_000, 62.47, 6.15),
  town('Alta', 15_000, 69.97, 23.27),
  town('Nedre Alta', 900, 69.9, 23.2),
  town('Altamira', 99_000, -3.2, -52.2),
  town('Köln', 1_000_000, 50.94, 6.96, 'Cologne'),
]);
const names = (typed: string) => townsNamed(gazetteer, typed, 8).map((one) => one.name);

test.each([
  ['alta', ['Alta', 'Altamira', 'Nedre Alta']],
  ['alesund', ['Ålesund']],
  ['al', ['Altamira', 'Ålesund', 'Alta', 'Nedre Alta']],
  ['cologne', ['Köln']],
  ['  ', []],
  ['zzz', []],
])('towns for “%s”: whole names first, then the bigger ones', (typed, found) =>
  expect(names(typed)).toEqual(found),
);

test('letters as people type them', () => {
  expect(['Tromsø', 'Łódź', 'Straße', 'L’Aquila'].map(foldedName)).toEqual([
    'tromso',
    'lodz',
    'strasse',
    'l aquila',
  ]);
});

test('the nearest town comes first, with its distance', () => {
  const [first] = townsNear(gazetteer, { latitude: 62.4, longitude: 6.2 }, 2);
  expect(first!.town.name).toBe('Ålesund');
  expect(first!.km).toBeCloseTo(8.2, 0);
});

// A degree of a great circle on a sphere of 6,371 km: 111.195 km; half the way round: 20,015 km.
test.each([
  [{ latitude: 0, longitude: 0 }, { latitude: 0, longitude: 1 }, 111.195],
  [{ latitude: 0, longitude: 0 }, { latitude: 0, longitude: 180 }, 20015.087],
  [{ latitude: 90, longitude: 0 }, { latitude: 90, longitude: 123 }, 0],
  [{ latitude: 10, longitude: 179.5 }, { latitude: 10, longitude: -179.5 }, 109.505],
])('distance of %j and %j', (a, b, km) => expect(distanceKm(a, b)).toBeCloseTo(km, 1));
