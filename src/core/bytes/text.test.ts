import fc from 'fast-check';
import { cutUtf8, decodeUtf8, encodeUtf8, utf8Length } from './text';

test.each([
  ['fits', 10, 'fits'],
  ['é', 1, ''],
  ['aé', 2, 'a'],
  ['船大工', 7, '船大'],
  ['a😀', 4, 'a'],
  ['e\u0301x', 2, ''],
  ['👩\u200d🔧!', 10, ''],
  ['ok 👍🏽', 7, 'ok '],
])('%s cut to %i bytes is %j', (text, max, expected) => {
  expect(cutUtf8(text, max)).toBe(expected);
});

test('a cut text fits, is a beginning, and is whole when it fits', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 60 }), fc.nat(80), (text, max) => {
      const cut = cutUtf8(text, max);
      expect(utf8Length(cut) <= max || cut === '').toBe(true);
      expect(text.startsWith(cut)).toBe(true);
      expect(utf8Length(text) > max || cut === text).toBe(true);
    }),
  );
});

test('bytes that are not UTF-8 are no text', () => {
  expect(decodeUtf8(new Uint8Array([0x41, 0xe9]))).toBeUndefined();
  expect(decodeUtf8(encodeUtf8('\ufeffa'))).toBe('\ufeffa');
});
