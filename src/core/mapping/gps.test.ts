import { positionFromXmp } from './gps';

// ISO 16684-2, GPSCoordinate: "DDD,MM.mmk" or "DDD,MM,SSk".
test.each([
  ['latitude', '59,54.83208N', '59.913868'],
  ['latitude', '59,54,49.9S', '-59.9138611'],
  ['longitude', '10,45.0W', '-10.75'],
  ['latitude', '10,45.0E', undefined],
  ['longitude', '10,45.0N', undefined],
  ['latitude', '95,0.0N', undefined],
] as const)('%s %s', (id, text, expected) => {
  expect(positionFromXmp(id, text, undefined)).toBe(expected);
});
