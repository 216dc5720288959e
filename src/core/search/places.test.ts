import { distanceKm } from './places';

// A degree on a great circle of a sphere of 6,371 km is 111.19 km; half of the way around is 20,015 km.
test.each([
  [0, 0, 0, 1, 111.19],
  [10, 5, 11, 5, 111.19],
  [0, 0, 0, 180, 20_015],
  [60, 0, 60, 1, 55.6],
])('from %d, %d to %d, %d', (aLat, aLon, bLat, bLon, km) => {
  const found = distanceKm({ latitude: aLat, longitude: aLon }, { latitude: bLat, longitude: bLon });
  expect(Math.abs(found - km) / km).toBeLessThan(0.001);
});
