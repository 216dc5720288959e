import fc from 'fast-check';
import { stripCode, stripFromCode } from './stripCode';
import type { Strip, StrokeState } from './stroke';
import { threads } from './threads';

const states: StrokeState[] = ['broken', 'changed', 'outlined', 'solid', 'foot'];

test('a strip comes back from its code', () => {
  const strip = fc.record(Object.fromEntries(threads.map(({ id }) => [id, fc.constantFrom(...states)])));
  fc.assert(fc.property(strip, (one) => expect(stripFromCode(stripCode(one as Strip))).toEqual(one)));
});

test('a cut code has feet for its silent threads, and pictures with the same code share their strip', () => {
  expect(stripFromCode('s')).toMatchObject({ who: 'solid', when: 'foot' });
  expect(stripFromCode('ssssssss')).toBe(stripFromCode('ssssssss'));
});
