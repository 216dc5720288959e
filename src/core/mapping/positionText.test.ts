import { positionsIn } from './positionText';

test.each([
  ['59.9139, 10.7522', '59.9139', '10.7522'],
  ['-33.86;151.21', '-33.86', '151.21'],
  ['59°54′50″N 10°45′8″E', '59.9138889', '10.7522222'],
  [`59° 54.5' S, 10° W`, '-59.9083333', '-10'],
  ['0, 0', '0', '0'],
])('%s is a position', (text, latitude, longitude) => {
  expect(positionsIn(text)).toEqual({ latitude, longitude });
});

test.each(['', 'Havnes', '91, 10', '10, 181', '59°61′N 10°E', '59.9139'])('%s is none', (text) => {
  expect(positionsIn(text)).toBeUndefined();
});
