import fc from 'fast-check';
import { utf8Length } from '../bytes/text';
import { NAME_BYTES, nameKey, safeFolder, safeName } from './fileName';

test.each([
  ['Relaunch of the ketch', 'Relaunch of the ketch'],
  ['a/b\\c:d*e?f"g<h>i|j', 'a-b-c-d-e-f-g-h-i-j'],
  ['  .hidden. ', 'hidden'],
  ['..', '_'],
  ['', '_'],
  // Windows, "Naming Files, Paths, and Namespaces": reserved with any extension, in any case.
  ['con', '_con'],
  ['LPT1.backup', '_LPT1.backup'],
  ['console', 'console'],
  ['båt 船 😀', 'båt 船 😀'],
  ['שלום', 'שלום'],
  ['gpj.\u202egnp', 'gpj.-gnp'],
  ['a\u0000b\nc', 'a-b-c'],
  ['a\u030a', 'å'],
])('%j is named %j', (text, name) => {
  expect(safeName(text)).toBe(name);
});

test('whatever is typed gives a name that every file system takes, and gives itself again', () => {
  const anything = fc.oneof(fc.string({ unit: 'grapheme' }), fc.string({ unit: 'binary', maxLength: 400 }));
  fc.assert(
    fc.property(anything, (text) => {
      const name = safeName(text, '.jpeg');
      expect(name).not.toBe('');
      expect(utf8Length(`${name}-9999.jpeg`)).toBeLessThanOrEqual(NAME_BYTES + 1);
      expect(name).not.toMatch(/[\\/:*?"<>|]|^[\s.]|[\s.]$/);
      expect(safeName(name, '.jpeg')).toBe(name);
    }),
  );
});

test('a long name is cut at a character', () => {
  expect(utf8Length(safeName('船'.repeat(200), '.jpg'))).toBeLessThanOrEqual(NAME_BYTES - 9);
  expect(safeName('船'.repeat(200), '.jpg')).toMatch(/^船+$/);
});

test.each([
  ['2026/05/14', '2026/05/14'],
  ['/a//b/', 'a/b'],
  ['../../etc', 'etc'],
  ['a/./b', 'a/b'],
  ['con/aux', '_con/_aux'],
  ['', ''],
])('the folder %j is %j', (text, folder) => {
  expect(safeFolder(text)).toBe(folder);
});

test('names that some file system takes for the same have one key', () => {
  expect(nameKey('KT26.JPG')).toBe(nameKey('kt26.jpg'));
  expect(nameKey('a\u030a.jpg')).toBe(nameKey('å.jpg'));
  expect(nameKey('a.jpg')).not.toBe(nameKey('b.jpg'));
});
